import type { Problem, ProblemCode } from '@humble-churn/contract';
import { refusalMessage } from '@humble-churn/contract';
import type { Refusal } from '@humble-churn/core';
import type { z } from 'zod';

const TITLES: Readonly<Record<ProblemCode, { status: number; title: string }>> = {
  'invalid-input': { status: 400, title: 'Something sent was not understood' },
  'not-computable': { status: 422, title: 'This cannot be made' },
  'not-found': { status: 404, title: 'Not here' },
  'method-not-allowed': { status: 405, title: 'Not a way to call this' },
  'disk-full': { status: 507, title: 'The disk is full' },
  'database-away': { status: 503, title: 'The database does not answer' },
  busy: { status: 503, title: 'Too much at once' },
  conflict: { status: 409, title: 'Things have moved on' },
  'idempotency-key-missing': { status: 400, title: 'The Idempotency-Key header is missing' },
  'idempotency-key-reused': { status: 422, title: 'This Idempotency-Key was used for something else' },
  'foreign-host': { status: 403, title: 'Not a name of this server' },
  'cross-site-write': { status: 403, title: 'Writes come from the app itself only' },
  'not-paired': { status: 401, title: 'Pair this device first' },
  'pairing-refused': { status: 403, title: 'Not paired' },
  'too-many-tries': { status: 429, title: 'Too many wrong codes' },
  'too-large': { status: 413, title: 'Too much at once' },
  'unsupported-media': { status: 415, title: 'Send JSON' },
  unexpected: { status: 500, title: 'Something went wrong here' },
};

/** An answer other than the one hoped for; thrown anywhere below a route. */
export class ProblemError extends Error {
  readonly problem: Problem;
  /** The same may be tried again after so long, s; null where that makes no difference. */
  readonly retryAfterS: number | null;

  constructor(
    code: ProblemCode,
    detail: string,
    {
      retryAfterS = null,
      ...more
    }: Pick<Problem, 'reason' | 'fields'> & { retryAfterS?: number | null } = {},
  ) {
    super(detail);
    this.retryAfterS = retryAfterS;
    const { status, title } = TITLES[code];
    this.problem = { type: `urn:humble-churn:problem:${code}`, title, status, code, detail, ...more };
  }
}

export function invalidInput(error: z.ZodError, under: readonly string[] = []): ProblemError {
  const fields = error.issues.map((issue) => ({
    path: [...under, ...issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part))],
    message: issue.message,
  }));
  const where = fields[0]?.path.join('.') ?? '';
  const detail = `${where === '' ? 'The request' : where}: ${fields[0]?.message ?? 'not valid'}. Nothing was changed.`;
  return new ProblemError('invalid-input', detail, { fields });
}

export function notComputable(refusal: Refusal, under: readonly string[] = []): ProblemError {
  const detail = refusalMessage(refusal);
  const path = [...under, ...refusal.path];
  return new ProblemError('not-computable', detail, {
    reason: refusal.code,
    fields: [{ path, message: detail }],
  });
}
