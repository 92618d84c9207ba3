import type { SimulatedFridge } from '../../src';
import { fridgeLater, fridgeMemory, fridgeShows, newSimulatedFridge } from '../../src';
import { seededRandom } from '../../src/numerics';

const H = 3_600_000;
const around = { setC: 4, roomC: 21 };

/** How warm it is at each ten minutes of some hours. */
function run(from: SimulatedFridge, hours: number): { last: SimulatedFridge; temps: number[] } {
  let last = from;
  const temps: number[] = [];
  for (let i = 0; i < hours * 6; i++) {
    last = fridgeLater(last, last.atMs + H / 6, around);
    temps.push(last.airC);
  }
  return { last, temps };
}

test('it holds its setting to within a degree', () => {
  const { temps } = run(newSimulatedFridge(4, 0), 24);
  expect(Math.min(...temps)).toBeGreaterThan(3);
  expect(Math.max(...temps)).toBeLessThan(5);
});

test('without power it warms towards the room and never past it, and comes back', () => {
  const cut = run({ ...newSimulatedFridge(4, 0), powered: false }, 5);
  for (const [i, tempC] of cut.temps.entries()) expect(tempC).toBeGreaterThan(cut.temps[i - 1] ?? 0);
  expect(cut.last.airC).toBeGreaterThan(9);
  expect(run({ ...cut.last }, 200).temps.every((tempC) => tempC < 21)).toBe(true);
  expect(run({ ...cut.last, powered: true }, 6).last.airC).toBeLessThan(5);
});

test('an open door warms it within minutes', () => {
  const open = fridgeLater({ ...newSimulatedFridge(4, 0), doorOpen: true }, 5 * 60_000, around);
  expect(open.airC).toBeGreaterThan(8);
});

test('what it remembers is every five minutes, to a tenth, and shows the cut and the door', () => {
  const story = { doors: [{ fromMs: H, toMs: H + 180_000 }], cuts: [{ fromMs: 4 * H, toMs: 7 * H }] };
  const memory = fridgeMemory(0, 10 * H, around, story, seededRandom(7));
  expect(memory).toHaveLength(120);
  const warmest = (fromMs: number, toMs: number): number =>
    Math.max(...memory.filter(({ atMs }) => atMs >= fromMs && atMs < toMs).map(({ tempC }) => tempC));
  expect(warmest(0, H)).toBeLessThan(5.2);
  expect(warmest(H, 1.2 * H)).toBeGreaterThan(6);
  expect(warmest(6.8 * H, 7.2 * H)).toBeGreaterThan(8);
  for (const { tempC } of memory) expect(Math.round(tempC * 10) / 10).toBe(tempC);
  expect(fridgeMemory(0, 10 * H, around, story, seededRandom(7))).toEqual(memory);
  expect(fridgeShows(newSimulatedFridge(4, 0), seededRandom(1))).toBeCloseTo(4, 0);
});
