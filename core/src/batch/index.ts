export type { AgendaItem, PlanOnAgenda } from './agenda';
export { agenda, stepAgenda } from './agenda';
export type {
  BatchEvent,
  BatchState,
  EventBody,
  EventRefusalCode,
  FridgeReading,
  JarState,
  NewJar,
  ProbedThing,
  PulpState,
  StepState,
} from './batch';
export {
  batchState,
  blendedMilkTempC,
  effectiveEvents,
  eventRefusal,
  jarCosts,
  jarKeeping,
  jarSpells,
  jarTerms,
  lastTap,
  soakAsItWent,
  soakStandsIn,
  stepLeftS,
  stepRanS,
  timerEndMs,
} from './batch';
export { finishedMilkMl, strainedMilkMl } from './bottling';
export { comparisons } from './comparison';
export { plannedEvent } from './plannedEvent';
export { batchAllergens, ownIn, recipeAllergens } from './recipeAllergens';
export type { Fact, PlanChange, Replan, ReplannedFigure } from './replan';
export { clockLengthS, replan, warmthAtC } from './replan';
export { cautionsAt } from './stepCautions';
export type { Guide, Step, StepKind } from './steps';
export { GUIDE, batchSteps } from './steps';
