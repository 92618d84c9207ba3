export type { AgendaItem, PlanOnAgenda } from './agenda';
export { agenda, stepAgenda } from './agenda';
export { recipeAsMade } from './asMade';
export { batchState, effectiveEvents, lastTap } from './batchReducer';
export type { EventRefusalCode } from './batchRules';
export { eventRefusal } from './batchRules';
export type {
  BatchEvent,
  BatchState,
  EventBody,
  JarState,
  MeasuredThing,
  NewJar,
  ProbedThing,
  PulpState,
  Reading,
  StepState,
} from './batchState';
export { stepLeftS, stepRanS, timerEndMs } from './batchState';
export type { BatchOutcome, BatchSummary } from './batchSummary';
export { batchSummary } from './batchSummary';
export { finishedMilkMl, strainedMilkMl } from './bottling';
export { comparisons } from './comparison';
export { isFarOff, isFarOffReading, movedInterval } from './farOff';
export type { FridgeReading } from './jarHistory';
export { jarCosts, jarKeeping, jarSpells, jarTerms } from './jarHistory';
export { plannedEvent } from './plannedEvent';
export { batchAllergens, ownIn, recipeAllergens } from './recipeAllergens';
export type { Fact, PlanChange, Replan, ReplannedFigure } from './replan';
export { clockLengthS, replan, warmthAtC } from './replan';
export { blendedMilkTempC, soakAsItWent, soakStandsIn } from './soakAndBlend';
export { cautionsAt } from './stepCautions';
export type { Guide, StepKind } from './stepTable';
export { GUIDE, stepDefinition } from './stepTable';
export type { Step } from './steps';
export { batchSteps } from './steps';
