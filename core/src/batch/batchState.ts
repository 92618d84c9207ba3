import type { OwnItem } from '../ingredients';
import type { BudgetH, Hygiene, JarPlace } from '../keeping';
import type { Drying, PulpPlace, PulpSpell, PulpUse } from '../pulp';
import type { EquipmentUsed, HandDose, Recipe, Serving, Surroundings } from '../making';
import type { PlannedPrediction } from '../predicting';
import type { Uncertainty } from '../uncertainty';
import type { JarCheck, JarChecks } from './jarChecks';
import type { Guide } from './stepTable';
import type { Step } from './steps';
import type { Judged, Liked, Verdicts } from './verdicts';

/** A mass or a volume off the counter, as it was read. */
export type Reading = { massG: number } | { volumeMl: number };

/** The tray it dries on, cm², and the air, °C. */
export type DryingTerms = Pick<Drying, 'trayCm2' | 'airC'>;

export interface NewJar {
  id: string;
  label: string;
  /** Milk of the batch poured into it; what is stirred into this jar alone comes on top. */
  volumeMl: number;
  place: 'fridge' | 'freezer';
  /** Which fridge, by its id; the first one where it is not said. */
  fridge?: string | undefined;
  /** Stirred into this jar alone. */
  doses?: readonly HandDose[] | undefined;
  /** Small, to be carried out of the house. */
  carried?: boolean | undefined;
}

export type MeasuredThing = 'soaked' | 'milk' | 'pulp';
/** What a probe is held into: the rinsed nuts, a bowl of kept soak water, or the mix when the blades have stopped. */
export type ProbedThing = 'nuts' | 'bowl' | 'mix';
/** What is done to a soak while it stands. */
export type SoakTending = 'water-changed' | 'to-fridge' | 'to-counter';

/** What can happen to a batch. */
export type EventBody =
  | {
      type: 'planned';
      recipe: Recipe;
      prediction: PlannedPrediction;
      /** How sure the prediction is; null for a batch planned before this was kept. */
      sureness: Uncertainty | null;
      around: Surroundings;
      budgetH: BudgetH;
      guide: Guide;
      /** The cook's own ingredients in it, as they were when it was planned. */
      ingredients: readonly OwnItem[];
    }
  /** Begun, or gone on with after a pause. `timerS` is how long it is to run; null for the planned time. */
  | { type: 'step-begun'; step: string; timerS: number | null }
  | { type: 'step-paused'; step: string }
  | { type: 'time-added'; step: string; seconds: number }
  | { type: 'step-done'; step: string }
  /** How long a step that is done really took, where its clock did not run with it. */
  | { type: 'step-timed'; step: string; seconds: number }
  | { type: 'soak-tended'; what: SoakTending }
  | { type: 'liquid-added'; volumeMl: number }
  /** So much of an addition went in, planned or not; `own` are the cook's own among what it names. */
  | ({ type: 'stirred-in'; own?: readonly OwnItem[] | undefined } & HandDose)
  /** A planned addition that did not go in. */
  | { type: 'left-out'; addition: string }
  | ({ type: 'equipment-used' } & EquipmentUsed)
  /** A tasting glass, out of the strained milk. */
  | { type: 'tasted'; volumeMl: number }
  /** The strained milk goes back into the jug, though the recipe did not ask for it. */
  | { type: 'jug-again'; strain: boolean }
  | ({ type: 'judged' } & Judged)
  | ({ type: 'liked' } & Omit<Liked, 'atMs'>)
  /** Made without the app: everything up to the jars is done, and nothing of it was kept time of. */
  | { type: 'entered-afterwards' }
  /** What an entry should have said; the entry itself stays in the log. */
  | { type: 'corrected'; eventId: string; to: CorrectableBody }
  | { type: 'loads-split'; loads: number }
  | { type: 'probed'; what: ProbedThing; tempC: number }
  | { type: 'measured'; what: MeasuredThing; reading: Reading; byEye?: boolean | undefined }
  /** The batch goes on with what is expected, and teaches nothing of it. */
  | { type: 'not-measured'; what: MeasuredThing }
  | {
      type: 'bottled';
      jars: readonly NewJar[];
      /** Nothing failed that was asked about jug, bag, jars and hands. */
      scalded: boolean;
      hygiene?: Hygiene | undefined;
      own?: readonly OwnItem[] | undefined;
    }
  /** `fridge` says into which one, by its id; the first where it is left out. */
  | { type: 'jar-moved'; jarId: string; place: JarPlace; fridge?: string | undefined }
  | { type: 'jar-drawn'; jarId: string; volumeMl: number }
  /** A part of its milk goes into a jar of its own, with the same past. */
  | { type: 'jar-split'; jarId: string; newId: string; label: string; volumeMl: number }
  /** So much milk of another jar of the batch, `fromId`, is poured into this one. */
  | { type: 'jar-topped-up'; jarId: string; fromId: string; volumeMl: number }
  /** A drink: so much milk out of a jar, and what went in with it. */
  | {
      type: 'drink-made';
      jarId: string;
      volumeMl: number;
      name: string;
      serving: Serving;
      doses: readonly HandDose[];
      own?: readonly OwnItem[] | undefined;
    }
  /** Smelled, looked at or tasted: all but good ends it. */
  | ({ type: 'jar-checked'; jarId: string } & JarCheck)
  | { type: 'jar-emptied'; jarId: string }
  | { type: 'jar-discarded'; jarId: string; reason: string }
  | {
      type: 'pulp-stored';
      place: PulpPlace;
      massG: number;
      portionId?: string | undefined;
      bagId?: string | undefined;
      drying?: DryingTerms | undefined;
    }
  /** Into another place or bag; `massG` is what it weighs by now, where it was weighed. */
  | {
      type: 'pulp-moved';
      portionId: string;
      place: PulpPlace;
      massG?: number | undefined;
      bagId?: string | null | undefined;
      drying?: DryingTerms | undefined;
    }
  /** A part becomes a portion of its own. */
  | { type: 'pulp-split'; portionId: string; newId: string; massG: number }
  | { type: 'pulp-weighed'; portionId: string; massG: number }
  | { type: 'pulp-taken'; portionId: string; massG: number; became: PulpUse; what?: string | undefined }
  /** As older releases said it: all of what is in one place is gone. */
  | { type: 'pulp-used'; place: PulpPlace }
  | { type: 'abandoned'; reason: string }
  | { type: 'undone'; eventId: string };

/** Kinds of entries that hold something read, judged or said, which may turn out to have been otherwise. */
export const CORRECTABLE = [
  'abandoned',
  'jar-moved',
  'jar-discarded',
  'measured',
  'probed',
  'liquid-added',
  'stirred-in',
  'tasted',
  'judged',
  'liked',
  'bottled',
  'equipment-used',
  'jar-drawn',
  'drink-made',
  'pulp-stored',
  'pulp-weighed',
] as const satisfies readonly EventBody['type'][];

export type CorrectableType = (typeof CORRECTABLE)[number];
export type CorrectableBody = Extract<EventBody, { type: CorrectableType }>;

/** One line of a batch's log. The log is only ever added to; the state is derived from it. */
export type BatchEvent = EventBody & { id: string; atMs: number };

export interface StepState extends Step {
  begunAtMs: number | null;
  doneAtMs: number | null;
  /** Since when it has been running without a pause; null while it does not. */
  runningSinceMs: number | null;
  /** How long it ran before that, ms. */
  ranMs: number;
}

/** How long a step has run, pauses left out, s. */
export function stepRanS(step: StepState, nowMs: number): number {
  const running = step.runningSinceMs === null ? 0 : Math.max(0, nowMs - step.runningSinceMs);
  return (step.ranMs + running) / 1000;
}

/** What is left of a step's time, s, negative once it is over; null when it has no timer. */
export function stepLeftS(step: StepState, nowMs: number): number | null {
  return step.timerS === null ? null : step.timerS - stepRanS(step, nowMs);
}

/** Moment the timer of a running step runs out; null when it has none or stands still. */
export function timerEndMs(step: StepState): number | null {
  if (step.runningSinceMs === null || step.timerS === null) return null;
  return step.runningSinceMs + step.timerS * 1000 - step.ranMs;
}

/** Water poured in on the way. */
export interface AddedLiquid {
  atMs: number;
  volumeMl: number;
  /** Into the strained milk, which it thins; otherwise into the mix. */
  strained: boolean;
}

/** An addition put in on the way. */
export interface StirredIn extends HandDose {
  atMs: number;
  /** Into the strained milk; otherwise into what is blended. */
  strained: boolean;
}

/** Where a jar is from a moment on, and in which fridge where it is in one. */
export interface JarStay {
  fromMs: number;
  place: JarPlace;
  fridge: string;
}

/** What milk has been through since it was bottled. */
export interface JarPast {
  /** What stood in one jar while it cooled, mL: a jar that was parted later cooled as the whole. */
  cooledAsMl: number;
  /** Where it has been; temperatures are the kitchen's and come in with `jarSpells`. */
  places: readonly JarStay[];
  /** Stirred into this jar alone. */
  doses: readonly HandDose[];
  /** When milk of another jar was last poured in; null where none ever was. */
  poured: JarPour | null;
}

/** Milk of two jars put together: from then on both have one past, and the place of the jar that they are in. */
export interface JarPour {
  atMs: number;
  /** What the milk in the jar, and what was poured into it, had been through by then. */
  own: JarPast;
  other: JarPast;
}

export interface JarState extends JarPast {
  id: string;
  label: string;
  /** Milk of the batch that was poured in, and with what was stirred into this jar; mL. */
  milkMl: number;
  filledMl: number;
  carried: boolean;
  leftMl: number;
  filledAtMs: number;
  fate: 'in-use' | 'emptied' | 'discarded';
  fateAtMs: number | null;
  discardReason: string | null;
  /** What was found when it was smelled, looked at or tasted. */
  checks: JarChecks;
}

/** A portion of pulp as it is by now. */
export interface PulpState {
  id: string;
  /** The bag it lies in with others; null where it lies by itself. */
  bagId: string | null;
  place: PulpPlace;
  /** What it weighs, and the solids in it, g; and the solids it was put away with. */
  massG: number;
  dryG: number;
  storedDryG: number;
  /** Since when it is where it is. */
  sinceMs: number;
  spells: readonly PulpSpell[];
  drying: Drying | null;
  taken: readonly { atMs: number; massG: number; dryG: number; became: PulpUse; what: string | null }[];
  usedAtMs: number | null;
}

export interface BatchState {
  plannedAtMs: number;
  /** As planned, and with the gear that was really used. */
  plannedRecipe: Recipe;
  recipe: Recipe;
  prediction: PlannedPrediction;
  sureness: Uncertainty | null;
  surroundings: Surroundings;
  ingredients: readonly OwnItem[];
  budgetH: BudgetH;
  status: 'under-way' | 'bottled' | 'abandoned';
  abandonReason: string | null;
  steps: readonly StepState[];
  /** The step to do now; null when all are done. */
  current: StepState | null;
  measured: {
    soakedG: number | null;
    milkG: number | null;
    milkMl: number | null;
    /** When the milk was measured, ms; water added later is on top of it. */
    milkAtMs: number | null;
    pulpG: number | null;
    nutsC: number | null;
    bowlC: number | null;
    mixC: number | null;
    /** What was judged by eye, and what the cook went on without. */
    byEye: readonly MeasuredThing[];
    without: readonly MeasuredThing[];
  };
  guide: Guide;
  /** Loads it is blended in. */
  loads: number;
  tended: readonly { atMs: number; what: SoakTending }[];
  added: readonly AddedLiquid[];
  stirred: readonly StirredIn[];
  /** Planned additions that did not go in, and whether that was said once the milk was strained. */
  leftOut: readonly { addition: string; strained: boolean }[];
  /** Gear as it was used, the latest of each; empty where all was as planned. */
  equipment: EquipmentUsed;
  tasted: readonly { atMs: number; volumeMl: number }[];
  /** Asked for on the spot; null where the recipe alone decides. */
  jugAgain: { strain: boolean } | null;
  verdicts: Verdicts;
  liked: readonly Liked[];
  /** Entered after it was made elsewhere: nothing of it was kept time of. */
  afterwards: boolean;
  /** End of the last blending, for the two-hour rule. */
  blendEndMs: number | null;
  scalded: boolean;
  /** What was answered about bag, jug, jars and hands; empty in older batches. */
  hygiene: Hygiene;
  jars: readonly JarState[];
  pulp: readonly PulpState[];
  /** The entries that count, with what was corrected of them. */
  entries: readonly BatchEvent[];
  /** The latest event that still counts and can be taken back. */
  undoable: BatchEvent | null;
}
