import type { AllergenFacts, OwnItem, Pantry } from '../ingredients';
import { findAddition, findIngredient, isSalt } from '../ingredients';
import type { Recipe } from '../making';
import { isFruit, strainersOf } from '../making';
import type { Drying, PulpAtHand, PulpPlace, PulpTrait } from '../pulp';
import { PULP_TRAITS, pulpKeeping } from '../pulp';
import type { BatchState, DryingTerms, EventBody, PulpState } from './batchState';
import { allergensOfAll, batchAllergens } from './recipeAllergens';
import { recipeWithDoses } from './stirredIn';

/** What is in the jug with the nuts of a recipe, and in its pulp by a part; `own` are the cook's own among them. */
export function recipePulpTraits(recipe: Recipe, own: readonly OwnItem[]): PulpTrait[] {
  const pantry: Pantry = { own };
  const found = new Set<PulpTrait>();
  for (const { addition: key, when } of recipe.additions) {
    if (when !== 'before') continue;
    const addition = findAddition(key, pantry);
    const isOwn = own.some((one) => one.key === key);
    if (!addition || isOwn) found.add('unknown');
    if (!addition) continue;
    if (addition.kind === 'sweetener') found.add('sweetened');
    if (isSalt(addition)) found.add('salted');
    if (isFruit(addition)) found.add('fruit');
    if (addition.toxicToDogs === true) found.add('toxic-to-dogs');
  }
  for (const { ingredient } of recipe.nuts) {
    const nut = findIngredient(ingredient, pantry);
    if (!nut || own.some((one) => one.key === ingredient)) found.add('unknown');
    if (nut?.toxicToDogs === true) found.add('toxic-to-dogs');
  }
  const salted = recipe.soak.method !== 'none' && recipe.soak.saltGPerKg > 0;
  if (salted) found.add('salted');
  if (recipe.blend.machine === 'cold-press' || strainersOf(recipe).includes('cold-press')) {
    found.add('pressed');
  }
  return PULP_TRAITS.filter((trait) => found.has(trait));
}

/** What was in the jug with the nuts of a batch. */
export function pulpTraits(state: BatchState): PulpTrait[] {
  return recipePulpTraits(recipeWithDoses(state), state.ingredients);
}

export interface LedgerPortion {
  batchId: string;
  state: BatchState;
  pulp: PulpState;
}

/** Portions that lie together, the oldest first. Masses in g. */
export interface PulpBag {
  /** The bag's id, or that of its one portion. */
  id: string;
  place: PulpPlace;
  portions: readonly LedgerPortion[];
  massG: number;
  dryG: number;
  waterG: number;
  traits: readonly PulpTrait[];
  /** Keys of the nuts in it, those of the oldest batch first. */
  nuts: readonly string[];
  /** By its oldest part. */
  usedShare: number;
  useByMs: number;
}

function bagOf(id: string, place: PulpPlace, portions: LedgerPortion[], nowMs: number): PulpBag {
  const sum = (of: (pulp: PulpState) => number): number =>
    portions.reduce((all, { pulp }) => all + of(pulp), 0);
  const massG = sum((pulp) => pulp.massG);
  const dryG = sum((pulp) => pulp.dryG);
  const kept = portions.map(({ pulp }) => pulpKeeping(pulp.spells, nowMs));
  const traits = portions.map(({ state }) => pulpTraits(state));
  return {
    id,
    place,
    portions,
    massG,
    dryG,
    waterG: Math.max(0, massG - dryG),
    // Harm is that of any part; from a press it is only if all of it is.
    traits: PULP_TRAITS.filter((trait) =>
      trait === 'pressed'
        ? traits.every((one) => one.includes(trait))
        : traits.some((one) => one.includes(trait)),
    ),
    nuts: [...new Set(portions.flatMap(({ state }) => state.recipe.nuts.map((nut) => nut.ingredient)))],
    usedShare: Math.max(...kept.map((one) => one.usedShare)),
    useByMs: Math.min(...kept.map((one) => one.useByMs)),
  };
}

/** All pulp there is by bag: what dries, then what must be used soonest. */
export function pulpBags(batches: readonly { id: string; state: BatchState }[], nowMs: number): PulpBag[] {
  const bags = new Map<string, LedgerPortion[]>();
  for (const { id: batchId, state } of batches) {
    for (const pulp of state.pulp) {
      if (pulp.usedAtMs !== null) continue;
      const key = `${pulp.place} ${pulp.bagId ?? pulp.id}`;
      bags.set(key, [...(bags.get(key) ?? []), { batchId, state, pulp }]);
    }
  }
  return [...bags.values()]
    .map((portions) => {
      const sorted = portions.sort((a, b) => firstMs(a) - firstMs(b));
      const { pulp } = sorted[0] ?? { pulp: null };
      return bagOf(pulp?.bagId ?? pulp?.id ?? '', pulp?.place ?? 'fridge', sorted, nowMs);
    })
    .sort((a, b) => Number(b.place === 'drying') - Number(a.place === 'drying') || a.useByMs - b.useByMs);
}

const firstMs = ({ pulp }: LedgerPortion): number => pulp.spells[0]?.fromMs ?? pulp.sinceMs;

/** From this share on a part is all of it: what is shown is rounded. */
const WHOLE_SHARE = 0.995;

export interface PortionShare {
  batchId: string;
  portionId: string;
  massG: number;
}

/** `massG` taken out of a bag, the oldest portion first; all of it where that is more than there is. */
export function oldestFirst({ portions }: PulpBag, massG: number): PortionShare[] {
  let left = massG;
  return portions.flatMap(({ batchId, pulp }) => {
    const taken = Math.min(left, pulp.massG);
    left -= taken;
    return taken > 0 ? [{ batchId, portionId: pulp.id, massG: taken }] : [];
  });
}

/** `massG` of a bag into another place: the oldest first, a portion parted where not all of it goes. */
export function movedPart(
  bag: PulpBag,
  massG: number,
  to: { place: PulpPlace; bagId: string | null },
  newId: () => string,
): PortionEvent[] {
  return oldestFirst(bag, massG).flatMap(({ batchId, portionId, massG: partG }) => {
    const all = bag.portions.find(({ pulp }) => pulp.id === portionId)?.pulp.massG ?? partG;
    const moves = (id: string): PortionEvent => ({
      batchId,
      event: { type: 'pulp-moved', portionId: id, ...to },
    });
    if (partG >= all * WHOLE_SHARE) return [moves(portionId)];
    const part = newId();
    return [{ batchId, event: { type: 'pulp-split', portionId, newId: part, massG: partG } }, moves(part)];
  });
}

/** What a bag weighs by now, shared among its portions by their solids. */
export function weighedTogether({ portions, dryG }: PulpBag, massG: number): PortionShare[] {
  return portions.map(({ batchId, pulp }) => ({
    batchId,
    portionId: pulp.id,
    massG: (massG * pulp.dryG) / dryG,
  }));
}

/** What a bag was told in the same tap to each of its portions. */
export interface PortionEvent {
  batchId: string;
  event: EventBody;
}

/** What gives a bag a name that more can be put under: that of the bag, or `newId` to pulp that lies by itself. */
export function namedBag(
  { portions }: PulpBag,
  newId: string,
): { bagId: string; events: readonly PortionEvent[] } {
  const [first] = portions;
  if (first && first.pulp.bagId !== null) return { bagId: first.pulp.bagId, events: [] };
  const events = portions.map(({ batchId, pulp: { id, place } }): PortionEvent => ({
    batchId,
    event: { type: 'pulp-moved', portionId: id, place, bagId: newId },
  }));
  return { bagId: newId, events };
}

/** All of a bag onto one tray: each portion has its part of it. */
export function onTray({ portions, massG }: PulpBag, { trayCm2, airC }: DryingTerms): PortionEvent[] {
  return portions.map(({ batchId, pulp }) => ({
    batchId,
    event: {
      type: 'pulp-moved',
      portionId: pulp.id,
      place: 'drying',
      drying: { trayCm2: (trayCm2 * pulp.massG) / massG, airC },
    },
  }));
}

/** A bag on its tray, as one; null where it does not dry. Its portions are weighed together, by their solids. */
export function bagDrying({ portions, dryG }: PulpBag): Drying | null {
  const all = portions.flatMap(({ pulp }) => pulp.drying ?? []);
  const [first] = all;
  if (!first || all.length < portions.length) return null;
  const sum = (of: (one: Drying) => number): number => all.reduce((total, one) => total + of(one), 0);
  return {
    ...first,
    dryG,
    trayCm2: sum((one) => one.trayCm2),
    startG: sum((one) => one.startG),
    weighIns: first.weighIns.map(({ atMs, massG }) => ({ atMs, massG: (massG * dryG) / first.dryG })),
  };
}

/** What a recipe may be made from. */
export function pulpAtHand({ dryG, waterG, traits }: PulpBag): PulpAtHand {
  return { dryG, waterG, traits };
}

export function bagAllergens({ portions }: PulpBag, pantry: Pantry): AllergenFacts {
  return allergensOfAll(portions.map(({ state }) => batchAllergens(state, pantry)));
}

/** Solids of a bag that can still be used at a later moment, g: what dries by then or is past its time counts for none. */
export function solidsAt(bag: Pick<PulpBag, 'place' | 'useByMs' | 'dryG'>, atMs: number): number {
  return bag.place !== 'drying' && bag.useByMs >= atMs ? bag.dryG : 0;
}
