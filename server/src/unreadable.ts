import type { z } from 'zod';

/** Most problems of one row that are told; the first say enough. */
const MOST_TOLD = 4;

/** What is wrong with a stored row, field by field, in words. */
export function problemsOf(error: z.ZodError): string[] {
  return error.issues
    .slice(0, MOST_TOLD)
    .map(({ path, message }) => (path.length > 0 ? `${path.map(String).join('.')}: ${message}` : message));
}
