export { bagName } from './bagWords';
export { useRecordPulp } from './useRecordPulp';
