import { createHash } from 'node:crypto';
import type { Route } from '@humble-churn/contract';
import { and, eq, lt } from 'drizzle-orm';
import type { Express, Request, Response } from 'express';
import { z } from 'zod';
import type { Db } from './database';
import type { Frozen } from './frozen';
import type { ChangeScope, KitchenDatabase, Scope } from './kitchenAccess';
import { KitchenAccess } from './kitchenAccess';
import { ProblemError, invalidInput } from './problemError';
import type { Computed } from './revision';
import { computeThenWrite, settled } from './revision';
import { unstorableAt } from './storableText';
import { idempotencyKeys } from './tables';

/** What routes are served from. */
export interface Serving {
  app: Express;
  database: KitchenDatabase;
  /** The kitchen a request is about. */
  kitchenOf: (request: Request) => string;
}

/** What a route gets after parsing. */
interface Call<P, Q, B> {
  params: P;
  query: Q;
  body: B;
  kitchen: KitchenAccess;
  request: Request;
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
  { database, kitchenOf }: Serving,
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
    kitchen: new KitchenAccess(database, kitchenOf(request), new Date()),
    request,
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
  serving: Serving,
  route: Route<P, Q, B, R>,
  handle: (
    call: Call<z.output<P>, z.output<Q>, z.output<B>> & { gone: AbortSignal },
  ) => Promise<Frozen<z.input<R>>> | Frozen<z.input<R>>,
): void {
  serving.app[route.method](route.path, async (request, response) => {
    const gone = goneSignal(response);
    answer(route, response, await handle({ ...readCall(serving, route, request), gone }));
  });
}

/**
 * Serves a route whose answer is made of what was parsed when it was read. Parsing it again would take longer than all
 * the rest where there are a hundred logs in it.
 */
export function serveParsed<P extends AnyShape, Q extends AnyShape, B extends AnyShape, R extends AnyShape>(
  serving: Serving,
  route: Route<P, Q, B, R>,
  handle: (call: Call<z.output<P>, z.output<Q>, z.output<B>>) => Promise<Frozen<z.output<R>>>,
): void {
  serving.app[route.method](route.path, async (request, response) => {
    response.status(route.status).json(await handle(readCall(serving, route, request)));
  });
}

/** A tap is retried within minutes; after this long its key has done its work. */
const KEYS_KEPT_MS = 60 * 86_400_000;

/** Forgets the keys of creating calls long past. */
export async function forgetOldKeys(db: Db, now: Date): Promise<void> {
  await db.delete(idempotencyKeys).where(lt(idempotencyKeys.at, new Date(now.getTime() - KEYS_KEPT_MS)));
}

const IdempotencyKeySchema = z.string().regex(/^[\x21-\x7e]{8,100}$/);

interface CommandHandler<C, T> {
  /** Works out what is to be written, before the transaction and as long as it takes. */
  compute?: (call: C) => Promise<Computed<T>>;
  /** Reads what the transaction would have to read otherwise. */
  warm?: (call: C) => Promise<void>;
  /**
   * Makes the thing inside the transaction that also stores the key, and answers its id; where it knows what is to be
   * shown, that, too.
   */
  make: (scope: ChangeScope, call: C, computed: T) => Promise<string | { made: string; shown: unknown }>;
  /** Shows the thing made, now or by the earlier call with the same key. */
  show: (made: string, call: C) => Promise<unknown>;
}

/** What an earlier call with this key made; null when there was none. */
async function madeBefore(
  { db, kitchenId }: Scope,
  key: string,
  requestHash: string,
): Promise<string | null> {
  const [earlier] = await db
    .select()
    .from(idempotencyKeys)
    .where(and(eq(idempotencyKeys.kitchenId, kitchenId), eq(idempotencyKeys.key, key)));
  if (!earlier) return null;
  if (earlier.requestHash === requestHash) return earlier.made;
  throw new ProblemError('idempotency-key-reused', 'Use a new key for a new request. Nothing was changed.');
}

async function rememberKey(
  { db, kitchenId, now }: ChangeScope,
  said: { key: string; requestHash: string; made: string },
): Promise<void> {
  await db.insert(idempotencyKeys).values({ kitchenId, at: now, ...said });
}

/** The key of a command; none where it may go without. */
function keyOf(request: Request, needed: boolean): string | null {
  const given = request.get('idempotency-key');
  if (given === undefined && !needed) return null;
  const key = IdempotencyKeySchema.safeParse(given);
  if (key.success) return key.data;
  throw new ProblemError(
    'idempotency-key-missing',
    'Send an Idempotency-Key header of 8 to 100 characters, new for each thing to be made.',
  );
}

/**
 * Serves a command: under the same Idempotency-Key it is carried out once, however often it is tapped. What makes
 * something needs a key; what changes something may have one.
 */
export function serveCommand<
  P extends AnyShape,
  Q extends AnyShape,
  B extends AnyShape,
  R extends AnyShape,
  T = undefined,
>(
  serving: Serving,
  route: Route<P, Q, B, R>,
  { compute, warm, make, show }: CommandHandler<Call<z.output<P>, z.output<Q>, z.output<B>>, T>,
): void {
  const nothing = settled(undefined as T);
  serving.app[route.method](route.path, async (request, response) => {
    const key = keyOf(request, route.creates);
    const call = readCall(serving, route, request);
    const { kitchen } = call;
    const requestHash = createHash('sha256')
      .update(JSON.stringify([route.method, request.path, request.body]))
      .digest('hex');
    // Where it takes long it is looked up first: what was made is not worked out a second time.
    const before =
      key !== null && compute ? await kitchen.read((scope) => madeBefore(scope, key, requestHash)) : null;
    await warm?.(call);
    const done =
      before ??
      (await computeThenWrite(
        kitchen,
        () => compute?.(call) ?? Promise.resolve(nothing),
        async (scope, computed) => {
          const meanwhile = key === null ? null : await madeBefore(scope, key, requestHash);
          if (meanwhile !== null) return meanwhile;
          const result = await make(scope, call, computed);
          const made = typeof result === 'string' ? result : result.made;
          if (key !== null) await rememberKey(scope, { key, requestHash, made });
          return result;
        },
      ));
    answer(route, response, typeof done === 'string' ? await show(done, call) : done.shown);
  });
}
