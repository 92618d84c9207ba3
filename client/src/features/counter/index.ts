export { doseText, eventLabel } from './eventLabels';
export { HygieneAnswers } from './HygieneAnswers';
export { stepName } from './stepLabels';
export { PULP_TO_ANIMALS } from './stepTextsFromStrain';
