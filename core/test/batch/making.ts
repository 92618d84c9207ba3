import type { BatchEvent, BatchState, EventBody, Recipe } from '../../src';
import { GUIDE, batchState, eventRefusal, lastTap, predict } from '../../src';
import { kitchenAt } from '../kitchens';

export const S = 1000;
export const H = 3_600_000;
export const T0 = Date.UTC(2031, 2, 10, 9);
export const AROUND = { roomTempC: 20, fridgeTempC: 4 };
export const READINGS = { first: [{ atMs: T0 - 1000 * H, tempC: 4 }] };
export const JAR = { id: 'jar-1', label: 'Blue lid', volumeMl: 900, place: 'fridge' as const };

export function planOf(recipe: Recipe): EventBody {
  const result = predict(recipe, kitchenAt(AROUND));
  if (!result.ok) throw new Error(result.refusal.code);
  const { value } = result;
  return {
    type: 'planned',
    recipe,
    prediction: value,
    sureness: null,
    around: AROUND,
    budgetH: 96,
    guide: GUIDE,
    ingredients: [],
  };
}

/** A batch being made: what is said is checked against the log as the server does, then added. */
export class Making {
  readonly events: BatchEvent[] = [];
  private taps = 0;

  constructor(
    readonly recipe: Recipe,
    public nowMs = T0,
  ) {
    this.events.push({ ...planOf(recipe), id: 'plan', atMs: nowMs });
  }

  get state(): BatchState {
    const state = batchState(this.events);
    if (!state) throw new Error('no plan');
    return state;
  }

  get current(): string | null {
    return this.state.current?.id ?? null;
  }

  after(ms: number): this {
    this.nowMs += ms;
    return this;
  }

  refusal(what: EventBody): string | null {
    return eventRefusal(this.state, what, READINGS, this.nowMs);
  }

  record(...happenings: EventBody[]): this {
    this.taps++;
    this.nowMs += 1;
    for (const [i, what] of happenings.entries()) {
      const refusal = this.refusal(what);
      if (refusal) throw new Error(`${what.type}: ${refusal}`);
      this.events.push({ ...what, id: `t${this.taps}.${i}`, atMs: this.nowMs });
    }
    return this;
  }

  begin(timerS: number | null = null): this {
    return this.record({ type: 'step-begun', step: this.current ?? '', timerS });
  }

  done(): this {
    return this.record({ type: 'step-done', step: this.current ?? '' });
  }

  /** Goes on until this step is the current one. */
  upTo(step: string): this {
    while (this.current !== step) {
      const { current } = this.state;
      if (!current) throw new Error(`no ${step} in this batch`);
      if (current.kind === 'bottle') this.record({ type: 'bottled', jars: [JAR], scalded: true });
      else if (current.timerS !== null) {
        this.begin()
          .after(current.timerS * S)
          .done();
      } else this.after(60 * S).done();
    }
    return this;
  }

  undo(): this {
    return this.record(
      ...lastTap(this.events).map((event) => ({ type: 'undone' as const, eventId: event.id })),
    );
  }
}
