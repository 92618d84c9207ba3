import fc from 'fast-check';
import { PULP_RECIPES, milkForPulp, predict, solidsAt, withMilk } from '../../src';
import { kitchenAt } from '../kitchens';
import { workedRecipe } from '../recipes';

const kitchen = kitchenAt();
const milk = workedRecipe('almond', 143, 7, 8);
const named = (key: string) => {
  const found = PULP_RECIPES.find((one) => one.key === key);
  if (!found) throw new Error(key);
  return found;
};
const pulpOf = (volumeMl: number): number => {
  const made = predict(withMilk(milk, volumeMl), kitchen);
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.pulp.dryG;
};

test('the milk that is planned leaves the solids that are wanted, and a jar less would not', () => {
  let tight = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...PULP_RECIPES),
      fc.double({ min: 0, max: 200, noNaN: true }),
      (recipe, haveG) => {
        const plan = milkForPulp(milk, kitchen, recipe, haveG);
        if (!plan.ok) return;
        expect(plan.dryG + haveG).toBeGreaterThanOrEqual(recipe.dryG);
        expect(pulpOf(plan.volumeMl)).toBeCloseTo(plan.dryG, 6);
        if (plan.volumeMl <= 250) return;
        expect(pulpOf(plan.volumeMl - 50) + haveG).toBeLessThan(recipe.dryG);
        tight++;
      },
    ),
    // A small batch leaves more of each millilitre than a large one: a guess by the large one is too much.
    { examples: [[named('crackers'), 38]], numRuns: 300 },
  );
  expect(tight).toBeGreaterThan(10);
});

test('enough is said, and milk whose pulp makes no such thing is refused with the reason', () => {
  const crackers = named('crackers');
  expect(milkForPulp(milk, kitchen, crackers, crackers.dryG)).toEqual({ ok: false, why: 'enough' });
  const sweet = { ...milk, additions: [{ addition: 'dates', gPerL: 40, when: 'before' as const }] };
  expect(milkForPulp(sweet, kitchen, crackers, 0)).toMatchObject({ ok: false });
  expect(milkForPulp(milk, kitchen, named('butter'), 0)).toEqual({ ok: false, why: 'not-pressed' });
  expect(milkForPulp({ ...milk, nuts: [] }, kitchen, crackers, 0)).toEqual({
    ok: false,
    why: 'not-computable',
  });
});

test('pulp at hand counts where it is good until it is wanted, and not while it dries', () => {
  const bag = { place: 'fridge', useByMs: 1000, dryG: 60 } as const;
  expect([solidsAt(bag, 1000), solidsAt(bag, 1001), solidsAt({ ...bag, place: 'drying' }, 0)]).toEqual([
    60, 0, 0,
  ]);
});
