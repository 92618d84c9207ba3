export type { PairedDifference, UncertainFigure, Uncertainty } from './uncertainty';
export { UNCERTAIN_FIGURES, pairedDifference, uncertainty } from './uncertainty';
