import { z } from 'zod';
import {
  AddedSchema,
  BatchCursorSchema,
  BatchListSchema,
  BatchSchema,
  NewBatchSchema,
  NewEventsSchema,
  SaidAgoSchema,
} from './batch';
import {
  IngredientKeySchema,
  IngredientPatchSchema,
  OwnItemSchema,
  NewIngredientSchema,
  UnreadableSchema,
} from './ingredient';
import { InstantSchema } from './instant';
import { ChangesSchema } from './changes';
import { FitRequestSchema, FitSchema } from './fit';
import {
  FridgeDayParams,
  FridgeDayQuery,
  FridgeDaySchema,
  FridgeDaysSchema,
  LogFridgeSchema,
} from './fridge';
import { FridgeLogSchema, KitchenPatchSchema, KitchenSchema } from './kitchen';
import { AccountSchema, NotebookSchema } from './notebook';
import { PAIRING_ROUTES } from './pairingRoutes';
import { NewPlanSchema, PlanListSchema, PlanPatchSchema, PlanSchema } from './plan';
import { PRESENCE_ROUTES } from './presence';
import { PredictionSchema, UncertaintySchema } from './prediction';
import {
  NewRecipeSchema,
  RecipeHistorySchema,
  RecipeListSchema,
  RecipeVersionSchema,
  SavedRecipeSchema,
} from './recipeBook';
import { RecipeFileSchema, SurroundingsSchema } from './recipe';
import { RevisionSchema } from './revision';
import { CREATE, GET, route } from './route';

const OwnIngredientsSchema = z.object({ ingredients: z.array(OwnItemSchema) }).meta({ id: 'OwnIngredients' });
const UnreadableListSchema = z
  .object({ unreadable: z.array(UnreadableSchema) })
  .meta({ id: 'UnreadableList' });

const BatchParams = z.object({ batchId: z.uuid() });
const RecipeParams = z.object({ recipeId: z.uuid() });

const PredictRequest = RecipeFileSchema.extend({ surroundings: SurroundingsSchema.optional() }).meta({
  id: 'PredictRequest',
});

export const ROUTES = {
  health: route({
    ...GET,
    path: '/api/health',
    summary: 'Whether the server is up, and its clock',
    response: z.object({ ok: z.literal(true), serverTime: InstantSchema }).meta({ id: 'Health' }),
  }),
  kitchen: route({ ...GET, path: '/api/kitchen', summary: 'The kitchen', response: KitchenSchema }),
  changeKitchen: route({
    ...GET,
    method: 'patch',
    path: '/api/kitchen',
    summary: 'Change settings of the kitchen',
    body: KitchenPatchSchema,
    response: KitchenSchema,
  }),
  deleteKitchen: route({
    ...GET,
    method: 'delete',
    path: '/api/kitchen',
    summary: 'Delete the kitchen and all that is in it, by its name; an empty one takes its place',
    query: z.object({ name: z.string() }),
    response: z.object({ deleted: z.literal(true) }).meta({ id: 'Deleted' }),
  }),
  fridgeLog: route({
    ...GET,
    path: '/api/kitchen/fridge-log',
    summary: 'The temperatures the fridge was said to be at, oldest first, a page at a time',
    query: z.object({
      /** The last one known. */
      after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
      limit: z.coerce.number().int().min(1).max(1000).default(500),
    }),
    response: FridgeLogSchema,
  }),
  fridgeDays: route({
    ...GET,
    path: '/api/kitchen/fridge-days',
    summary:
      'What was measured in the fridge as means of ten minutes: the days that changed in a revision or since',
    query: z.object({ since: z.coerce.number().pipe(RevisionSchema).default(0) }),
    response: FridgeDaysSchema,
  }),
  fridgeDay: route({
    ...GET,
    path: '/api/kitchen/fridge-days/:day',
    summary: 'All that was measured in the fridge on one day of UTC',
    params: FridgeDayParams,
    query: FridgeDayQuery,
    response: FridgeDaySchema,
  }),
  logFridge: route({
    ...CREATE,
    path: '/api/kitchen/fridge-days',
    summary: 'Log what was measured in the fridge, or strike readings off; answers the days it changed',
    body: LogFridgeSchema,
    response: FridgeDaysSchema,
  }),
  changes: route({
    ...GET,
    path: '/api/changes',
    summary: 'What changed in the kitchen since a revision of it',
    query: z.object({ since: z.coerce.number().pipe(RevisionSchema) }),
    response: ChangesSchema,
  }),
  ingredients: route({
    ...GET,
    path: '/api/ingredients',
    summary: "The cook's own ingredients",
    response: OwnIngredientsSchema,
  }),
  addIngredient: route({
    ...CREATE,
    path: '/api/ingredients',
    summary: 'Add an ingredient from what its pack says',
    body: NewIngredientSchema,
    response: OwnItemSchema,
  }),
  changeIngredient: route({
    ...GET,
    method: 'patch',
    path: '/api/ingredients/:key',
    summary:
      'Correct an ingredient from its pack, which makes a new revision; or archive it, or bring it back',
    params: z.object({ key: IngredientKeySchema }),
    body: IngredientPatchSchema,
    response: OwnIngredientsSchema,
  }),
  unreadable: route({
    ...GET,
    path: '/api/unreadable',
    summary: 'Stored rows that cannot be read: they are left out of all lists',
    response: UnreadableListSchema,
  }),
  setAside: route({
    ...GET,
    method: 'patch',
    path: '/api/unreadable/:kind/:id',
    summary: 'Set a row aside that cannot be read: it is kept, and not reported any more',
    params: z.object({ kind: UnreadableSchema.shape.kind, id: z.string().min(1).max(64) }),
    body: z.object({ aside: z.boolean() }).meta({ id: 'SetAside' }),
    response: UnreadableListSchema,
  }),
  predict: route({
    ...GET,
    method: 'post',
    path: '/api/predict',
    summary: 'Compute a batch from a recipe in its open form',
    body: PredictRequest,
    response: PredictionSchema,
  }),
  sureness: route({
    ...GET,
    method: 'post',
    path: '/api/sureness',
    summary: '80 % intervals of the figures of a batch',
    body: PredictRequest,
    response: UncertaintySchema,
  }),
  recipes: route({
    ...GET,
    path: '/api/recipes',
    summary: 'The recipes of this kitchen, each in its latest version',
    query: z.object({ put: z.enum(['in-use', 'away']).default('in-use') }),
    response: RecipeListSchema,
  }),
  recipe: route({
    ...GET,
    path: '/api/recipes/:recipeId',
    summary: 'One recipe with all its versions, newest first',
    params: RecipeParams,
    response: RecipeHistorySchema,
  }),
  saveRecipe: route({
    ...CREATE,
    path: '/api/recipes',
    summary: 'Keep a recipe; ingredients of its own that are not known here yet are added',
    body: NewRecipeSchema,
    response: SavedRecipeSchema,
  }),
  saveVersion: route({
    ...CREATE,
    path: '/api/recipes/:recipeId/versions',
    summary: 'Keep a new version of a recipe',
    params: RecipeParams,
    body: RecipeVersionSchema,
    response: SavedRecipeSchema,
  }),
  removeVersion: route({
    ...GET,
    method: 'delete',
    path: '/api/recipes/:recipeId/versions/:version',
    summary: 'Take back the newest version of a recipe; the one before is the newest again',
    params: RecipeParams.extend({ version: z.coerce.number().int().min(2).max(1_000_000) }),
    response: SavedRecipeSchema,
  }),
  archiveRecipe: route({
    ...GET,
    method: 'patch',
    path: '/api/recipes/:recipeId',
    summary: 'Archive a recipe, or bring it back',
    params: RecipeParams,
    body: z.object({ away: z.boolean() }).meta({ id: 'RecipePlace' }),
    response: SavedRecipeSchema,
  }),
  batches: route({
    ...GET,
    path: '/api/batches',
    summary:
      'Batches, newest first; active ones are under way or have milk or pulp left, and come all at once',
    query: z.object({
      scope: z.enum(['active', 'all']).default('all'),
      limit: z.coerce.number().int().min(1).max(100).default(50),
      before: BatchCursorSchema.optional(),
    }),
    response: BatchListSchema,
  }),
  notebook: route({
    ...GET,
    path: '/api/notebook',
    summary: 'All batches as lists show them, newest first, without their logs',
    query: z.object({
      limit: z.coerce.number().int().min(1).max(100).default(30),
      before: BatchCursorSchema.optional(),
    }),
    response: NotebookSchema,
  }),
  account: route({
    ...GET,
    path: '/api/account',
    summary: 'Where the nuts of the last months went, and how much milk is drunk a day',
    query: z.object({ months: z.coerce.number().int().min(1).max(24).default(6) }),
    response: AccountSchema,
  }),
  batch: route({
    ...GET,
    path: '/api/batches/:batchId',
    summary: 'One batch with its log',
    params: BatchParams,
    response: BatchSchema,
  }),
  startBatch: route({
    ...CREATE,
    path: '/api/batches',
    summary: 'Plan a batch',
    query: SaidAgoSchema,
    body: NewBatchSchema,
    response: BatchSchema,
  }),
  recordEvents: route({
    ...CREATE,
    path: '/api/batches/:batchId/events',
    summary: 'Add to the log of a batch: all of it or none',
    params: BatchParams,
    query: SaidAgoSchema,
    body: NewEventsSchema,
    response: AddedSchema,
  }),
  plans: route({
    ...GET,
    path: '/api/plans',
    summary: 'Batches planned for the days ahead, the soonest glass first',
    response: PlanListSchema,
  }),
  makePlan: route({
    ...CREATE,
    path: '/api/plans',
    summary: 'Plan a batch for a glass: its moments around what is already planned and under way',
    body: NewPlanSchema,
    response: PlanSchema,
  }),
  fit: route({
    ...GET,
    method: 'post',
    path: '/api/plans/fit',
    summary: 'Where a batch for a glass fits into the days, or what else would; keeps nothing',
    body: FitRequestSchema,
    response: FitSchema,
  }),
  changePlan: route({
    ...GET,
    method: 'patch',
    path: '/api/plans/:planId',
    summary: 'Move a plan: to another glass, or to moments set by hand; or drop it, or take it up again',
    params: z.object({ planId: z.uuid() }),
    body: PlanPatchSchema,
    response: PlanSchema,
  }),
  ...PAIRING_ROUTES,
  ...PRESENCE_ROUTES,
} as const;

export type RouteName = keyof typeof ROUTES;
