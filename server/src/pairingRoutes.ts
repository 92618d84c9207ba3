import type { HomeNetwork as HomeTold } from '@humble-churn/contract';
import { AUTHORITY_PATH, CALENDAR_LINK_PATH, PairSchema, ROUTES } from '@humble-churn/contract';
import type { Request } from 'express';
import { calendarOf } from './calendar';
import { askerOf, askingDevice, giveToken, onlyHere } from './entrance';
import type { HomeNetwork } from './homeNetwork';
import { KitchenAccess } from './kitchenAccess';
import type { LiveStreams } from './liveStreams';
import { addDevice, holderOf, listDevices, removeDevice, renameDevice } from './pairedDevices';
import { makeCode, pair } from './pairing';
import { calendarPlans } from './plans';
import { ProblemError, invalidInput } from './problemError';
import type { Serving } from './routeHandlers';
import { serve } from './routeHandlers';

/** How this server is reached from elsewhere. */
export interface Reach {
  /** Null until it is known, and where somebody else looks after the address. */
  home: HomeNetwork | null;
  publicUrl: string | null;
}

function addressesOf({ home, publicUrl }: Reach): string[] {
  if (publicUrl !== null) return [publicUrl];
  return home?.addresses() ?? [];
}

/** What is open to all: how a phone comes to trust this server, is let in, and a calendar by its own address. */
export function serveOpen(serving: Serving, reach: Reach): void {
  const { app, database, kitchenOf } = serving;
  const kitchen = (request: Request): KitchenAccess =>
    new KitchenAccess(database, kitchenOf(request), new Date());
  app.get(AUTHORITY_PATH, (_request, response) => {
    const certificate = reach.home?.authorityCertificate();
    if (!certificate) throw new ProblemError('not-found', 'This server has no authority of its own.');
    response
      .type('application/x-x509-ca-cert')
      .set('Cache-Control', 'no-cache')
      // The page in the clear asks for it over TLS to find out whether this phone trusts it: another origin to a browser.
      .set('Cross-Origin-Resource-Policy', 'cross-origin')
      .send(certificate);
  });
  const { path, method, status, response: answer } = ROUTES.pair;
  app[method](path, async (request, response) => {
    const asked = PairSchema.safeParse(request.body);
    if (!asked.success) throw invalidInput(asked.error);
    const { device, token } = await pair(kitchen(request), asked.data);
    giveToken(request, response, token);
    response.status(status).json(answer.parse(device));
  });
  app.get(CALENDAR_LINK_PATH, async (request, response) => {
    const scope = { db: database.db, kitchenId: kitchenOf(request), now: new Date() };
    const holder = await holderOf(scope, String(request.params.token), 'calendar');
    if (!holder || holder.removed) throw new ProblemError('not-found', 'There is no such calendar here.');
    response
      .type('text/calendar; charset=utf-8')
      .set('Cache-Control', 'no-store')
      .send(calendarOf(await kitchen(request).read(calendarPlans), { readAgain: true }));
  });
}

/** Who is let in, and by which way. */
export function servePairing(serving: Serving, reach: Reach, live: LiveStreams): void {
  serve(serving, ROUTES.makePairingCode, ({ kitchen }) =>
    kitchen.change((scope) => makeCode(scope, addressesOf(reach))),
  );
  serve(serving, ROUTES.pairedDevices, ({ kitchen, request }) =>
    kitchen.read((scope) => listDevices(scope, askingDevice(request))),
  );
  serve(serving, ROUTES.renamePairedDevice, ({ kitchen, params, body, request }) =>
    kitchen.change((scope) => renameDevice(scope, params.deviceId, body.name, askingDevice(request))),
  );
  serve(serving, ROUTES.removePairedDevice, async ({ kitchen, params, request }) => {
    await kitchen.change((scope) => removeDevice(scope, params.deviceId));
    live.endDevice(params.deviceId);
    return kitchen.read((scope) => listDevices(scope, askingDevice(request)));
  });
  serve(serving, ROUTES.makeCalendarLink, async ({ kitchen, body }) => {
    const { device, token } = await kitchen.change((scope) =>
      addDevice(scope, { name: body.name, kind: 'calendar' }),
    );
    return { device, path: CALENDAR_LINK_PATH.replace(':token', token) };
  });
  const told = (request: Request): HomeTold => {
    const canSwitch = askerOf(request).at === 'this-machine';
    if (reach.home) return reach.home.tell(canSwitch);
    const addresses = addressesOf(reach);
    return { state: 'elsewhere', canSwitch: false, addresses, fingerprint: null, trouble: null };
  };
  serve(serving, ROUTES.homeNetwork, ({ request }) => told(request));
  serve(serving, ROUTES.switchHomeNetwork, async ({ request, body }) => {
    onlyHere(request);
    await reach.home?.turn(body.on);
    return told(request);
  });
}
