import { ProblemSchema } from '@humble-churn/contract';
import type { ErrorRequestHandler } from 'express';
import { z } from 'zod';
import { ComputeCancelled } from './compute';
import { isDatabaseAway } from './databaseAway';
import { ProblemError } from './problemError';
import { fault, log } from './log';

/** The most JSON that is taken at once. */
export const BODY_LIMIT = '256kb';

/** What the database says of a query that failed: the reason, and never the values that were in it. */
const QueryErrorSchema = z.object({ query: z.string(), cause: z.unknown() });
const CauseSchema = z.object({ message: z.string(), code: z.string().optional() });
/** PostgreSQL's code for a full disk, and the system's. */
const DISK_FULL = /^(53100|ENOSPC)$|No space left on device/;

/** A database that is away may be asked for again after so long, s. */
const AGAIN_S = 5;

function tellFault(error: unknown): ProblemError {
  const query = QueryErrorSchema.safeParse(error);
  const cause = CauseSchema.safeParse(query.success ? query.data.cause : error);
  const said = cause.success ? cause.data : { message: String(error), code: undefined };
  if (query.success) log.error({ fault: said.message, query: query.data.query }, 'A query failed');
  else log.error(fault(error), 'A request failed');
  if (DISK_FULL.test(said.code ?? '') || DISK_FULL.test(said.message)) {
    return new ProblemError(
      'disk-full',
      'The disk of the server is full, so this was not kept. What was confirmed before is; make room and try again.',
    );
  }
  if (isDatabaseAway(said)) {
    return new ProblemError(
      'database-away',
      'The kitchen’s database does not answer. What was confirmed is kept; try again when it is back.',
      { retryAfterS: AGAIN_S },
    );
  }
  return new ProblemError(
    'unexpected',
    'The server met a fault. What was confirmed before is kept; try again.',
  );
}

// What the body reader and the router throw: a status, and for some a type.
const HttpErrorSchema = z.object({ status: z.number().int().min(400).max(499), type: z.string().optional() });

/** What went wrong, as it is told. */
export function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  const http = HttpErrorSchema.safeParse(error);
  if (!http.success) return tellFault(error);
  switch (http.data.status) {
    case 413:
      return new ProblemError('too-large', `At most ${BODY_LIMIT} at once. Nothing was changed.`);
    case 415:
      return new ProblemError('unsupported-media', 'Send plain JSON in UTF-8. Nothing was changed.');
    case 404:
      return new ProblemError('not-found', 'There is nothing at this address.');
    default:
      return new ProblemError('invalid-input', 'The request could not be read as JSON. Nothing was changed.');
  }
}

// Express tells an error handler by its four parameters.
export const answerProblem: ErrorRequestHandler = (error, _request, response, next) => {
  if (error instanceof ComputeCancelled) {
    response.end();
    return;
  }
  if (response.headersSent) {
    next(error);
    return;
  }
  const { problem, retryAfterS } = asProblem(error);
  if (retryAfterS !== null) response.set('Retry-After', String(retryAfterS));
  response
    .status(problem.status)
    .type('application/problem+json')
    .send(JSON.stringify(ProblemSchema.parse(problem)));
};
