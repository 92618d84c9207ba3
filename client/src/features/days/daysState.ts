import type { StartTimes } from '@humble-churn/core';
import type { Wish } from './wish';

/** What the cook is about on Days. */
export interface DaysState {
  wish: Wish;
  /** Nothing is asked of the schedule for a wish that neither the cook nor the first search has settled on. */
  wishKnown: boolean;
  /** Where the hand has moved what it is on; null while it lies as it was worked out. */
  moved: StartTimes | null;
  /** The kept plan that is being moved, rather than a new one made. */
  movingId: string | null;
  /** The plan that the wish led to: the wish is not asked for again until the cook says so. */
  settledId: string | null;
}

export type DaysAction =
  | { type: 'wished'; wish: Wish }
  /** What the first search proposes; it counts for nothing once the cook has wished. */
  | { type: 'proposed'; wish: Wish }
  | { type: 'moved-by-hand'; startTimes: StartTimes }
  | { type: 'let-go' }
  | { type: 'move-plan'; planId: string }
  | { type: 'saved'; planId: string }
  | { type: 'once-more' };

/** Days as it opens: what another screen asks for is wished for already; else the first wish is still to be settled. */
export function openingState(asked: Wish | null, first: Wish): DaysState {
  return { wish: asked ?? first, wishKnown: asked !== null, moved: null, movingId: null, settledId: null };
}

export function daysReducer(state: DaysState, action: DaysAction): DaysState {
  switch (action.type) {
    case 'wished':
      return { ...state, wish: action.wish, wishKnown: true, moved: null, settledId: null };
    case 'proposed':
      return state.wishKnown ? state : { ...state, wish: action.wish, wishKnown: true };
    case 'moved-by-hand':
      return { ...state, moved: action.startTimes };
    case 'let-go':
      return { ...state, moved: null, movingId: null };
    case 'move-plan':
      return { ...state, moved: null, movingId: action.planId };
    case 'saved':
      return { ...state, moved: null, movingId: null, settledId: action.planId };
    case 'once-more':
      return { ...state, settledId: null };
  }
}
