import { lazy } from 'react';

// Drawn beside what is next where there is room for it, and loaded only then.
export const UnderWayRibbon = lazy(() => import('./UnderWayRibbon'));
