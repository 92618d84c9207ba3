export type { Caution, CautionCode } from './caution';
export type { Refusal, RefusalCode, Result } from './refusal';
export { accepted, refused } from './refusal';
export type { Interruptible } from './interruptible';
export { asShare, runToEnd } from './interruptible';
