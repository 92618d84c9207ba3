export { eventLabel } from './eventLabels';
export { PULP_TO_ANIMALS, stepName } from './stepLabels';
