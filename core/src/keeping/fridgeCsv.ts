import Papa from 'papaparse';
import { celsiusFrom } from '../measures';
import type { Interruptible } from '../results';
import type { WrittenMoment } from './csvMoment';
import { ZoneClock, readMoment } from './csvMoment';
import type { MeasuredTemp } from './fridgeLog';
import { FRIDGE_READS_C } from './fridgeLog';

export interface FridgeCsvJob {
  text: string;
  /** Where the clock hung that wrote it; a file that names its own offset is read by that. */
  timeZone: string;
  /** What the file is in where it does not say; null lets the figures decide. */
  unit: 'C' | 'F' | null;
  /** Whether 3/4 is the third of April, where no date in the file decides it. */
  dayFirst: boolean;
  /** Nothing measured later than this is believed, ms: a clock that runs ahead. */
  nowMs: number;
}

/** Why a line is left out. */
export type BadLine = 'no-time' | 'no-temperature' | 'out-of-range' | 'in-the-future';

export type FridgeCsv =
  | {
      ok: true;
      /** One for each moment, sorted; of several at one moment the last in the file. */
      readings: readonly MeasuredTemp[];
      coldestC: number;
      warmestC: number;
      rows: number;
      repeated: number;
      /** Whether the file's lines were out of order. */
      disordered: boolean;
      unit: 'C' | 'F';
      /** Whether the file itself says its unit, and which number of a date is the day. */
      unitSaid: boolean;
      dayFirst: boolean;
      dayFirstSaid: boolean;
      badCount: number;
      /** The first of the lines left out; line 1 is the file's first. */
      bad: readonly { line: number; why: BadLine }[];
    }
  | { ok: false; why: 'empty' | 'no-columns' | 'nothing-readable' };

const BAD_SHOWN = 10;
const ROWS_A_PART = 4000;
/** A fridge whose figures lie above this is logged in °F. */
const FAHRENHEIT_FROM = 25;

/** What parts the columns: a comma only where nothing else does, for it may part decimals. */
function delimiterOf(text: string): '\t' | ';' | ',' {
  const first = /[^\r\n]+/.exec(text)?.[0] ?? '';
  return first.includes('\t') ? '\t' : first.includes(';') ? ';' : ',';
}

interface Columns {
  time: number;
  /** A second column with the time of day, where date and time stand apart. */
  clock: number | null;
  temp: number;
  unit: 'C' | 'F' | null;
  utc: boolean;
  header: boolean;
}

const TIME_NAMES =
  /^(date[\s/_-]*(and[\s_-]*)?time|time[\s_-]*stamp|date|time|when|at|recorded|measured|utc|epoch|unix)/i;
const TEMP_NAMES = /(temp|°\s*[cf]\b|celsius|fahrenheit|reading|value|^[cf]$)/i;
const OTHER_NAMES = /(humid|dew|pressure|batter|rssi|signal|set|target|min\b|max\b)/i;

function unitIn(name: string): 'C' | 'F' | null {
  if (/fahrenheit|°\s*f|[(_\s]f\)?$|deg\s*f/i.test(name)) return 'F';
  if (/celsius|centigrade|°\s*c|[(_\s]c\)?$|deg\s*c/i.test(name)) return 'C';
  return null;
}

/** A figure with either decimal mark, with or without its unit; null for what is none. */
function figure(text: string | undefined): number | null {
  const plain = (text ?? '').replace(/°|\s|[cf]$/gi, '').replace('−', '-');
  return /^[-+]?\d+([.,]\d+)?$/.test(plain) ? Number(plain.replace(',', '.')) : null;
}

/** Seconds or milliseconds since 1970. */
function epochMs(text: string): number | null {
  if (!/^\d{10}(\d{3})?(\.\d+)?$/.test(text.trim())) return null;
  const value = Number(text);
  return value < 1e11 ? value * 1000 : value;
}

function isMoment(text: string | undefined): boolean {
  return text !== undefined && (epochMs(text) !== null || readMoment(text) !== null);
}

function columnsOf(rows: readonly string[][]): Columns | null {
  const [first = [], second = []] = rows;
  if (first.some(isMoment)) {
    const time = first.findIndex(isMoment);
    const temp = first.findIndex((cell, i) => i !== time && figure(cell) !== null);
    return temp < 0 ? null : { time, clock: null, temp, unit: null, utc: false, header: false };
  }
  const names = first.map((name) => name.trim());
  const time = names.findIndex((name) => TIME_NAMES.test(name));
  const temps = names.flatMap((name, i) =>
    i !== time && TEMP_NAMES.test(name) && !OTHER_NAMES.test(name) ? [i] : [],
  );
  const temp = temps.find((i) => figure(second[i]) !== null) ?? temps[0];
  if (time < 0 || temp === undefined) return null;
  const clock = names.findIndex((name, i) => i !== time && /^time\b/i.test(name) && !isMoment(second[i]));
  const unit = unitIn(names[temp] ?? '') ?? (/^f$/i.test(names[temp] ?? '') ? 'F' : null);
  const utc = /utc|gmt/i.test(names[time] ?? '');
  return { time, clock: clock < 0 ? null : clock, temp, unit, utc, header: true };
}

/**
 * A row's temperature. Where commas part both columns and decimals, `4,2` lies in two cells: the row is then longer
 * than its header, or two whole figures stand side by side where there is none.
 */
function tempOf(
  row: readonly string[],
  { temp, header }: Columns,
  width: number,
  comma: boolean,
): number | null {
  const [whole, part] = [row[temp] ?? '', row[temp + 1]];
  const parted = comma && part !== undefined && /^\s*-?\d+$/.test(whole) && /^\d+$/.test(part);
  if (parted && (header ? row.length === width + 1 : true)) return figure(`${whole},${part}`);
  return header && row.slice(width).some((cell) => cell.trim() !== '') ? null : figure(whole);
}

interface Line {
  line: number;
  moment: WrittenMoment | number;
  temp: number;
}

/** Which of a date's first two numbers is the day: said by any date in which one of them can be no month. */
function dayFirstIn(lines: readonly Line[]): boolean | null {
  for (const { moment } of lines) {
    if (typeof moment === 'number' || moment.yearFirst) continue;
    if (moment.first > 12) return true;
    if (moment.second > 12) return false;
  }
  return null;
}

function middle(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
}

/**
 * Reads the log of a fridge's thermometer from a CSV file: the usual names of columns, or none; either decimal mark;
 * °C or °F; lines in any order and more than once. Lines that cannot be read are counted and named, never guessed.
 */
export function* readFridgeCsv(job: FridgeCsvJob): Interruptible<FridgeCsv> {
  const text = job.text.replace(/^\uFEFF/, '');
  const delimiter = delimiterOf(text);
  const rows = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' }).data;
  if (rows.length === 0) return { ok: false, why: 'empty' };
  yield 0.2;
  const columns = columnsOf(rows);
  if (!columns) return { ok: false, why: 'no-columns' };
  const bad: { line: number; why: BadLine }[] = [];
  const lines: Line[] = [];
  const from = columns.header ? 1 : 0;
  for (let i = from; i < rows.length; i++) {
    const row = rows[i] ?? [];
    const date = row[columns.time] ?? '';
    const whole = columns.clock === null ? date : `${date} ${row[columns.clock] ?? ''}`;
    const written = epochMs(date) ?? readMoment(whole);
    const temp = tempOf(row, columns, rows[0]?.length ?? 0, delimiter === ',');
    if (written === null) bad.push({ line: i + 1, why: 'no-time' });
    else if (temp === null) bad.push({ line: i + 1, why: 'no-temperature' });
    else {
      const utc = columns.utc && typeof written !== 'number' && written.offsetMin === null;
      lines.push({ line: i + 1, moment: utc ? { ...written, offsetMin: 0 } : written, temp });
    }
    if (i % ROWS_A_PART === 0) yield 0.2 + (0.4 * i) / rows.length;
  }
  if (lines.length === 0) return { ok: false, why: 'nothing-readable' };
  return yield* toReadings(job, columns, lines, bad, rows.length - from);
}

function* toReadings(
  job: FridgeCsvJob,
  columns: Columns,
  lines: readonly Line[],
  bad: { line: number; why: BadLine }[],
  rows: number,
): Interruptible<FridgeCsv> {
  const said = dayFirstIn(lines);
  const dayFirst = said ?? job.dayFirst;
  const allYearFirst = lines.every(({ moment }) => typeof moment === 'number' || moment.yearFirst);
  const guessed = middle(lines.map(({ temp }) => temp)) > FAHRENHEIT_FROM ? 'F' : 'C';
  const unit = columns.unit ?? job.unit ?? guessed;
  const clock = new ZoneClock(job.timeZone);
  const byMoment = new Map<number, number>();
  let disordered = false;
  let lastMs = -Infinity;
  for (const [i, { line, moment, temp }] of lines.entries()) {
    const atMs = typeof moment === 'number' ? moment : clock.instantOf(moment, dayFirst);
    const tempC = unit === 'F' ? celsiusFrom(temp, 'us') : temp;
    if (atMs === null) bad.push({ line, why: 'no-time' });
    else if (tempC < FRIDGE_READS_C.min || tempC > FRIDGE_READS_C.max)
      bad.push({ line, why: 'out-of-range' });
    else if (atMs > job.nowMs) bad.push({ line, why: 'in-the-future' });
    else {
      disordered ||= atMs < lastMs;
      lastMs = atMs;
      byMoment.set(atMs, tempC);
    }
    if (i % ROWS_A_PART === 0) yield 0.6 + (0.4 * i) / lines.length;
  }
  if (byMoment.size === 0) return { ok: false, why: 'nothing-readable' };
  const readings = [...byMoment]
    .map(([atMs, tempC]) => ({ atMs, tempC }))
    .sort((one, other) => one.atMs - other.atMs);
  bad.sort((one, other) => one.line - other.line);
  return {
    ok: true,
    readings,
    coldestC: readings.reduce((low, { tempC }) => Math.min(low, tempC), Infinity),
    warmestC: readings.reduce((high, { tempC }) => Math.max(high, tempC), -Infinity),
    rows,
    repeated: lines.length - byMoment.size - (bad.length - (rows - lines.length)),
    disordered,
    unit,
    unitSaid: columns.unit !== null,
    dayFirst,
    dayFirstSaid: said !== null || allYearFirst,
    badCount: bad.length,
    bad: bad.slice(0, BAD_SHOWN),
  };
}
