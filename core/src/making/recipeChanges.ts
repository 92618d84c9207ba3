import type { Recipe } from './recipe';

/** Parts of a recipe that a cook would say changed. */
export type RecipePart =
  | 'name'
  | 'nuts'
  | 'amount'
  | 'ratio'
  | 'soak'
  | 'peel'
  | 'machine'
  | 'water-order'
  | 'blend-end'
  | 'liquid'
  | 'ice'
  | 'strainer'
  | 'squeeze'
  | 'wash'
  | 'additions'
  | 'drinkers'
  | 'purpose';

const PARTS: Readonly<Record<RecipePart, (recipe: Recipe) => unknown>> = {
  name: (r) => r.name,
  nuts: (r) => r.nuts,
  amount: (r) => r.amount,
  ratio: (r) => r.waterPerNut,
  soak: (r) => r.soak,
  peel: (r) => r.peel,
  machine: ({ blend }) => [blend.machine, blend.machineName, blend.powerW, blend.fillLineMl, blend.speed],
  'water-order': (r) => r.blend.waterOrder,
  'blend-end': ({ blend }) => [blend.end, blend.presses, blend.warmthLimitC],
  liquid: (r) => [r.otherLiquid, r.blend.liquidTempC],
  ice: (r) => r.blend.iceShare,
  strainer: ({ strain }) => [strain.strainer, strain.strainerName, strain.second],
  squeeze: (r) => r.strain.squeeze,
  wash: (r) => r.strain.washShare,
  additions: (r) => r.additions,
  drinkers: (r) => r.drinkers,
  purpose: (r) => [r.purpose, r.intoGlass === true],
};

function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const left = Object.entries(a);
  const right = new Map(Object.entries(b));
  return (
    left.length === right.size && left.every(([key, value]) => right.has(key) && same(value, right.get(key)))
  );
}

/** The parts in which two versions of a recipe differ, in the order a batch is made. */
export function recipeChanges(before: Recipe, after: Recipe): RecipePart[] {
  return (Object.keys(PARTS) as RecipePart[]).filter(
    (part) => !same(PARTS[part](before), PARTS[part](after)),
  );
}
