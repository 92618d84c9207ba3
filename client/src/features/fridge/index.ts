export { notColdWords } from './FiveDays';
export { WhyNotAWeek } from './WhyNotAWeek';
