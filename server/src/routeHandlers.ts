import { createHash } from 'node:crypto';
import type { Route } from '@humble-churn/contract';
import { eq, lt } from 'drizzle-orm';
import type { Express, Request, Response } from 'express';
import { z } from 'zod';
import type { Db } from './database';
import type { Frozen } from './frozen';
import { ProblemError, invalidInput } from './problemError';
import type { Computed } from './revision';
import { computeThenWrite, settled } from './revision';
import { unstorableAt } from './storableText';
import { idempotencyKeys } from './tables';

/** What a route gets after parsing. */
interface Call<P, Q, B> {
  params: P;
  query: Q;
  body: B;
  now: Date;
}

type AnyShape = z.ZodType;

function parsed<S extends AnyShape>(shape: S, value: unknown): z.output<S> {
  const result = shape.safeParse(shape instanceof z.ZodUndefined ? undefined : value);
  if (!result.success) throw invalidInput(result.error);
  const unstorable = unstorableAt(result.data);
  if (unstorable) {
    const message = 'holds a character that cannot be kept';
    throw new ProblemError('invalid-input', `${unstorable.join('.')}: ${message}. Nothing was changed.`, {
      fields: [{ path: [...unstorable], message }],
    });
  }
  return result.data;
}

function readParams<S extends AnyShape>(shape: S, request: Request): z.output<S> {
  const result = shape.safeParse(shape instanceof z.ZodUndefined ? undefined : request.params);
  // An id that cannot be one is as unknown as one that is not there.
  if (!result.success || unstorableAt(result.data)) {
    throw new ProblemError('not-found', 'There is nothing of that name here.');
  }
  return result.data;
}

function readCall<P extends AnyShape, Q extends AnyShape, B extends AnyShape, R extends AnyShape>(
  route: Route<P, Q, B, R>,
  request: Request,
): Call<z.output<P>, z.output<Q>, z.output<B>> {
  const expectsBody = !(route.body instanceof z.ZodUndefined);
  if (expectsBody && !request.is('application/json')) {
    throw new ProblemError('unsupported-media', 'Send the request as application/json. Nothing was changed.');
  }
  return {
    params: readParams(route.params, request),
    query: parsed(route.query, request.query),
    body: parsed(route.body, request.body as unknown),
    now: new Date(),
  };
}

function answer(
  route: Route<AnyShape, AnyShape, AnyShape, AnyShape>,
  response: Response,
  value: unknown,
): void {
  response.status(route.status).json(route.response.parse(value));
}

/** Says when whoever called is gone before the answer was. */
function goneSignal(response: Response): AbortSignal {
  const controller = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished) controller.abort();
  });
  return controller.signal;
}

/** Serves a route that reads or changes in place. */
export function serve<P extends AnyShape, Q extends AnyShape, B extends AnyShape, R extends AnyShape>(
  app: Express,
  route: Route<P, Q, B, R>,
  handle: (
    call: Call<z.output<P>, z.output<Q>, z.output<B>> & { gone: AbortSignal },
  ) => Promise<Frozen<z.input<R>>> | Frozen<z.input<R>>,
): void {
  app[route.method](route.path, async (request, response) => {
    const gone = goneSignal(response);
    answer(route, response, await handle({ ...readCall(route, request), gone }));
  });
}

/**
 * Serves a route whose answer is made of what was parsed when it was read. Parsing it again would take longer than all
 * the rest where there are a hundred logs in it.
 */
export function serveParsed<P extends AnyShape, Q extends AnyShape, B extends AnyShape, R extends AnyShape>(
  app: Express,
  route: Route<P, Q, B, R>,
  handle: (call: Call<z.output<P>, z.output<Q>, z.output<B>>) => Promise<Frozen<z.output<R>>>,
): void {
  app[route.method](route.path, async (request, response) => {
    response.status(route.status).json(await handle(readCall(route, request)));
  });
}

/** A tap is retried within minutes; after this long its key has done its work. */
const KEYS_KEPT_MS = 60 * 86_400_000;

/** Forgets the keys of creating calls long past. */
export async function forgetOldKeys(db: Db, now: Date): Promise<void> {
  await db.delete(idempotencyKeys).where(lt(idempotencyKeys.at, new Date(now.getTime() - KEYS_KEPT_MS)));
}

const IdempotencyKeySchema = z.string().regex(/^[\x21-\x7e]{8,100}$/);

interface Creation<C, T> {
  /** Works out what is to be written, before the transaction and as long as it takes. */
  compute?: (call: C) => Promise<Computed<T>>;
  /** Makes the thing inside the transaction that also stores the key, and answers its id. */
  make: (tx: Db, call: C, computed: T) => Promise<string>;
  /** Shows the thing made, now or by the earlier call with the same key. */
  show: (db: Db, made: string, call: C) => Promise<unknown>;
}

/** What an earlier call with this key made; null when there was none. */
async function madeBefore(db: Db, key: string, requestHash: string): Promise<string | null> {
  const [earlier] = await db.select().from(idempotencyKeys).where(eq(idempotencyKeys.key, key));
  if (!earlier) return null;
  if (earlier.requestHash === requestHash) return earlier.made;
  throw new ProblemError('idempotency-key-reused', 'Use a new key for a new request. Nothing was changed.');
}

/** Serves a creating route: the same Idempotency-Key makes the same thing once, however often it is tapped. */
export function serveCreation<
  P extends AnyShape,
  Q extends AnyShape,
  B extends AnyShape,
  R extends AnyShape,
  T = undefined,
>(
  app: Express,
  db: Db,
  route: Route<P, Q, B, R>,
  { compute, make, show }: Creation<Call<z.output<P>, z.output<Q>, z.output<B>>, T>,
): void {
  const nothing = settled(undefined as T);
  app[route.method](route.path, async (request, response) => {
    const key = IdempotencyKeySchema.safeParse(request.get('idempotency-key'));
    if (!key.success) {
      throw new ProblemError(
        'idempotency-key-missing',
        'Send an Idempotency-Key header of 8 to 100 characters, new for each thing to be made.',
      );
    }
    const call = readCall(route, request);
    const requestHash = createHash('sha256')
      .update(JSON.stringify([route.method, request.path, request.body]))
      .digest('hex');
    // Looked up first: what was made is not worked out a second time.
    const before = await madeBefore(db, key.data, requestHash);
    const made =
      before ??
      (await computeThenWrite(
        db,
        () => compute?.(call) ?? Promise.resolve(nothing),
        async (tx, computed) => {
          const meanwhile = await madeBefore(tx, key.data, requestHash);
          if (meanwhile !== null) return meanwhile;
          const id = await make(tx, call, computed);
          await tx.insert(idempotencyKeys).values({ key: key.data, requestHash, made: id, at: call.now });
          return id;
        },
      ));
    answer(route, response, await show(db, made, call));
  });
}
