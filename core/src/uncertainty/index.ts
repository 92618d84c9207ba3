export type { PairedDifference, ComparedFigure, UncertainFigure, Uncertainty } from './uncertainty';
export {
  UNCERTAIN_FIGURES,
  pairedDifference,
  pairedDifferenceInParts,
  uncertainty,
  uncertaintyInParts,
} from './uncertainty';
