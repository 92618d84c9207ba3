import fc from 'fast-check';
import type { Prediction, Recipe } from '../../src';
import { LIMITS, USUAL_SURROUNDINGS, predict } from '../../src';
import { anyRecipe, sensibleRecipe, workedRecipe } from '../recipes';
import { kitchenAt } from '../kitchens';

function predicted(recipe: Recipe): Prediction | null {
  const result = predict(recipe);
  return result.ok ? result.value : null;
}

/** Every number anywhere in a value. */
function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (value !== null && typeof value === 'object') return Object.values(value).flatMap(numbersIn);
  return [];
}

const double = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('no recipe that the schema accepts gives a figure that is not a number', () => {
  let made = 0;
  fc.assert(
    fc.property(anyRecipe, (recipe) => {
      const result = predict(recipe);
      if (!result.ok) return;
      made++;
      for (const number of numbersIn(result.value)) expect(Number.isFinite(number)).toBe(true);
      expect(result.value.milk.massG).toBeGreaterThan(0);
    }),
    { numRuns: 1500 },
  );
  // The law must have been put to the test, not dodged by refusals.
  expect(made).toBeGreaterThan(200);
});

test('mass in equals mass out to 1e-9', () => {
  fc.assert(
    fc.property(anyRecipe, (recipe) => {
      const p = predicted(recipe);
      fc.pre(p !== null);
      const beforeG = p.additions.reduce((sum, one) => sum + (one.when === 'before' ? one.massG : 0), 0);
      const inG = p.nutG + p.soak.uptakeG + p.liquidG + p.iceG + beforeG;
      const outG = p.soak.leachedG + p.peel.skinsG + p.milk.massG + p.pulp.massG + p.lossG;
      expect(Math.abs(inG - outG) / inG).toBeLessThan(1e-9);
    }),
    { numRuns: 1500 },
  );
});

test('more water never lowers the yield', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(0.01, 4), (recipe, more) => {
      const less = predicted(recipe);
      const moreWater = predicted({ ...recipe, waterPerNut: recipe.waterPerNut + more });
      if (less && moreWater)
        expect(moreWater.milk.volumeMl).toBeGreaterThanOrEqual(less.milk.volumeMl - 1e-9);
    }),
  );
});

test('more water never thickens the milk, at the same rupture', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(0.05, 4), (recipe, more) => {
      const held = { ...recipe, blend: { ...recipe.blend, end: { by: 'rupture' as const, rupture: 0.85 } } };
      const less = predicted(held);
      const moreWater = predicted({ ...held, waterPerNut: held.waterPerNut + more });
      if (less && moreWater) expect(moreWater.milk.solidsPct).toBeLessThan(less.milk.solidsPct);
    }),
  );
});

test('longer blending never lowers rupture, solids or warmth', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(1, 200), (recipe, moreS) => {
      const { end } = recipe.blend;
      if (end.by !== 'seconds') throw new Error('a sensible recipe ends by seconds');
      const short = predicted(recipe);
      const long = predicted({
        ...recipe,
        blend: { ...recipe.blend, end: { by: 'seconds', seconds: end.seconds + moreS } },
      });
      fc.pre(short !== null && long !== null);
      expect(long.blend.rupture).toBeGreaterThanOrEqual(short.blend.rupture);
      expect(long.milk.solidsPct).toBeGreaterThanOrEqual(short.milk.solidsPct - 1e-9);
      expect(long.blend.endTempC).toBeGreaterThan(short.blend.endTempC);
    }),
  );
});

test('a harder squeeze never lowers the yield and never leaves wetter pulp', () => {
  fc.assert(
    fc.property(sensibleRecipe, (recipe) => {
      const [light, firm, hard] = (['light', 'firm', 'hard'] as const).map((squeeze) =>
        predicted({ ...recipe, strain: { ...recipe.strain, squeeze } }),
      );
      fc.pre(Boolean(light && firm && hard));
      if (!light || !firm || !hard) throw new Error('fc.pre let it through');
      expect(firm.milk.volumeMl).toBeGreaterThanOrEqual(light.milk.volumeMl);
      expect(hard.milk.volumeMl).toBeGreaterThanOrEqual(firm.milk.volumeMl);
      expect(hard.pulp.waterPct).toBeLessThanOrEqual(light.pulp.waterPct);
    }),
  );
});

test('a warmer or longer soak never lowers the uptake', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(0, 15), double(0, 10), (recipe, hours, roomTempC) => {
      const cool = predict(
        { ...recipe, soak: { ...recipe.soak, hours: 2 } },
        kitchenAt({ ...USUAL_SURROUNDINGS, roomTempC: 8 }),
      );
      const warm = predict(
        { ...recipe, soak: { ...recipe.soak, hours: 2 + hours / 3 } },
        kitchenAt({ ...USUAL_SURROUNDINGS, roomTempC: 8 + roomTempC }),
      );
      if (cool.ok && warm.ok) {
        expect(warm.value.soak.uptakeG).toBeGreaterThanOrEqual(cool.value.soak.uptakeG - 1e-12);
      }
    }),
  );
});

test('a blend of two nuts soaks up and gives fat between what its parts would', () => {
  fc.assert(
    fc.property(double(0.05, 20), (share) => {
      const alone = (ingredient: string) => predicted(workedRecipe(ingredient, 120, 3, 6));
      const a = alone('almond');
      const b = alone('cashew');
      const recipe = workedRecipe('almond', 120, 3, 6);
      const mixed = predicted({
        ...recipe,
        nuts: [
          { ingredient: 'almond', form: 'whole', share },
          { ingredient: 'cashew', form: 'whole', share: 1 },
        ],
      });
      if (!a || !b || !mixed) throw new Error('these batches can be made');
      const between = (value: number, one: number, other: number): void => {
        expect(value).toBeGreaterThanOrEqual(Math.min(one, other) - 1e-9);
        expect(value).toBeLessThanOrEqual(Math.max(one, other) + 1e-9);
      };
      between(mixed.soak.uptakeG, a.soak.uptakeG, b.soak.uptakeG);
      between(mixed.milk.fatPct, a.milk.fatPct, b.milk.fatPct);
      between(mixed.blend.rupture, a.blend.rupture, b.blend.rupture);
    }),
  );
});

test('the milk asked for is the milk promised', () => {
  fc.assert(
    fc.property(anyRecipe, double(100, 4000), (recipe, volumeMl) => {
      const p = predicted({
        ...recipe,
        amount: { by: 'milk', volumeMl },
        blend: { ...recipe.blend, end: { by: 'rupture', rupture: 0.8 } },
      });
      fc.pre(p !== null);
      expect(Math.abs(p.milk.volumeMl - volumeMl)).toBeLessThan(1e-4);
    }),
    { numRuns: 400 },
  );
});

test('going back from the milk of a one-load batch finds its nuts again', () => {
  fc.assert(
    fc.property(sensibleRecipe, (recipe) => {
      const held = { ...recipe, blend: { ...recipe.blend, end: { by: 'rupture' as const, rupture: 0.85 } } };
      const there = predicted(held);
      fc.pre(there !== null && there.blend.loads === 1 && there.milk.volumeMl >= LIMITS.milkMl.min);
      const back = predicted({ ...held, amount: { by: 'milk', volumeMl: there.milk.volumeMl } });
      expect(back?.nutG).toBeCloseTo(there.nutG, 4);
    }),
  );
});

test('no load is over the fill line, and one load less would be', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(400, 3000), (recipe, fillLineMl) => {
      const p = predicted({ ...recipe, blend: { ...recipe.blend, fillLineMl } });
      fc.pre(p !== null);
      expect(p.blend.loadVolumeMl).toBeLessThanOrEqual(fillLineMl * (1 + 1e-6));
      const { loads } = p.blend;
      if (loads > 1) expect((p.blend.loadVolumeMl * loads) / (loads - 1)).toBeGreaterThan(fillLineMl);
    }),
  );
});

test('the soak water, once kept, is not counted again', () => {
  const recipe = workedRecipe('almond', 100, 4, 2);
  const kept = predicted({ ...recipe, soak: { ...recipe.soak, water: 'kept' } });
  expect(kept?.soak.uptakeG).toBe(0);
  expect(kept?.soak.leachedG).toBe(0);
  expect(kept?.soak.keptWaterG).toBe(300);
  expect(kept?.liquidG).toBeCloseTo(4 * 236.588 * 0.998, 6);
});

test('ice takes the place of its own mass of water and cools the mix', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(0.02, 0.3), (recipe, iceShare) => {
      const plain = predicted(recipe);
      const iced = predicted({ ...recipe, blend: { ...recipe.blend, iceShare } });
      fc.pre(plain !== null && iced !== null);
      expect(iced.liquidG + iced.iceG).toBeCloseTo(plain.liquidG, 6);
      expect(iced.milk.massG).toBeCloseTo(plain.milk.massG, 6);
      expect(iced.blend.endTempC).toBeLessThan(plain.blend.endTempC);
    }),
  );
});

// Half the water of a mix of flax that hardly gives milk is too little for the first washing: only up to a third.
test('a second washing with part of the water draws out more of the nut', () => {
  fc.assert(
    fc.property(sensibleRecipe, double(0.15, 0.33), (recipe, washShare) => {
      const held = { ...recipe, blend: { ...recipe.blend, end: { by: 'rupture' as const, rupture: 0.85 } } };
      const once = predicted(held);
      const twice = predicted({ ...held, strain: { ...held.strain, washShare } });
      if (once && twice) expect(twice.pulp.dryG).toBeLessThan(once.pulp.dryG + 1e-9);
    }),
  );
});
