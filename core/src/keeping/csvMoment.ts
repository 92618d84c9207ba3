import { TZDate } from '@date-fns/tz';
import { HOUR_MS, MIN_MS } from '../measures';

/** A date and a time of day as a file writes them, before it is known which of its first two numbers is the day. */
export interface WrittenMoment {
  /** Year, and the two others in the order they stand; a date that begins with its year has month and day. */
  year: number;
  first: number;
  second: number;
  yearFirst: boolean;
  hours: number;
  minutes: number;
  seconds: number;
  /** Minutes east of UTC where the file says so; null where it means the clock on the wall. */
  offsetMin: number | null;
}

const DATE = String.raw`(\d{1,4})[-./](\d{1,2})[-./](\d{2,4})`;
const CLOCK = String.raw`(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?(?:\s*([ap])\.?m\.?)?`;
const ZONE = String.raw`\s*(Z|UTC|GMT|[+-]\d{2}:?\d{2})?`;
const MOMENT = new RegExp(`^${DATE}(?:,?[T\\s]+${CLOCK}${ZONE})?$`, 'i');

function offsetOf(zone: string | undefined): number | null {
  if (zone === undefined) return null;
  const east = /^([+-])(\d{2}):?(\d{2})$/.exec(zone);
  if (!east) return 0;
  return (east[1] === '-' ? -1 : 1) * (Number(east[2]) * 60 + Number(east[3]));
}

/** Hours of a clock of twelve or twenty-four. */
function hoursOf(hours: number, half: string | undefined): number {
  if (half === undefined) return hours;
  return (hours % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
}

/** Reads `2026-11-27 07:30`, `27.11.2026 07:30:15`, `11/27/26 7:30 PM` or ISO 8601; null for what is no date. */
export function readMoment(text: string): WrittenMoment | null {
  const found = MOMENT.exec(text.trim());
  if (!found) return null;
  const [, a = '', b = '', c = '', hours = '0', minutes = '0', seconds = '0', half, zone] = found;
  const yearFirst = a.length === 4;
  if (!yearFirst && a.length > 2) return null;
  const year = Number(yearFirst ? a : c);
  const moment: WrittenMoment = {
    year: year < 100 ? 2000 + year : year,
    first: Number(yearFirst ? b : a),
    second: Number(yearFirst ? c : b),
    yearFirst,
    hours: hoursOf(Number(hours), half),
    minutes: Number(minutes),
    seconds: Number(seconds),
    offsetMin: offsetOf(zone),
  };
  const possible = moment.hours < 24 && moment.minutes < 60 && moment.seconds < 60;
  return possible && moment.first >= 1 && moment.second >= 1 ? moment : null;
}

/** Moments as instants in one time zone, quickly: the zone is asked once for each hour. */
export class ZoneClock {
  private readonly hours = new Map<number, { ms: number; twice: boolean }>();
  private lastMs: number | null = null;

  constructor(private readonly timeZone: string) {}

  /**
   * The instant of a written moment, ms; null for a day that is not in the calendar. In the hour that the clock shows
   * twice it is the second one where the file would run backwards otherwise.
   */
  instantOf(moment: WrittenMoment, dayFirst: boolean): number | null {
    const { year, first, second, yearFirst, hours, minutes, seconds, offsetMin } = moment;
    const [month, day] = !yearFirst && dayFirst ? [second, first] : [first, second];
    const utcMs = Date.UTC(year, month - 1, day, hours, 0);
    const said = new Date(utcMs);
    if (said.getUTCMonth() !== month - 1 || said.getUTCDate() !== day) return null;
    const pastMs = minutes * MIN_MS + seconds * 1000;
    if (offsetMin !== null) return utcMs + pastMs - offsetMin * MIN_MS;
    const { ms, twice } = this.hourOf(utcMs);
    const atMs = ms + pastMs;
    const backwards = this.lastMs !== null && atMs < this.lastMs && this.lastMs - atMs <= HOUR_MS;
    this.lastMs = twice && backwards ? atMs + HOUR_MS : atMs;
    return this.lastMs;
  }

  private hourOf(utcMs: number): { ms: number; twice: boolean } {
    const known = this.hours.get(utcMs);
    if (known) return known;
    const said = new Date(utcMs);
    const hour = said.getUTCHours();
    const at = new TZDate(
      said.getUTCFullYear(),
      said.getUTCMonth(),
      said.getUTCDate(),
      hour,
      0,
      0,
      this.timeZone,
    );
    const shows = (ms: number): boolean => new TZDate(ms, this.timeZone).getHours() === hour;
    const ms = at.getTime();
    // Of an hour that comes twice the library may answer either.
    const before = shows(ms - HOUR_MS);
    const found = { ms: before ? ms - HOUR_MS : ms, twice: before || shows(ms + HOUR_MS) };
    this.hours.set(utcMs, found);
    return found;
  }
}
