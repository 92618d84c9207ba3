import type { KitchenModel, OwnIngredient, Surroundings } from '@humble-churn/core';
import { CALENDAR_PATH, ProblemSchema, ROUTES } from '@humble-churn/contract';
import { predict, withIngredients } from '@humble-churn/core';
import compression from 'compression';
import type { ErrorRequestHandler, Express } from 'express';
import express from 'express';
import { z } from 'zod';
import { BatchLogs } from './batchLogs';
import { listBatches, openBatch, recordEvents, startBatch, viewAdded, viewBatch } from './batches';
import { changesSince } from './changes';
import { ComputeCancelled, compute } from './compute';
import type { Db } from './database';
import { localHostOnly, ownWritesOnly } from './requestGuards';
import {
  addIngredient,
  changeIngredient,
  checkBrought,
  listOwnIngredients,
  viewOwnIngredient,
} from './ingredients';
import { listUnreadable, putAside } from './unreadableRows';
import { readKitchenModel } from './kitchenModels';
import { changeKitchen, viewFridgeLog, viewKitchen } from './kitchens';
import { serve, serveCreation, serveParsed } from './routeHandlers';
import { calendarOf } from './calendar';
import { fitGlass } from './planFitting';
import { listPlans, viewPlan } from './planRows';
import { changePlan, fitPlan, makePlan, markStarted, calendarPlans } from './plans';
import { readRevisions, settled } from './revision';
import { openApiDocument } from './openapi';
import { ProblemError, notComputable } from './problemError';
import { keepRecipe, keepVersion, listRecipes, archiveRecipe, viewHistory, viewRecipe } from './recipes';
import { pageHeaders, serveSite } from './staticSite';

const BODY_LIMIT = '256kb';

/** The server's application over an open database; `siteDir` holds the exported app. */
export function createApp(db: Db, siteDir: string): Express {
  const app = express();
  const logs = new BatchLogs();
  app.disable('x-powered-by');
  // Before all routes: the logs of what is active are large, and say the same words again and again.
  app.use(compression());
  app.use(localHostOnly, pageHeaders, ownWritesOnly);
  app.use('/api', express.json({ limit: BODY_LIMIT, strict: true }), (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });

  serveKitchen(app, db, logs);
  serveComputed(app, db);
  serveRecipes(app, db);
  serveBatches(app, db, logs);
  servePlans(app, db, logs);
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

function serveKitchen(app: Express, db: Db, logs: BatchLogs): void {
  serve(app, ROUTES.health, ({ now }) => ({ ok: true as const, serverTime: now.toISOString() }));
  serve(app, ROUTES.kitchen, ({ now }) => viewKitchen(db, now));
  serve(app, ROUTES.changeKitchen, ({ body, now }) => changeKitchen(db, body, now));
  serve(app, ROUTES.fridgeLog, ({ query }) => viewFridgeLog(db, query));
  serveParsed(app, ROUTES.changes, ({ query, now }) => changesSince(db, logs, query.since, now));
  serve(app, ROUTES.ingredients, async () => ({ ingredients: await listOwnIngredients(db) }));
  serveCreation(app, db, ROUTES.addIngredient, {
    make: (tx, { body, now }) => addIngredient(tx, body, now),
    show: (from, key) => viewOwnIngredient(from, key),
  });
  serve(app, ROUTES.changeIngredient, async ({ params, body, now }) => ({
    ingredients: await changeIngredient(db, params.key, body, now),
  }));
  serve(app, ROUTES.unreadable, async () => ({ unreadable: await listUnreadable(db) }));
  serve(app, ROUTES.setAside, async ({ params, body, now }) => {
    await putAside(db, params, body.aside, now);
    return { unreadable: await listUnreadable(db) };
  });
}

/** What is only worked out, and nothing of it kept. */
function serveComputed(app: Express, db: Db): void {
  /** This kitchen, as something that is only asked about would have it. */
  const kitchenFor = async (asked: {
    ownIngredients: readonly OwnIngredient[];
    surroundings?: Surroundings | undefined;
  }): Promise<KitchenModel> => {
    const { kitchen } = await readKitchenModel(db);
    const brought = withIngredients(kitchen, checkBrought(asked.ownIngredients));
    return asked.surroundings ? { ...brought, surroundings: asked.surroundings } : brought;
  };
  serve(app, ROUTES.predict, async ({ body }) => {
    const predicted = predict(body.recipe, await kitchenFor(body));
    if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
    return predicted.value;
  });
  serve(app, ROUTES.sureness, async ({ body, gone }) => {
    const sure = await compute('uncertainty', { recipe: body.recipe, kitchen: await kitchenFor(body) }, gone);
    if (!sure.ok) throw notComputable(sure.refusal, ['recipe']);
    return sure.value;
  });
}

function serveRecipes(app: Express, db: Db): void {
  serve(app, ROUTES.recipes, ({ query }) => listRecipes(db, query.put === 'away'));
  serve(app, ROUTES.recipe, ({ params }) => viewHistory(db, params.recipeId));
  serve(app, ROUTES.putRecipeAway, ({ params, body }) => archiveRecipe(db, params.recipeId, body.away));
  serveCreation(app, db, ROUTES.saveRecipe, {
    make: (tx, { body, now }) => keepRecipe(tx, body.recipe, body.ownIngredients, now),
    show: (from, recipeId) => viewRecipe(from, recipeId),
  });
  serveCreation(app, db, ROUTES.saveVersion, {
    make: async (tx, { params, body, now }) => {
      await keepVersion(tx, params.recipeId, body.recipe, now);
      return params.recipeId;
    },
    show: (from, recipeId) => viewRecipe(from, recipeId),
  });
}

function serveBatches(app: Express, db: Db, logs: BatchLogs): void {
  serveParsed(app, ROUTES.batches, ({ query, now }) => listBatches(db, logs, query, now));
  serveParsed(app, ROUTES.batch, ({ params, now }) => viewBatch(db, logs, params.batchId, now));
  serveCreation(app, db, ROUTES.startBatch, {
    compute: ({ body }) => openBatch(db, body),
    make: async (tx, { query, body, now }, opened) => {
      const batchId = await startBatch(tx, opened, body.batchId, new Date(now.getTime() - query.agoMs));
      if (body.planId !== null) await markStarted(tx, body.planId, batchId, now);
      return batchId;
    },
    show: (from, batchId, { now }) => viewBatch(from, logs, batchId, now),
  });
  serveCreation(app, db, ROUTES.recordEvents, {
    // A long log is parsed here, before the transaction: in it only what came meanwhile is read.
    compute: async ({ params, now }) => settled(await viewBatch(db, logs, params.batchId, now)),
    make: (tx, { params, query, body, now }) =>
      recordEvents(tx, logs, params.batchId, body, new Date(now.getTime() - query.agoMs)),
    show: (from, made, { params, now }) => viewAdded(from, logs, params.batchId, made, now),
  });
}

function servePlans(app: Express, db: Db, logs: BatchLogs): void {
  serve(app, ROUTES.plans, async ({ now }) => {
    const { revision } = await readRevisions(db);
    return { plans: await listPlans(db), revision, serverTime: now.toISOString() };
  });
  serveCreation(app, db, ROUTES.makePlan, {
    compute: ({ body, now }) => fitPlan(db, logs, body, now),
    make: (tx, { body, now }, fitted) => makePlan(tx, body, fitted, now),
    show: (from, planId) => viewPlan(from, planId),
  });
  serve(app, ROUTES.fit, ({ body, now, gone }) => fitGlass(db, logs, body, now, gone));
  serve(app, ROUTES.changePlan, ({ params, body, now }) => changePlan(db, logs, params.planId, body, now));
  app.get(CALENDAR_PATH, async (_request, response) => {
    response
      .type('text/calendar; charset=utf-8')
      .set('Content-Disposition', 'attachment; filename="humble-churn.ics"')
      .send(calendarOf(await calendarPlans(db, new Date())));
  });
}

/** A path of the wire called in a way it does not know is told so, with the ways it does. */
function refuseOtherMethods(app: Express): void {
  const ways = new Map<string, Set<string>>([[CALENDAR_PATH, new Set(['GET'])]]);
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

/** What the database says of a query that failed: the reason, and never the values that were in it. */
const QueryErrorSchema = z.object({ query: z.string(), cause: z.unknown() });
const CauseSchema = z.object({ message: z.string(), code: z.string().optional() });
/** PostgreSQL's code for a full disk, and the system's. */
const DISK_FULL = /^(53100|ENOSPC)$|No space left on device/;

function tellFault(error: unknown): ProblemError {
  const query = QueryErrorSchema.safeParse(error);
  const cause = CauseSchema.safeParse(query.success ? query.data.cause : error);
  const said = cause.success ? cause.data : { message: String(error), code: undefined };
  if (query.success) console.error(`${said.message} in: ${query.data.query}`);
  else console.error(error);
  if (DISK_FULL.test(said.code ?? '') || DISK_FULL.test(said.message)) {
    return new ProblemError(
      'disk-full',
      'The disk of the server is full, so this was not kept. What was confirmed before is; make room and try again.',
    );
  }
  return new ProblemError(
    'unexpected',
    'The server met a fault. What was confirmed before is kept; try again.',
  );
}

// What the body reader and the router throw: a status, and for some a type.
const HttpErrorSchema = z.object({ status: z.number().int().min(400).max(499), type: z.string().optional() });

function asProblem(error: unknown): ProblemError {
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
const answerProblem: ErrorRequestHandler = (error, _request, response, next) => {
  if (error instanceof ComputeCancelled) {
    response.end();
    return;
  }
  if (response.headersSent) {
    next(error);
    return;
  }
  const { problem } = asProblem(error);
  response
    .status(problem.status)
    .type('application/problem+json')
    .send(JSON.stringify(ProblemSchema.parse(problem)));
};
