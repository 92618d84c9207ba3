import fc from 'fast-check';
import type { ScaleManners, ScaleSample } from '../../src';
import {
  HELD_FOR_MS,
  USUAL_SCALE,
  isEmptyScale,
  isSameLoad,
  newSimulatedScale,
  scaleLater,
  scaleShows,
  scaleTared,
  seededRandom,
  steadyReading,
  temperatureOfPacket,
  temperaturePacket,
  weightOfPacket,
  weightPacket,
} from '../../src';

function bytes(...values: number[]): DataView {
  return new DataView(Uint8Array.from(values).buffer);
}

describe('weight packets', () => {
  test.each<[string, DataView, number | null]>([
    // 0x00: kilograms in steps of 5 g, nothing more. 0x00BA = 186 steps.
    ['186 steps of 5 g', bytes(0x00, 0xba, 0x00), 930],
    // 0x01: pounds in steps of a hundredth. 0x00CD = 205.
    ['2.05 lb', bytes(0x01, 0xcd, 0x00), 2.05 * 453.592],
    ['with a moment of seven bytes', bytes(0x02, 0x28, 0x00, 0xea, 0x07, 11, 25, 8, 30, 0), 200],
    ['with a user and a body mass index', bytes(0x0c, 0x28, 0x00, 1, 0, 0, 0, 0), 200],
    ['a scale that could not weigh', bytes(0x00, 0xff, 0xff), null],
    ['cut short', bytes(0x00, 0x28), null],
    ['a moment announced and not sent', bytes(0x02, 0x28, 0x00), null],
    ['nothing at all', bytes(), null],
  ])('%s', (_name, packet, massG) => {
    const read = weightOfPacket(packet);
    if (massG === null) expect(read).toBeNull();
    else expect(read).toBeCloseTo(massG, 9);
  });

  test('what the simulator sends is read back to the nearest 5 g', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60_000, noNaN: true }), (massG) => {
        expect(Math.abs((weightOfPacket(weightPacket(massG)) ?? NaN) - massG)).toBeLessThanOrEqual(
          2.5 + 1e-9,
        );
      }),
    );
    expect(weightOfPacket(weightPacket(null))).toBeNull();
    expect(weightOfPacket(weightPacket(-10))).toBeNull();
  });
});

describe('temperature packets', () => {
  test.each<[string, DataView, number | null]>([
    // Mantissa 285, power -1.
    ['28.5 °C', bytes(0x00, 0x1d, 0x01, 0x00, 0xff), 28.5],
    // Mantissa -50, power -1.
    ['below zero', bytes(0x00, 0xce, 0xff, 0xff, 0xff), -5],
    // Flag 0x01: Fahrenheit. 950 · 10^-1.
    ['95 °F', bytes(0x01, 0xb6, 0x03, 0x00, 0xff), 35],
    ['not a number', bytes(0x00, 0xff, 0xff, 0x7f, 0x00), null],
    ['not at this resolution', bytes(0x00, 0x00, 0x00, 0x80, 0x00), null],
    ['plus infinity', bytes(0x00, 0xfe, 0xff, 0x7f, 0x00), null],
    ['cut short', bytes(0x00, 0x1d, 0x01), null],
  ])('%s', (_name, packet, tempC) => {
    const read = temperatureOfPacket(packet);
    if (tempC === null) expect(read).toBeNull();
    else expect(read).toBeCloseTo(tempC, 9);
  });

  test('what the simulator sends is read back to a hundredth', () => {
    fc.assert(
      fc.property(fc.double({ min: -30, max: 120, noNaN: true }), (tempC) => {
        expect(temperatureOfPacket(temperaturePacket(tempC))).toBeCloseTo(tempC, 1);
      }),
    );
    expect(temperatureOfPacket(temperaturePacket(null))).toBeNull();
  });
});

describe('the simulated scale', () => {
  const QUIET: ScaleManners = { ...USUAL_SCALE, driftGPerH: 0, noiseG: 0, dropoutsPerH: 0 };

  function run(manners: ScaleManners, seconds: number, loadG: (s: number) => number, seed = 7) {
    const random = seededRandom(seed);
    let scale = newSimulatedScale(0);
    const shown: ScaleSample[] = [];
    for (let ms = 100; ms <= seconds * 1000; ms += 100) {
      scale = scaleLater({ ...scale, loadG: loadG(ms / 1000) }, ms, manners, random);
      shown.push({ atMs: ms, massG: scaleShows(scale, manners, random) });
    }
    return { shown, scale, random };
  }

  test('takes its time to settle, and then shows what lies on it in its steps', () => {
    const { shown } = run(QUIET, 5, () => 188);
    expect(shown[1]?.massG).toBeLessThan(150);
    expect(shown[shown.length - 1]?.massG).toBe(188);
    const coarse = run({ ...QUIET, stepG: 5 }, 5, () => 188).shown;
    expect(coarse[coarse.length - 1]?.massG).toBe(190);
    expect(coarse.every(({ massG }) => massG === null || massG % 5 === 0)).toBe(true);
  });

  test('tares what lies on it, drifts with the hours, and drops out', () => {
    const { scale, random } = run(QUIET, 5, () => 400);
    expect(scaleShows(scaleTared(scale), QUIET, random)).toBe(0);
    const hours = run({ ...QUIET, driftGPerH: 20 }, 3600, () => 500).shown;
    expect(hours[hours.length - 1]?.massG).not.toBe(500);
    const often = run({ ...QUIET, dropoutsPerH: 600 }, 120, () => 500).shown;
    const gone = often.filter(({ massG }) => massG === null).length;
    expect(gone).toBeGreaterThan(100);
    expect(gone).toBeLessThan(often.length);
  });

  test('its reading becomes steady once it has settled, never while nuts are being poured on', () => {
    const pouring = run(USUAL_SCALE, 6, (s) => Math.min(200, 50 * s)).shown;
    const steadyAt = pouring.findIndex((_, i) => steadyReading(pouring.slice(0, i + 1), 1) !== null);
    // Poured until 4 s.
    expect(pouring[steadyAt]?.atMs).toBeGreaterThan(4500);
    const reading = steadyReading(pouring, 1);
    expect(Math.abs((reading?.massG ?? 0) - 200)).toBeLessThanOrEqual(1);
  });
});

describe('a steady reading', () => {
  const samples = (...values: (number | null)[]): ScaleSample[] =>
    values.map((massG, i) => ({ atMs: i * 300, massG }));

  test('needs about a second within one step', () => {
    expect(steadyReading(samples(180, 188, 188, 189), 1)).toBeNull();
    expect(steadyReading(samples(180, 188, 188, 189, 188), 1)).toEqual({ massG: 188, sinceMs: 300 });
    expect(steadyReading(samples(188, 191, 188, 191, 188), 1)).toBeNull();
  });

  test('is none on an empty scale and starts anew after a dropout', () => {
    expect(steadyReading(samples(0, 0, 0, 0, 0, 0), 1)).toBeNull();
    expect(steadyReading(samples(188, 188, 188, 188, null), 1)).toBeNull();
    expect(steadyReading(samples(188, 188, 188, null, 188, 188), 1)).toBeNull();
    expect(steadyReading([], 1)).toBeNull();
  });

  test('what lies there is the same while it creeps, and nothing lies on it within three steps', () => {
    expect(isSameLoad(634, 637, 1)).toBe(true);
    expect(isSameLoad(634, 638, 1)).toBe(false);
    expect(isSameLoad(630, 645, 5)).toBe(true);
    expect(isEmptyScale(-2, 1)).toBe(true);
    expect(isEmptyScale(3, 1)).toBe(false);
    expect(isEmptyScale(10, 5)).toBe(true);
  });

  test('is held from the moment it became still', () => {
    const still = samples(...Array<number>(9).fill(450));
    const reading = steadyReading(still, 1);
    expect((still[8]?.atMs ?? 0) - (reading?.sinceMs ?? 0)).toBeGreaterThanOrEqual(HELD_FOR_MS);
  });
});
