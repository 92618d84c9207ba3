import fc from 'fast-check';
import type { BladeHeat, Heat } from '../../src';
import {
  MACHINES,
  breakingEnergyKjPerKg,
  energyForRupture,
  findIngredient,
  iceForLimitG,
  iceLeftAfterG,
  meanRupture,
  powerAtSpeedW,
  predict,
  warmingOf,
  warmthAfterC,
  TABLE_ONLY,
} from '../../src';
import { workedRecipe } from '../recipes';

const double = (min: number, max: number) => fc.double({ min, max, noNaN: true });

function almond() {
  const found = findIngredient('almond', TABLE_ONLY);
  if (!found) throw new Error('no almonds');
  return found;
}

describe('hardness', () => {
  test('a dry whole nut is 1.6 times as hard as one soaked through', () => {
    expect(breakingEnergyKjPerKg(almond(), 'whole', 0)).toBeCloseTo(18 * 1.6, 12);
    expect(breakingEnergyKjPerKg(almond(), 'whole', 0.6)).toBeCloseTo(18, 12);
    expect(breakingEnergyKjPerKg(almond(), 'whole', 1)).toBeCloseTo(18, 12);
  });

  test('chopping and grinding take work off the blades', () => {
    expect(breakingEnergyKjPerKg(almond(), 'chopped', 1)).toBeCloseTo(18 * 0.7, 12);
    expect(breakingEnergyKjPerKg(almond(), 'ground', 0)).toBeCloseTo(18 * 0.35, 12);
  });
});

test('energy for a wanted rupture gives that rupture, for any mixture', () => {
  const nuts = fc.array(fc.record({ massG: double(1, 500), breakingKjPerKg: double(2, 40) }), {
    minLength: 1,
    maxLength: 5,
  });
  fc.assert(
    fc.property(nuts, double(0.05, 0.99), (mixture, wanted) => {
      expect(meanRupture(mixture, energyForRupture(mixture, wanted))).toBeCloseTo(wanted, 9);
    }),
  );
});

test('half speed leaves 18 % of the power', () => {
  expect(powerAtSpeedW(MACHINES['high-speed-jug'], 0.5) / 700).toBeCloseTo(Math.pow(0.5, 2.5), 12);
});

describe('warmth', () => {
  const heat: Heat = {
    nutAsBoughtG: 100,
    uptakeG: 50,
    nutTempC: 20,
    keptWaterG: 0,
    keptWaterTempC: 20,
    liquidG: 1000,
    liquidTempC: 15,
    iceG: 0,
    addedWaterG: 0,
    addedSolidsG: 0,
  };
  const blades: BladeHeat = { powerW: 700, lossWPerK: 4, roomTempC: 20 };
  const nutKj = 0.1 * 1.9 + 0.05 * 4.18;

  test('before the blades start the mix lies between its parts', () => {
    expect(warmingOf(heat, blades).startC).toBeCloseTo((nutKj * 20 + 4.18 * 15) / (nutKj + 4.18), 9);
    const kept = warmingOf({ ...heat, keptWaterG: 300, keptWaterTempC: 30, liquidG: 700 }, blades);
    expect(kept.startC).toBeCloseTo((nutKj * 20 + 0.3 * 4.18 * 30 + 0.7 * 4.18 * 15) / (nutKj + 4.18), 9);
  });

  test('without losses all blade energy becomes heat; with them it tends to a level', () => {
    const capacity = nutKj + 4.18;
    const closed = warmingOf(heat, { ...blades, lossWPerK: 0 });
    expect(warmthAfterC(closed, 60) - warmthAfterC(closed, 0)).toBeCloseTo(42 / capacity, 9);
    const cup = warmingOf(heat, { powerW: 100, lossWPerK: 2, roomTempC: 20 });
    expect(warmthAfterC(cup, 1e6)).toBeCloseTo(70, 6);
  });

  test('the balance is the solution of C·dT/dt = P - U·(T - room), by small steps', () => {
    const warming = warmingOf(heat, blades);
    let tempC = warming.startC;
    for (let i = 0; i < 300_000; i++) {
      tempC += ((700 - 4 * (tempC - 20)) / (1000 * warming.capacityKjPerK)) * 0.001;
    }
    expect(warmthAfterC(warming, 300)).toBeCloseTo(tempC, 2);
  });

  test('it never gets above 95 °C', () => {
    expect(warmthAfterC(warmingOf(heat, blades), 1800)).toBe(95);
  });

  test('the ice found keeps the end at the limit, and none is asked for when none is needed', () => {
    const seen = { none: 0, some: 0, never: 0 };
    fc.assert(
      fc.property(
        double(0, 900),
        double(5, 40),
        fc.constantFrom(0, 2, 4, 6),
        (seconds, limitC, lossWPerK) => {
          const there = { ...blades, lossWPerK };
          const iceG = iceForLimitG(heat, there, seconds, limitC);
          const ending = (g: number) =>
            warmthAfterC(warmingOf({ ...heat, liquidG: 1000 - g, iceG: g }, there), seconds);
          if (iceG === null) {
            seen.never++;
            expect(ending(1000)).toBeGreaterThan(limitC);
          } else if (iceG === 0) {
            seen.none++;
            expect(ending(0)).toBeLessThanOrEqual(limitC);
          } else {
            seen.some++;
            expect(ending(iceG)).toBeCloseTo(limitC, 4);
          }
        },
      ),
      // The first freezes right through.
      { numRuns: 400, examples: [[348.58, 5, 2]] },
    );
    for (const times of Object.values(seen)) expect(times).toBeGreaterThan(10);
  });

  test('ice left over holds the mix at zero, and is told', () => {
    const icy = warmingOf({ ...heat, liquidG: 100, iceG: 900 }, blades);
    expect(icy.startC).toBe(0);
    expect(icy.iceLeftG).toBeGreaterThan(800);
    // 700 W and 80 W out of the room melt 140 g in a minute.
    expect(icy.iceLeftG - iceLeftAfterG(icy, 60)).toBeCloseTo((780 * 60) / 334, 9);
    expect(warmthAfterC(icy, 60)).toBe(0);
    expect(iceLeftAfterG(icy, 600)).toBe(0);
    expect(warmthAfterC(icy, 600)).toBeGreaterThan(0);
  });
});

describe('schools of blending', () => {
  const base = workedRecipe('almond', 150, 3, 8);
  const held = { ...base, blend: { ...base.blend, end: { by: 'rupture' as const, rupture: 0.85 } } };
  const made = (recipe: typeof held) => {
    const result = predict(recipe);
    if (!result.ok) throw new Error(result.refusal.code);
    return result.value;
  };

  test('thick first needs less time and keeps the rest to rinse with', () => {
    // A jug of modest power, so that neither way ends at the least seconds.
    const jug = {
      ...held,
      blend: { ...held.blend, machine: 'standard-jug' as const, fillLineMl: 900, powerW: 150 },
    };
    const atOnce = made(jug);
    const thick = made({ ...jug, blend: { ...jug.blend, waterOrder: 'thick-first' } });
    expect(thick.blend.secondsPerLoad).toBeLessThan(atOnce.blend.secondsPerLoad);
    expect(thick.blend.rinseLiquidMl + thick.blend.loadLiquidMl * thick.blend.loads).toBeCloseTo(
      atOnce.liquidMl,
      6,
    );
    // Between one and a half and two volumes of water to one of soaked nuts.
    const volumes = thick.blend.loadLiquidMl / thick.soak.soakedVolumeMl;
    expect(volumes).toBeGreaterThan(1.5);
    expect(volumes).toBeLessThan(2);
    expect(thick.milk.solidsPct).toBeCloseTo(atOnce.milk.solidsPct, 9);
  });

  test('a cold press does not warm the milk and breaks more on a second pass', () => {
    const press = {
      ...held,
      blend: { ...held.blend, machine: 'cold-press' as const },
      strain: { ...held.strain, strainer: 'none' as const },
    };
    const once = made(press);
    const twice = made({ ...press, blend: { ...press.blend, presses: 2 } });
    expect(once.blend).toMatchObject({ loads: 1, secondsPerLoad: 0, energyKjPerKg: 0, rupture: 0.85 });
    expect(twice.blend.rupture).toBe(0.93);
    expect(once.blend.endTempC).toBeLessThan(20);
    expect(once.minutes.blendMin).toBeCloseTo((4 * once.milk.volumeMl) / 1000, 9);
    expect(twice.minutes.blendMin).toBeCloseTo((8 * twice.milk.volumeMl) / 1000, 9);
    expect(once.minutes.strainMin).toBe(0);
  });

  test('a small cup takes several equal loads and loses five grams more for each', () => {
    const jug = made(held);
    const cup = made({ ...held, blend: { ...held.blend, machine: 'personal-cup' } });
    expect(cup.blend.loads).toBeGreaterThan(1);
    expect(cup.lossG).toBeCloseTo(20 + 5 * (cup.blend.loads - 1), 9);
    expect(jug.lossG).toBeCloseTo(20, 9);
    expect(cup.blend.loadG * cup.blend.loads).toBeCloseTo(jug.blend.loadG * jug.blend.loads, 6);
  });

  test('nuts from a hot soak reach the jug at 30 °C at most, and give less protein', () => {
    const hot = made({ ...held, soak: { ...held.soak, method: 'hot', hours: 0.5, pourTempC: 95 } });
    const cold = made({ ...held, soak: { ...held.soak, hours: 3.6 } });
    expect(hot.soak.endTempC).toBeGreaterThan(50);
    expect(hot.blend.endTempC - cold.blend.endTempC).toBeLessThan(3);
    const ratio = hot.milk.proteinPct / hot.milk.fatPct / (cold.milk.proteinPct / cold.milk.fatPct);
    expect(ratio).toBeGreaterThan(0.84);
    expect(ratio).toBeLessThan(0.9);
  });
});
