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
