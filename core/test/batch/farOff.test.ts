import {
  USUAL_KITCHEN,
  isFarOff,
  isFarOffReading,
  movedInterval,
  plainRecipe,
  predict,
  uncertainty,
} from '../../src';

describe('a far-off figure', () => {
  const likely = { low: 900, high: 960 };

  test('is one that hardly any kitchen would give', () => {
    expect(isFarOff(930, 930, likely)).toBe(false);
    expect(isFarOff(860, 930, likely)).toBe(false);
    // The bowl's 310 g on top.
    expect(isFarOff(1240, 930, likely)).toBe(true);
    expect(isFarOff(600, 930, likely)).toBe(true);
  });

  test('without an interval is one beyond two fifths', () => {
    expect(isFarOff(1200, 930, null)).toBe(false);
    expect(isFarOff(1400, 930, null)).toBe(true);
    expect(isFarOff(10, 0, null)).toBe(false);
  });

  test('moves with what is expected by now', () => {
    expect(movedInterval(likely, 930, 465)).toEqual({ low: 450, high: 480 });
    expect(movedInterval(null, 930, 465)).toBeNull();
    expect(isFarOff(465, 465, movedInterval(likely, 930, 465))).toBe(false);
    expect(isFarOff(465, 930, likely)).toBe(true);
  });

  test('off the scale or the jug is held against what is expected by now', () => {
    const recipe = plainRecipe('Almond', 'almond', 6.6, 12);
    const planned = predict(recipe, USUAL_KITCHEN);
    const sure = uncertainty(recipe, USUAL_KITCHEN);
    if (!planned.ok || !sure.ok) throw new Error('the plain recipe is refused');
    const prediction = planned.value;
    const state = { prediction, sureness: sure.value };
    const { volumeMl, massG } = prediction.milk;
    expect(isFarOffReading(state, prediction, 'milk', { volumeMl })).toBe(false);
    expect(isFarOffReading(state, prediction, 'milk', { massG })).toBe(false);
    expect(isFarOffReading(state, prediction, 'milk', { massG: massG + 600 })).toBe(true);
    expect(isFarOffReading(state, prediction, 'pulp', { massG: prediction.pulp.massG * 3 })).toBe(true);
    expect(isFarOffReading(state, prediction, 'soaked', { massG: prediction.soak.soakedMassG })).toBe(false);
    // Half of it was spilled and that was said: half is what is expected.
    const half = { ...prediction, milk: { ...prediction.milk, volumeMl: volumeMl / 2 } };
    expect(isFarOffReading(state, half, 'milk', { volumeMl: volumeMl / 2 })).toBe(false);
    expect(isFarOffReading(state, half, 'milk', { volumeMl })).toBe(true);
  });
});
