import fc from 'fast-check';
import type { FridgeCsv } from '../../src';
import { readFridgeCsv } from '../../src';
import { runToEnd } from '../../src/results';

const NOW = Date.UTC(2031, 5, 1);
const at = (iso: string): number => Date.parse(iso);
type Read = Extract<FridgeCsv, { ok: true }>;

function read(text: string, job: Partial<Parameters<typeof readFridgeCsv>[0]> = {}): Read {
  const found = runToEnd(
    readFridgeCsv({ text, timeZone: 'Europe/Lisbon', unit: null, dayFirst: true, nowMs: NOW, ...job }),
  );
  if (!found.ok) throw new Error(found.why);
  return found;
}

describe('a log of the fridge', () => {
  test.each([
    ['Timestamp,Temperature (°C)\n2031-01-05 07:30,4.2', 4.2],
    ['\uFEFFDate;Time;Temp;Humidity\n05.01.2031;07:30;4,2;60', 4.2],
    ['datetime\ttemp_c\n2031-01-05T07:30:00Z\t4.2', 4.2],
    ['Date,Time,Celsius(°C)\n05/01/2031,7:30 AM,4.2', 4.2],
    ['time,temp_f\n1925364600,39.56', 4.2],
    ['epoch,value\n1925364600000,4.2', 4.2],
    ['2031-01-05 07:30;4,2', 4.2],
    ['2031-01-05 07:30,4,2', 4.2],
    ['time,temp\n2031-01-05 07:30,4,2', 4.2],
    ['Time (UTC),Set,Temp °F\n2031-01-05 07:30,38,39.56', 4.2],
    ['time,temp\n2031-01-05 07:30,-0.5 °C', -0.5],
  ])('%j', (text, tempC) => {
    const { readings, badCount } = read(text);
    expect(badCount).toBe(0);
    expect(readings).toHaveLength(1);
    expect(readings[0]?.atMs).toBe(at('2031-01-05T07:30:00Z'));
    expect(readings[0]?.tempC).toBeCloseTo(tempC, 6);
  });

  test('the figures say °F where the header does not, and the cook can say otherwise', () => {
    const text = 'time,temp\n2031-01-05 07:30,39.2\n2031-01-05 07:40,41';
    expect(read(text)).toMatchObject({ unit: 'F', unitSaid: false });
    expect(read(text).readings[0]?.tempC).toBeCloseTo(4, 6);
    expect(read(text, { unit: 'C' }).readings[0]?.tempC).toBe(39.2);
    expect(read('time,temp °C\n2031-01-05 07:30,39.2', { unit: 'F' })).toMatchObject({
      unit: 'C',
      unitSaid: true,
    });
  });

  test('one date that can be read only one way says how all are read', () => {
    const two = (date: string): string => `time,temp\n03/04/2031 07:30,4\n${date} 07:30,4`;
    expect(read(two('04/13/2031'), { dayFirst: true })).toMatchObject({
      dayFirst: false,
      dayFirstSaid: true,
    });
    expect(read(two('13/04/2031'), { dayFirst: false })).toMatchObject({
      dayFirst: true,
      dayFirstSaid: true,
    });
    const open = read(two('05/04/2031'), { dayFirst: false });
    expect(open).toMatchObject({ dayFirst: false, dayFirstSaid: false });
    expect(open.readings[0]?.atMs).toBe(at('2031-03-04T07:30:00Z'));
  });

  test('the hour that comes twice in autumn: lines in order stay in order', () => {
    const lines = ['00:50', '01:20', '01:50', '01:10', '01:40', '02:10'];
    const text = ['time,temp', ...lines.map((one) => `2030-10-27 ${one},4`)].join('\n');
    const { readings, disordered } = read(text);
    expect(disordered).toBe(false);
    expect(readings.map(({ atMs }) => (atMs - at('2030-10-26T23:50:00Z')) / 60_000)).toEqual([
      0, 30, 60, 80, 110, 140,
    ]);
  });

  test('lines that are none are named and left out; the last of one moment counts', () => {
    const text = [
      'time,temp',
      '2031-01-05 07:30,4.0',
      'yesterday,4.0',
      '2031-01-05 07:40,',
      '2031-02-30 07:40,4',
      '2031-01-05 07:20,999',
      '2031-01-05 07:30,4.5',
      '2032-01-05 07:30,4',
      '2031-01-05 07:20,3.5',
    ].join('\n');
    expect(read(text)).toMatchObject({
      rows: 8,
      repeated: 1,
      disordered: true,
      badCount: 5,
      bad: [
        { line: 3, why: 'no-time' },
        { line: 4, why: 'no-temperature' },
        { line: 5, why: 'no-time' },
        { line: 6, why: 'out-of-range' },
        { line: 8, why: 'in-the-future' },
      ],
      readings: [
        { atMs: at('2031-01-05T07:20:00Z'), tempC: 3.5 },
        { atMs: at('2031-01-05T07:30:00Z'), tempC: 4.5 },
      ],
    });
  });

  test.each([
    ['', 'empty'],
    ['\n\n', 'empty'],
    ['name,colour\nwalnut,brown', 'no-columns'],
    ['a photograph, not a log', 'no-columns'],
    ['time,temp\nnever,cold', 'nothing-readable'],
  ])('%j is refused: %s', (text, why) => {
    expect(
      runToEnd(readFridgeCsv({ text, timeZone: 'UTC', unit: null, dayFirst: true, nowMs: NOW })),
    ).toEqual({
      ok: false,
      why,
    });
  });

  test('what is written is what is read, in any order, zone and notation', () => {
    let rows = 0;
    const reading = fc.record({
      atMs: fc.integer({ min: 0, max: 300_000 }).map((minute) => Date.UTC(2030, 6, 1) + minute * 60_000),
      tenths: fc.integer({ min: -50, max: 200 }),
    });
    const notation = fc.record({
      readings: fc.uniqueArray(reading, { minLength: 1, maxLength: 30, selector: ({ atMs }) => atMs }),
      mark: fc.constantFrom('.', ','),
      parts: fc.constantFrom(';', '\t'),
    });
    fc.assert(
      fc.property(notation, ({ readings, mark, parts }) => {
        const lines = readings.map(({ atMs, tenths }) =>
          [
            new Date(atMs).toISOString().slice(0, 16).replace('T', ' '),
            (tenths / 10).toFixed(1).replace('.', mark),
          ].join(parts),
        );
        const found = read(['time', 'temp °C'].join(parts) + '\n' + lines.join('\n'), { timeZone: 'UTC' });
        expect(found.readings.map(({ atMs, tempC }) => [atMs, Math.round(tempC * 10) + 0])).toEqual(
          [...readings].sort((a, b) => a.atMs - b.atMs).map(({ atMs, tenths }) => [atMs, tenths]),
        );
        rows += readings.length;
      }),
    );
    expect(rows).toBeGreaterThan(300);
  });
});
