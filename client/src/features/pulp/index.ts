export { EnoughPulp } from './EnoughPulp';
export { bagName } from './bagWords';
export { useRecordPulp } from './useRecordPulp';
