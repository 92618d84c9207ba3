export type { AgendaItem, PlanOnAgenda } from './agenda';
export { agenda, isQuiet, stepAgenda } from './agenda';
export { recipeAsMade } from './asMade';
export type { BagEntry } from './bagHistory';
export { bagHistory } from './bagHistory';
export { batchState, lastTap } from './batchReducer';
export { effectiveEvents, isCorrectable } from './corrections';
export type { EventRefusalCode } from './batchRules';
export { eventRefusal } from './batchRules';
export type {
  BatchEvent,
  BatchState,
  CorrectableBody,
  CorrectableType,
  DryingTerms,
  EventBody,
  JarPast,
  JarState,
  JarStay,
  MeasuredThing,
  NewJar,
  ProbedThing,
  PulpState,
  Reading,
  StepState,
} from './batchState';
export { CORRECTABLE, stepLeftS, stepRanS, timerEndMs } from './batchState';
export type { BatchOutcome, BatchSummary } from './batchSummary';
export { batchSummary } from './batchSummary';
export type { HouseholdJar } from './bottling';
export { finishedMilkMl, jarsToFill, strainedMilkMl } from './bottling';
export type { DrinkFigures } from './drinkFigures';
export { drinkFigures } from './drinkFigures';
export { comparisons } from './comparison';
export { isFarOff, isFarOffReading, movedInterval } from './farOff';
export { jarColdLog, jarCosts, jarFate, jarKeeping, jarSpells, jarTerms } from './jarHistory';
export type { MilkForPulp } from './milkForPulp';
export { milkForPulp, withMilk } from './milkForPulp';
export type { JarAhead, MilkAhead } from './milkAhead';
export { FORETOLD_FROM_ML, RATE_DAYS, drinkingOrder, drunkPerDayMl, jarsAhead, milkAhead } from './milkAhead';
export type { Destination, MonthOfNut, WhereItWent } from './whereItWent';
export { DESTINATIONS, nutAccount, pours, wentOf, whereItWent } from './whereItWent';
export type { CounterSpell, JarSpent } from './jarSpent';
export { jarSpent } from './jarSpent';
export { dosesTogether, jarAgeDays, jarAllergens, nutritionWith } from './jars';
export type { JarCheck, JarFinding, JarSense } from './jarChecks';
export { FINDINGS_BY, JAR_FINDINGS, JAR_SENSES } from './jarChecks';
export { plannedEvent } from './plannedEvent';
export type { LedgerPortion, PortionEvent, PortionShare, PulpBag } from './pulpLedger';
export {
  bagAllergens,
  bagDrying,
  movedPart,
  namedBag,
  onTray,
  oldestFirst,
  pulpAtHand,
  pulpBags,
  solidsAt,
  pulpTraits,
  weighedTogether,
} from './pulpLedger';
export { allergensOfAll, batchAllergens, ownIn, recipeAllergens } from './recipeAllergens';
export type { Fact, PlanChange, Replan, ReplannedFigure } from './replan';
export { clockLengthS, replan, warmthAtC } from './replan';
export type { JugAgainLoad } from './soakAndBlend';
export {
  blendedMilkTempC,
  bottledMilkTempC,
  isStrained,
  jugAgainLoad,
  jugAgainWarmthC,
  soakAsItWent,
  soakStandsIn,
} from './soakAndBlend';
export { cautionsAt } from './stepCautions';
export type { Guide, StepKind } from './stepTable';
export { GUIDE, stepDefinition } from './stepTable';
export type { Step } from './steps';
export { batchSteps } from './steps';
export type { DoseLine } from './stirredIn';
export { doseLines, lineG, recipeWithDoses, restAsPlanned } from './stirredIn';
export type { Stretch } from './stretch';
export { TASTING_ML, stretchOf } from './stretch';
export type { Judged, Liked, LikedBest, Verdict, VerdictThing, Verdicts } from './verdicts';
export { LIKING, VERDICTS, likedBest, meanLiking } from './verdicts';
export type { Departure } from './departures';
export { departures } from './departures';
