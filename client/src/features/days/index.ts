import { lazy } from 'react';

export { Again } from './Again';
export { daysPath } from './askedWish';
export { JUST_NOW, PastDay, usePastMoment } from './pastMoment';
export { readTimeOfDay } from './wish';

// Drawn beside what is next where there is room for it, and loaded only then.
export const UnderWayRibbon = lazy(() => import('./UnderWayRibbon'));
