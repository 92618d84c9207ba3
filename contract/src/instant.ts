import { z } from 'zod';

/** A moment in UTC, as ISO 8601 with a Z. */
export const InstantSchema = z.iso.datetime().meta({ description: 'A moment in UTC, ISO 8601 with Z' });

export function toInstant(ms: number): string {
  return new Date(ms).toISOString();
}

export function fromInstant(instant: string): number {
  return Date.parse(instant);
}

function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** An IANA time zone that this machine knows. */
export const TimeZoneSchema = z
  .string()
  .min(1)
  .max(64)
  .refine(isTimeZone, { error: 'not a time zone this machine knows' })
  .meta({ description: 'IANA time zone', example: 'Europe/Lisbon' });

/**
 * Abbreviations and bare offsets stand still when the clocks change, or stand for another place than the cook thinks:
 * `EST` is never New York's summer. UTC and names of places, old ones too, are taken.
 */
const FIXED = /^([+-].*|(EST|MST|HST|CET|MET|EET|WET)|[A-Z]{3}\d[A-Z]{3}|Etc\/GMT[+-].*|GMT[+-]\d+)$/i;

/** A time zone that a cook may choose. */
export const ChosenTimeZoneSchema = TimeZoneSchema.refine((zone) => !FIXED.test(zone), {
  error:
    'a place, such as Europe/Lisbon or America/New_York: an abbreviation or an offset knows no summer time',
});
