import { CALENDAR_PATH, ProblemSchema, ROUTES } from '@humble-churn/contract';
import { predict } from '@humble-churn/core';
import type { ErrorRequestHandler, Express } from 'express';
import express from 'express';
import { z } from 'zod';
import { listBatches, recordEvents, startBatch, viewBatch } from './batches';
import type { Db } from './database';
import { localHostOnly, ownWritesOnly } from './guard';
import {
  addIngredient,
  changeIngredient,
  checkBrought,
  listOwnIngredients,
  viewOwnIngredient,
} from './ingredients';
import { listUnreadable, putAside } from './unreadableRows';
import { changeKitchen, viewKitchen } from './kitchens';
import { serve, serveCreation } from './mount';
import { calendarOf } from './calendar';
import { changePlan, listPlans, makePlan, markStarted, toldPlans, viewPlan } from './plans';
import { openApiDocument } from './openapi';
import { ProblemError, notComputable } from './problemError';
import { keepRecipe, keepVersion, listRecipes, putAway, viewHistory, viewRecipe } from './recipes';
import { pageHeaders, serveSite } from './site';
import { surenessOf } from './surenessThread';

const BODY_LIMIT = '256kb';

/** The server's application over an open database; `siteDir` holds the exported app. */
export function createApp(db: Db, siteDir: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(localHostOnly, pageHeaders, ownWritesOnly);
  app.use('/api', express.json({ limit: BODY_LIMIT, strict: true }), (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });

  serve(app, ROUTES.health, ({ now }) => ({ ok: true as const, serverTime: now.toISOString() }));
  serve(app, ROUTES.kitchen, ({ now }) => viewKitchen(db, now));
  serve(app, ROUTES.changeKitchen, ({ body, now }) => changeKitchen(db, body, now));
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
  serve(app, ROUTES.predict, async ({ body, now }) => {
    const kitchen = await viewKitchen(db, now);
    const own = [...checkBrought(body.ownIngredients), ...(await listOwnIngredients(db))];
    const predicted = predict(body.recipe, body.surroundings ?? kitchen, own);
    if (!predicted.ok) throw notComputable(predicted.refusal, ['recipe']);
    return predicted.value;
  });
  serve(app, ROUTES.sureness, async ({ body, now }) => {
    const kitchen = await viewKitchen(db, now);
    const own = [...checkBrought(body.ownIngredients), ...(await listOwnIngredients(db))];
    const around = body.surroundings ?? kitchen;
    const sure = await surenessOf({ recipe: body.recipe, around, own, prices: kitchen.profile });
    if (!sure.ok) throw notComputable(sure.refusal, ['recipe']);
    return sure.value;
  });
  serve(app, ROUTES.recipes, ({ query }) => listRecipes(db, query.put === 'away'));
  serve(app, ROUTES.recipe, ({ params }) => viewHistory(db, params.recipeId));
  serve(app, ROUTES.putRecipeAway, ({ params, body }) => putAway(db, params.recipeId, body.away));
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
  serve(app, ROUTES.batches, ({ query, now }) => listBatches(db, query, now));
  serve(app, ROUTES.batch, ({ params, now }) => viewBatch(db, params.batchId, now));
  serveCreation(app, db, ROUTES.startBatch, {
    make: async (tx, { query, body, now }) => {
      const batchId = await startBatch(tx, body, new Date(now.getTime() - query.agoMs));
      if (body.planId !== null) await markStarted(tx, body.planId, batchId, now);
      return batchId;
    },
    show: (from, batchId, { now }) => viewBatch(from, batchId, now),
  });
  serveCreation(app, db, ROUTES.recordEvents, {
    make: async (tx, { params, query, body, now }) => {
      await recordEvents(tx, params.batchId, body, new Date(now.getTime() - query.agoMs));
      return params.batchId;
    },
    show: (from, batchId, { now }) => viewBatch(from, batchId, now),
  });
  serve(app, ROUTES.plans, async ({ now }) => ({
    plans: await listPlans(db),
    serverTime: now.toISOString(),
  }));
  serveCreation(app, db, ROUTES.makePlan, {
    make: (tx, { body, now }) => makePlan(tx, body, now),
    show: (from, planId) => viewPlan(from, planId),
  });
  serve(app, ROUTES.changePlan, ({ params, body, now }) => changePlan(db, params.planId, body, now));
  app.get(CALENDAR_PATH, async (_request, response) => {
    response
      .type('text/calendar; charset=utf-8')
      .set('Content-Disposition', 'attachment; filename="humble-churn.ics"')
      .send(calendarOf(await toldPlans(db, new Date())));
  });

  const description = openApiDocument();
  app.get('/api/openapi.json', (_request, response) => {
    response.json(description);
  });
  serveSite(app, siteDir);
  app.use(() => {
    throw new ProblemError('not-found', 'There is nothing at this address.');
  });
  app.use(answerProblem);
  return app;
}

// What the body reader and the router throw: a status, and for some a type.
const HttpErrorSchema = z.object({ status: z.number().int().min(400).max(499), type: z.string().optional() });

function asProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  const http = HttpErrorSchema.safeParse(error);
  if (!http.success) {
    console.error(error);
    return new ProblemError(
      'unexpected',
      'The server met a fault. What was confirmed before is kept; try again.',
    );
  }
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
