import type { MassUnit, VolumeUnit } from '@humble-churn/core';

export type Weighed = 'milk' | 'pulp';
export type Unit = MassUnit | VolumeUnit;

/** One figure that is being read off the scale or the jug. */
export interface ReadOff {
  unit: Unit;
  /** In its unit; null while there is none. */
  value: number | null;
  /** What was typed last is no number: it must be mended before anything is kept. */
  troubled: boolean;
  /** Far from what was expected, and said to be right. */
  sure: boolean;
  /** Counts up whenever the field is to be drawn anew. */
  round: number;
}

export interface Weighing {
  milk: ReadOff;
  pulp: ReadOff;
  /** Judged by eye rather than read off. */
  byEye: boolean;
  /** A figure that is asked about, for it is far from what was expected. */
  asking: Weighed | null;
}

export type WeighingAction =
  | { type: 'typed'; what: Weighed; value: number }
  | { type: 'emptied' | 'unreadable' | 'again' | 'ask' | 'confirmed'; what: Weighed }
  | { type: 'unit'; what: Weighed; unit: Unit }
  | { type: 'from-scale'; what: Weighed; value: number; unit: MassUnit }
  | { type: 'by-eye'; on: boolean };

export function firstWeighing(unit: MassUnit): Weighing {
  const none = { unit, value: null, troubled: false, sure: false, round: 0 };
  return { milk: none, pulp: none, byEye: false, asking: null };
}

export function weighingReducer(state: Weighing, action: WeighingAction): Weighing {
  if (action.type === 'by-eye') return { ...state, byEye: action.on };
  const { what } = action;
  const now = state[what];
  /** Another figure: nothing is asked about the one before. */
  const figure = (next: Partial<ReadOff>): Weighing => ({
    ...state,
    [what]: { ...now, ...next },
    asking: state.asking === what ? null : state.asking,
  });
  switch (action.type) {
    case 'typed':
      return { ...figure({ value: action.value, troubled: false, sure: false }), asking: null };
    case 'emptied':
      return figure({ value: null, troubled: false });
    case 'unreadable':
      return figure({ troubled: true });
    case 'unit':
      return figure({ unit: action.unit, value: null, troubled: false, round: now.round + 1 });
    case 'from-scale': {
      const { value, unit } = action;
      return figure({ value, unit, troubled: false, sure: false, round: now.round + 1 });
    }
    case 'again':
      return figure({ value: null, round: now.round + 1 });
    case 'ask':
      return { ...state, asking: what };
    case 'confirmed':
      return figure({ sure: true });
  }
}
