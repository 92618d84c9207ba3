export { doseText, eventLabel } from './eventLabels';
export { HygieneAnswers } from './HygieneAnswers';
export { stepName } from './stepLabels';
export { StepAlertsPanel } from './StepAlertsPanel';
export { useWays } from './attention';
