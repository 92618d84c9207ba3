import type { IncomingMessage } from 'node:http';
import { parse } from 'cookie';
import type { CookieOptions, Request, RequestHandler, Response } from 'express';
import type { KitchenDatabase } from './kitchenAccess';
import { holderOf } from './pairedDevices';
import { ProblemError } from './problemError';
import { isLoopbackName } from './serverNames';

/** Over TLS, with what browsers hold this prefix to: this host alone, this path, and never without TLS. */
const SECURE_COOKIE = '__Host-humble-churn';
const PLAIN_COOKIE = 'humble-churn';
/** As long as a browser keeps one, ms. */
const COOKIE_MS = 400 * 86_400_000;

/** Whoever sits at the machine itself, or a paired device by its id. */
export type Asker = { at: 'this-machine' } | { at: 'device'; deviceId: string };

/** Requests that came in at this machine's own address, which nobody else can use. */
const atThisMachine = new WeakSet<IncomingMessage>();
/** Requests from the home network that anybody on it can read along. */
const inTheClear = new WeakSet<IncomingMessage>();
const askers = new WeakMap<Request, Asker>();

/** Takes note of where a request came in. */
export function cameInHere(request: IncomingMessage): void {
  atThisMachine.add(request);
}

/** Takes note that a request came over the home network without TLS: it gets the way to trust this server, and no more. */
export function cameInTheClear(request: IncomingMessage): void {
  inTheClear.add(request);
}

/** Turns away what must not be said in the clear. */
export const onlySealed: RequestHandler = (request, _response, next) => {
  if (inTheClear.has(request)) {
    const words = 'Open the kitchen by its https address: without it others on the network could read along.';
    throw new ProblemError('not-paired', words, { reason: 'needs-tls' });
  }
  next();
};

/** A program in front of this one adds them: then the one who asks is not at this machine. */
const PASSED_ON = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'via'];

function tokenIn(request: Request): string | null {
  const cookies = parse(request.headers.cookie ?? '');
  return cookies[request.secure ? SECURE_COOKIE : PLAIN_COOKIE] ?? null;
}

/** Lets the browser that asked in from now on. */
export function giveToken(request: Request, response: Response, token: string): void {
  const how: CookieOptions = { httpOnly: true, sameSite: 'strict', secure: request.secure, path: '/' };
  response.cookie(request.secure ? SECURE_COOKIE : PLAIN_COOKIE, token, { ...how, maxAge: COOKIE_MS });
}

/** Who asks; only behind the entrance. */
export function askerOf(request: Request): Asker {
  const asker = askers.get(request);
  if (!asker) throw new Error('A route that is open to all does not know who asks.');
  return asker;
}

/** The id of the paired device that asks; null at the machine itself. */
export function askingDevice(request: Request): string | null {
  const asker = askerOf(request);
  return asker.at === 'device' ? asker.deviceId : null;
}

export interface EntranceOptions {
  database: KitchenDatabase;
  kitchenOf: (request: Request) => string;
  /** Whether whoever sits at the machine itself needs no pairing. */
  openHere: boolean;
  /** Paths that are open to all. */
  toAll: readonly string[];
}

/**
 * Whether who asks sits at the machine itself. Another name of it would do for a browser only by way of the network,
 * where somebody else may have answered for it first.
 */
function isAtThisMachine(request: Request): boolean {
  const passedOn = PASSED_ON.some((name) => request.headers[name] !== undefined);
  return atThisMachine.has(request) && !passedOn && isLoopbackName(request.headers.host ?? '');
}

async function whoAsks(
  { database, kitchenOf, openHere }: EntranceOptions,
  request: Request,
  response: Response,
): Promise<Asker> {
  if (openHere && isAtThisMachine(request)) return { at: 'this-machine' };
  const token = tokenIn(request);
  if (token === null) throw notPaired();
  // One row by its key: what else goes on in the kitchen need not be waited for.
  const scope = { db: database.db, kitchenId: kitchenOf(request), now: new Date() };
  const holder = await holderOf(scope, token, 'app');
  if (!holder) throw notPaired();
  if (holder.removed) {
    const words = 'This device was removed from the kitchen. What it held is cleared.';
    throw new ProblemError('not-paired', words, { reason: 'removed' });
  }
  // A device that is used goes on being let in.
  if (holder.noted) giveToken(request, response, token);
  return { at: 'device', deviceId: holder.deviceId };
}

function notPaired(): ProblemError {
  return new ProblemError('not-paired', 'Pair this device with the kitchen first.');
}

/** Turns away who is neither at the machine itself nor paired. */
export function onlyPaired(options: EntranceOptions): RequestHandler {
  return async (request, response, next) => {
    if (!options.toAll.includes(request.baseUrl + request.path)) {
      askers.set(request, await whoAsks(options, request, response));
    }
    next();
  };
}

/** Says who asks this may be asked of at the machine itself only. */
export function onlyHere(request: Request): void {
  if (askerOf(request).at === 'this-machine') return;
  throw new ProblemError('conflict', 'This is switched at the machine itself. Nothing was changed.');
}
