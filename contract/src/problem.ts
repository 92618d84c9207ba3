import { z } from 'zod';

export const PROBLEM_CODES = [
  'invalid-input',
  'not-computable',
  'not-found',
  'method-not-allowed',
  'disk-full',
  'database-away',
  'busy',
  'conflict',
  'idempotency-key-missing',
  'idempotency-key-reused',
  'foreign-host',
  'cross-site-write',
  'not-paired',
  'pairing-refused',
  'too-many-tries',
  'too-large',
  'unsupported-media',
  'unexpected',
] as const;

/** An error as RFC 9457 problem details, with a stable code and the fields it concerns. */
export const ProblemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.number().int(),
    code: z.enum(PROBLEM_CODES),
    /** A sentence for the cook. */
    detail: z.string(),
    /** A finer stable code where there is one, such as why a recipe cannot be computed. */
    reason: z.string().optional(),
    fields: z
      .array(z.object({ path: z.array(z.union([z.string(), z.number()])), message: z.string() }))
      .optional(),
  })
  .meta({ id: 'Problem' });

export type Problem = z.infer<typeof ProblemSchema>;
export type ProblemCode = (typeof PROBLEM_CODES)[number];
