export { cholesky } from './cholesky';
export type { Interval } from './interval';
export { intervalOf } from './interval';
export type { Random } from './random';
export { normalDraw, seededRandom } from './random';
export { findRoot, findRootNear } from './rootFinding';
