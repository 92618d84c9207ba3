import type { KitchenModel, OwnItem, Surroundings } from '@humble-churn/core';
import { CALENDAR_PATH, LIVE_PATH, ROUTES } from '@humble-churn/contract';
import { EXPORT_PATH, IMPORT_PATH } from '@humble-churn/contract/kitchenFile';
import { predict, withIngredients } from '@humble-churn/core';
import compression from 'compression';
import type { Express, Request } from 'express';
import express from 'express';
import { BatchLogs } from './batchLogs';
import { listBatches, openBatch, recordEvents, startBatch, viewAdded, viewBatch } from './batches';
import { changesSince } from './changes';
import { compute } from './compute';
import { knownHostsOnly, ownWritesOnly } from './requestGuards';
import { askingDevice, onlyPaired, onlySealed } from './entrance';
import type { Reach } from './pairingRoutes';
import { serveOpen, servePairing } from './pairingRoutes';
import { servePresence } from './presence';
import {
  addIngredient,
  changeIngredient,
  checkBrought,
  listOwnIngredients,
  viewOwnIngredient,
} from './ingredients';
import { listUnreadable, putAside } from './unreadableRows';
import type { KitchenDatabase } from './kitchenAccess';
import { KitchenAccess } from './kitchenAccess';
import { daysIn, logFridge, viewFridgeDay, viewFridgeDays } from './fridgeDays';
import { readKitchenModel } from './kitchenModels';
import { changeKitchen, deleteKitchen, viewFridgeLog, viewKitchen } from './kitchens';
import { sendExport, takeImport } from './kitchenFiles';
import type { Serving } from './routeHandlers';
import type { LiveStreams } from './liveStreams';
import { serve, serveCommand, serveParsed } from './routeHandlers';
import { calendarOf } from './calendar';
import { listNotebook, viewAccount } from './notebook';
import { fitGlass } from './planFitting';
import { listPlans, viewPlan } from './planRows';
import { changePlan, refit, fitPlan, makePlan, markStarted, calendarPlans } from './plans';
import { readRevisions } from './revision';
import { openApiDocument } from './openapi';
import { BODY_LIMIT, answerProblem } from './problemAnswer';
import { ProblemError, notComputable } from './problemError';
import {
  archiveRecipe,
  keepRecipe,
  keepVersion,
  listRecipes,
  removeVersion,
  viewHistory,
  viewRecipe,
} from './recipes';
import { pageHeaders, serveSite } from './staticSite';
import type { Metrics } from './metrics';

export interface AppOptions {
  database: KitchenDatabase;
  /** Where pages hear of changes as they happen. */
  live: LiveStreams;
  /** Holds the exported app. */
  siteDir: string;
  /** The kitchen a request is about: there may be several in one database. */
  kitchenOf: (request: Request) => string;
  /** Awaited before a deletion is answered: what is asked next is about another kitchen. */
  kitchenDeleted: () => Promise<void>;
  /** How it is reached from elsewhere. */
  reach: Reach;
  /** Whether a Host header names this server. */
  isOwnName: (host: string) => boolean;
  /** Whether whoever sits at the machine itself needs no pairing. */
  openHere: boolean;
  /** The programs in front of this one whose word on where a request came from counts, as Express takes it. */
  trustProxy: boolean | number | string;
  metrics: Metrics;
}

/** The server's application over an open database. */
export function createApp(options: AppOptions): Express {
  const { database, live, siteDir, kitchenOf, kitchenDeleted, reach, isOwnName, openHere } = options;
  const app = express();
  app.set('trust proxy', options.trustProxy);
  const serving: Serving = { app, database, kitchenOf };
  const logs = new BatchLogs(database.shared);
  app.disable('x-powered-by');
  app.use(options.metrics.measured);
  // Before all routes: the logs of what is active are large, and say the same words again and again.
  // A stream is not held back to be pressed together.
  app.use(
    compression({
      filter: (request, response) => request.path !== LIVE_PATH && compression.filter(request, response),
    }),
  );
  const publicOrigin = reach.publicUrl === null ? null : new URL(reach.publicUrl).origin;
  app.use(knownHostsOnly(isOwnName), pageHeaders(publicOrigin), ownWritesOnly(publicOrigin));
  app.use(['/api', '/calendar'], onlySealed);
  // Before anything that was sent is read.
  app.use('/api', onlyPaired({ database, kitchenOf, openHere, toAll: [ROUTES.pair.path] }));
  app.use('/api', express.json({ limit: BODY_LIMIT, strict: true }), (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });

  serveOpen(serving, reach);
  servePairing(serving, reach, live);
  serveKitchen(serving, logs);
  serveWholeKitchen(serving, kitchenDeleted);
  serveComputed(serving);
  serveRecipes(serving);
  serveBatches(serving, logs);
  servePresence(serving);
  servePlans(serving, logs);
  app.get(LIVE_PATH, (request, response) =>
    live.serve(request, response, kitchenOf(request), askingDevice(request)),
  );
  const description = openApiDocument();
  app.get('/api/openapi.json', (_request, response) => {
    response.json(description);
  });
  refuseOtherMethods(app);
  serveSite(app, siteDir);
  app.use(() => {
    throw new ProblemError('not-found', 'There is nothing at this address.');
  });
  app.use(answerProblem);
  return app;
}

function serveKitchen(serving: Serving, logs: BatchLogs): void {
  serve(serving, ROUTES.health, ({ kitchen }) => ({
    ok: true as const,
    serverTime: kitchen.now.toISOString(),
  }));
  serve(serving, ROUTES.kitchen, ({ kitchen }) => kitchen.read(viewKitchen));
  serveCommand(serving, ROUTES.changeKitchen, {
    make: (scope, { body }) => changeKitchen(scope, body),
    show: (_, { kitchen }) => kitchen.read(viewKitchen),
  });
  serve(serving, ROUTES.fridgeLog, ({ kitchen, query }) =>
    kitchen.read((scope) => viewFridgeLog(scope, query)),
  );
  serve(serving, ROUTES.fridgeDays, ({ kitchen, query }) =>
    kitchen.read((scope) => viewFridgeDays(scope, query.since)),
  );
  serve(serving, ROUTES.fridgeDay, ({ kitchen, params, query }) =>
    kitchen.read((scope) => viewFridgeDay(scope, params, query)),
  );
  serveCommand(serving, ROUTES.logFridge, {
    make: (scope, { body }) => logFridge(scope, body),
    show: (_, { kitchen, body }) => kitchen.read((scope) => viewFridgeDays(scope, 0, daysIn(body))),
  });
  serveParsed(serving, ROUTES.changes, ({ kitchen, query }) =>
    kitchen.read((scope) => changesSince(scope, logs, query.since)),
  );
  serve(serving, ROUTES.ingredients, async ({ kitchen }) => ({
    ingredients: await kitchen.read(listOwnIngredients),
  }));
  serveCommand(serving, ROUTES.addIngredient, {
    make: (scope, { body }) => addIngredient(scope, body),
    show: (key, { kitchen }) => kitchen.read((scope) => viewOwnIngredient(scope, key)),
  });
  serveCommand(serving, ROUTES.changeIngredient, {
    make: (scope, { params, body }) => changeIngredient(scope, params.key, body),
    show: async (_, { kitchen }) => ({ ingredients: await kitchen.read(listOwnIngredients) }),
  });
  serve(serving, ROUTES.unreadable, async ({ kitchen }) => ({
    unreadable: await kitchen.read(listUnreadable),
  }));
  serveCommand(serving, ROUTES.setAside, {
    make: (scope, { params, body }) => putAside(scope, params, body.aside),
    show: async (_, { kitchen }) => ({ unreadable: await kitchen.read(listUnreadable) }),
  });
}

/** The kitchen as one file, and its end. */
function serveWholeKitchen(serving: Serving, kitchenDeleted: () => Promise<void>): void {
  const { app, database, kitchenOf } = serving;
  const access = (request: Request): KitchenAccess =>
    new KitchenAccess(database, kitchenOf(request), new Date());
  app.get(EXPORT_PATH, (request, response) => sendExport(access(request), response));
  app.post(IMPORT_PATH, (request, response) => takeImport(access(request), request, response));
  serve(serving, ROUTES.deleteKitchen, async ({ kitchen, query }) => {
    await kitchen.change((scope) => deleteKitchen(scope, query.name));
    await kitchenDeleted();
    return { deleted: true as const };
  });
}

/** What is only worked out, and nothing of it kept. */
function serveComputed(serving: Serving): void {
  /** This kitchen, as something that is only asked about would have it. */
  const modelFor = async (
    kitchen: KitchenAccess,
    asked: { ownIngredients: readonly OwnItem[]; surroundings?: Surroundings | undefined },
  ): Promise<KitchenModel> => {
    const model = (await kitchen.read((scope) => readKitchenModel(scope))).kitchen;
    const brought = withIngredients(model, checkBrought(asked.ownIngredients));
    return asked.surroundings ? { ...brought, surroundings: asked.surroundings } : brought;
  };
  serve(serving, ROUTES.predict, async ({ kitchen, body }) => {
    const predicted = predict(body.recipe, await modelFor(kitchen, body));
    if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
    return predicted.value;
  });
  serve(serving, ROUTES.sureness, async ({ kitchen, body, gone }) => {
    const job = { recipe: body.recipe, kitchen: await modelFor(kitchen, body) };
    const sure = await compute('uncertainty', job, gone);
    if (!sure.ok) throw notComputable(sure.refusal, ['recipe']);
    return sure.value;
  });
}

function serveRecipes(serving: Serving): void {
  serve(serving, ROUTES.recipes, ({ kitchen, query }) =>
    kitchen.read((scope) => listRecipes(scope, query.put === 'away')),
  );
  serve(serving, ROUTES.recipe, ({ kitchen, params }) =>
    kitchen.read((scope) => viewHistory(scope, params.recipeId)),
  );
  serveCommand(serving, ROUTES.archiveRecipe, {
    make: (scope, { params, body }) => archiveRecipe(scope, params.recipeId, body.away),
    show: (recipeId, { kitchen }) => kitchen.read((scope) => viewRecipe(scope, recipeId)),
  });
  const show = (recipeId: string, { kitchen }: { kitchen: KitchenAccess }) =>
    kitchen.read((scope) => viewRecipe(scope, recipeId));
  serveCommand(serving, ROUTES.saveRecipe, {
    make: (scope, { body }) => keepRecipe(scope, body.recipe, body.ownIngredients, body.recipeId),
    show,
  });
  serveCommand(serving, ROUTES.saveVersion, {
    make: async (scope, { params, body }) => {
      await keepVersion(scope, params.recipeId, body.recipe);
      return params.recipeId;
    },
    show,
  });
  serveCommand(serving, ROUTES.removeVersion, {
    make: (scope, { params }) => removeVersion(scope, params.recipeId, params.version),
    show,
  });
}

/** When the cook did what a device sends only now. */
function saidAt({ now }: KitchenAccess, { agoMs }: { agoMs: number }): Date {
  return new Date(now.getTime() - agoMs);
}

function serveBatches(serving: Serving, logs: BatchLogs): void {
  serveParsed(serving, ROUTES.batches, ({ kitchen, query }) =>
    kitchen.read((scope) => listBatches(scope, logs, query)),
  );
  serveParsed(serving, ROUTES.notebook, ({ kitchen, query }) =>
    kitchen.read((scope) => listNotebook(scope, query)),
  );
  serve(serving, ROUTES.account, ({ kitchen, query }) =>
    kitchen.read((scope) => viewAccount(scope, query.months)),
  );
  serveParsed(serving, ROUTES.batch, ({ kitchen, params }) => viewBatch(kitchen, logs, params.batchId));
  serveCommand(serving, ROUTES.startBatch, {
    compute: ({ kitchen, body }) => openBatch(kitchen, body),
    make: async (scope, { kitchen, query, body }, opened) => {
      const batchId = await startBatch(scope, opened, body.batchId, saidAt(kitchen, query));
      if (body.planId !== null) await markStarted(scope, body.planId, batchId);
      return batchId;
    },
    show: (batchId, { kitchen }) => viewBatch(kitchen, logs, batchId),
  });
  serveCommand(serving, ROUTES.recordEvents, {
    // A long log is parsed here, before the transaction: in it only what came meanwhile is read.
    warm: async ({ kitchen, params }) => {
      if (!logs.has(kitchen.kitchenId, params.batchId)) await viewBatch(kitchen, logs, params.batchId);
    },
    make: (scope, { kitchen, params, query, body }) =>
      recordEvents(scope, logs, params.batchId, body, saidAt(kitchen, query)),
    show: (made, { kitchen, params }) => viewAdded(kitchen, logs, params.batchId, made),
  });
}

function servePlans(serving: Serving, logs: BatchLogs): void {
  serve(serving, ROUTES.plans, ({ kitchen }) =>
    kitchen.read(async (scope) => {
      const { revision } = await readRevisions(scope);
      return { plans: await listPlans(scope), revision, serverTime: kitchen.now.toISOString() };
    }),
  );
  serveCommand(serving, ROUTES.makePlan, {
    compute: ({ kitchen, body }) => fitPlan(kitchen, logs, body),
    make: (scope, { body }, fitted) => makePlan(scope, body, fitted),
    show: (planId, { kitchen }) => kitchen.read((scope) => viewPlan(scope, planId)),
  });
  serve(serving, ROUTES.fit, ({ kitchen, body, gone }) => fitGlass(kitchen, logs, body, gone));
  serveCommand(serving, ROUTES.changePlan, {
    compute: ({ kitchen, params, body }) => refit(kitchen, logs, params.planId, body),
    make: (scope, { params, body }, fitted) => changePlan(scope, params.planId, body, fitted),
    show: (planId, { kitchen }) => kitchen.read((scope) => viewPlan(scope, planId)),
  });
  const { app, database, kitchenOf } = serving;
  app.get(CALENDAR_PATH, async (request, response) => {
    const kitchen = new KitchenAccess(database, kitchenOf(request), new Date());
    response
      .type('text/calendar; charset=utf-8')
      .set('Content-Disposition', 'attachment; filename="humble-churn.ics"')
      .send(calendarOf(await kitchen.read(calendarPlans)));
  });
}

/** A path of the wire called in a way it does not know is told so, with the ways it does. */
function refuseOtherMethods(app: Express): void {
  const ways = new Map([CALENDAR_PATH, LIVE_PATH, EXPORT_PATH].map((path) => [path, new Set(['GET'])]));
  ways.set(IMPORT_PATH, new Set(['POST']));
  for (const { path, method } of Object.values(ROUTES)) {
    ways.set(path, (ways.get(path) ?? new Set()).add(method.toUpperCase()));
  }
  for (const [path, methods] of ways) {
    app.all(path, (_request, response) => {
      const allowed = [...methods].join(', ');
      response.set('Allow', allowed);
      throw new ProblemError(
        'method-not-allowed',
        `This address takes ${allowed} only. Nothing was changed.`,
      );
    });
  }
}
