import pino from 'pino';
import { z } from 'zod';

/** Levels as whoever runs the server names them. */
export const LOG_LEVELS = ['silent', 'error', 'warn', 'info', 'debug'] as const;

/**
 * What the server says of itself, a line of JSON each, on the standard error stream. Nothing of a cook's goes in:
 * neither names nor what is in the kitchen, no address of who asked, no key.
 */
export const log = pino(
  {
    level: 'warn',
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (level) => ({ level }) },
  },
  pino.destination({ dest: 2, sync: true }),
);

const FaultSchema = z.object({ message: z.string(), stack: z.string().optional() });

/** Of an error its words and where it was thrown: what else hangs on it may be somebody's data. */
export function fault(error: unknown): { fault: string; at?: string | undefined } {
  const known = FaultSchema.safeParse(error);
  return known.success ? { fault: known.data.message, at: known.data.stack } : { fault: String(error) };
}
