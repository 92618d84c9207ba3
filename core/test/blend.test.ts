import fc from 'fast-check';
import type { Heat } from '../src';
import {
  MACHINES,
  breakingEnergyKjPerKg,
  endTempC,
  energyForRupture,
  findIngredient,
  iceForLimitG,
  meanRupture,
  powerAtSpeedW,
  predict,
} from '../src';
import { workedRecipe } from './recipes';

const double = (min: number, max: number) => fc.double({ min, max, noNaN: true });

function almond() {
  const found = findIngredient('almond');
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
    liquidG: 1000,
    liquidTempC: 15,
    iceG: 0,
    addedWaterG: 0,
    addedSolidsG: 0,
    energyKj: 0,
  };

  test('without blending the mix ends between its parts', () => {
    const end = endTempC(heat);
    const nutKj = 0.1 * 1.9 + 0.05 * 4.18;
    expect(end).toBeCloseTo((nutKj * 20 + 4.18 * 15) / (nutKj + 4.18), 9);
  });

  test('blade energy all turns into heat', () => {
    const capacity = 0.1 * 1.9 + 0.05 * 4.18 + 4.18;
    expect(endTempC({ ...heat, energyKj: 50 }) - endTempC(heat)).toBeCloseTo(50 / capacity, 9);
  });

  test('the ice found keeps the end at the limit, and none is asked for when none is needed', () => {
    fc.assert(
      fc.property(double(0, 200), double(5, 40), (energyKj, limitC) => {
        const hot = { ...heat, energyKj };
        const iceG = iceForLimitG(hot, limitC);
        if (iceG === null) {
          expect(endTempC({ ...hot, liquidG: 0, iceG: 1000 })).toBeGreaterThan(limitC);
        } else if (iceG === 0) {
          expect(endTempC(hot)).toBeLessThanOrEqual(limitC);
        } else {
          expect(endTempC({ ...hot, liquidG: 1000 - iceG, iceG })).toBeCloseTo(limitC, 4);
        }
      }),
    );
  });

  test('ice left over holds the mix at zero', () => {
    expect(endTempC({ ...heat, liquidG: 100, iceG: 900 })).toBe(0);
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
    const atOnce = made(held);
    const thick = made({ ...held, blend: { ...held.blend, waterOrder: 'thick-first' } });
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
    const press = { ...held, blend: { ...held.blend, machine: 'cold-press' as const } };
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
