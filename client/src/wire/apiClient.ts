import type { Problem, Route } from '@humble-churn/contract';
import { ProblemSchema } from '@humble-churn/contract';
import { z } from 'zod';
import { noteReach } from './connectivity';
import { noteNotLetIn } from './letIn';
import { watchForSilence } from './silence';

/** The server said no, and why, in its own words. */
export class ServerRefused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** The server could not be reached, or said something nobody understands. */
export class ServerUnreachable extends Error {
  constructor(
    words = 'The kitchen’s server does not answer. What was confirmed is kept; try again when it is back.',
  ) {
    super(words);
  }
}

/** It said nothing at all, not even that it is there: asking again at once is in vain. */
export class ServerSilent extends ServerUnreachable {}

/** The server lets this device in only once it is paired; until then it is as if it were not reached. */
class NotPaired extends ServerUnreachable {
  constructor({ detail, reason }: Problem) {
    super(detail);
    noteNotLetIn(reason);
  }
}

function refusal(problem: Problem): Error {
  return problem.code === 'not-paired' ? new NotPaired(problem) : new ServerRefused(problem);
}

/**
 * Whether the same call may go through a moment later: the server was silent, had too much to do, or the kitchen moved
 * on while it worked something out.
 */
export function isWorthTryingAgain(error: Error): boolean {
  if (error instanceof ServerUnreachable) return true;
  if (!(error instanceof ServerRefused)) return false;
  return error.problem.code === 'busy' || error.problem.reason === 'kitchen-moved';
}

type Shape = z.ZodType;

interface Parts<P, Q, B> {
  params?: P;
  query?: Q;
  body?: B;
  /** New for each thing to be made; the same again when the same tap is retried. */
  idempotencyKey?: string;
  /** Says when the answer is not wanted any more; the call then rejects, and says nothing of the server. */
  signal?: AbortSignal;
}

const PartsSchema = z.record(z.string(), z.union([z.string(), z.number()]).optional());

function address(path: string, params: unknown, query: unknown): string {
  const named = PartsSchema.parse(params ?? {});
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(named[name])));
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(PartsSchema.parse(query ?? {}))) {
    if (value !== undefined) search.set(name, String(value));
  }
  const tail = search.toString();
  return tail === '' ? filled : `${filled}?${tail}`;
}

/** Asks the server and takes note of whether it answered. */
async function reached<T>(ask: () => Promise<T>, signal?: AbortSignal): Promise<T> {
  try {
    const answer = await ask();
    noteReach(true);
    return answer;
  } catch (error) {
    if (signal?.aborted === true) throw error;
    noteReach(false);
    throw error instanceof ServerSilent ? error : new ServerUnreachable();
  }
}

/** The same, given up when the server is silent. */
async function reachedInTime<T>(ask: (signal: AbortSignal) => Promise<T>, signal?: AbortSignal): Promise<T> {
  const given = new AbortController();
  const leave = (): void => given.abort();
  if (signal?.aborted === true) leave();
  signal?.addEventListener('abort', leave);
  let silent = false;
  const endWatch = watchForSilence(() => {
    silent = true;
    given.abort();
  });
  try {
    return await reached(async () => {
      try {
        return await ask(given.signal);
      } catch (error) {
        throw silent ? new ServerSilent() : error;
      }
    }, signal);
  } finally {
    endWatch();
    signal?.removeEventListener('abort', leave);
  }
}

/** Calls a route of the contract; what goes out and what comes back are both parsed by its schemas. */
export async function callApi<P extends Shape, Q extends Shape, B extends Shape, R extends Shape>(
  route: Route<P, Q, B, R>,
  { params, query, body, idempotencyKey, signal }: Parts<z.input<P>, z.input<Q>, z.input<B>> = {},
): Promise<z.output<R>> {
  const headers = new Headers();
  if (body !== undefined) headers.set('content-type', 'application/json');
  if (idempotencyKey !== undefined) headers.set('idempotency-key', idempotencyKey);
  const where = address(route.path, params, query);
  const how: RequestInit = {
    method: route.method.toUpperCase(),
    headers,
    ...(body !== undefined && { body: JSON.stringify(route.body.parse(body)) }),
  };
  const { ok, said, problem } = await reachedInTime(async (inTime) => {
    const answer = await fetch(where, { ...how, signal: inTime });
    const read: unknown = await answer.json();
    const parsed = answer.ok ? null : ProblemSchema.safeParse(read);
    // It can do no more than one that is silent.
    if (parsed?.data?.code === 'database-away') throw new ServerUnreachable();
    return { ok: answer.ok, said: read, problem: parsed?.data };
  }, signal);
  if (ok) return route.response.parse(said);
  throw problem ? refusal(problem) : new ServerUnreachable();
}

/**
 * Sends a file, and hands on each line of JSON that the server answers with as it comes. It is not given up: a server
 * that reads a whole kitchen may have no ear for a while.
 */
export async function sendFile<L extends Shape>(
  path: string,
  file: Blob,
  line: L,
  onLine: (said: z.output<L>) => void,
): Promise<void> {
  const headers = { 'content-type': file.type };
  const { ok, body } = await reached(() => fetch(path, { method: 'POST', headers, body: file }));
  if (!body) throw new ServerUnreachable();
  const reader = body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reached(() => reader.read());
    const lines = (rest + (value ?? '')).split('\n');
    // An answer that is no more than a problem has no end of line.
    rest = done ? '' : (lines.pop() ?? '');
    for (const text of lines.filter((one) => one !== '')) {
      const said: unknown = JSON.parse(text);
      if (ok) onLine(line.parse(said));
      else throw refusal(ProblemSchema.parse(said));
    }
    if (done) return;
  }
}

/** Fetches a file that is there for other programs, as it is. */
export async function fetchText(path: string): Promise<string> {
  const { ok, text } = await reachedInTime(async (signal) => {
    const answer = await fetch(path, { signal });
    return { ok: answer.ok, text: await answer.text() };
  });
  if (!ok) throw new ServerUnreachable();
  return text;
}
