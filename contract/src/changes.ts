import { z } from 'zod';
import { ChangedBatchSchema } from './batch';
import { InstantSchema } from './instant';
import { PlanSchema } from './plan';
import { RevisionSchema } from './revision';

/** What changed in the kitchen since a revision. What is named only by a revision is to be asked for again. */
export const ChangesSchema = z
  .object({
    /** What is said of another kitchen does not hold in this one. */
    kitchenId: z.uuid(),
    revision: RevisionSchema,
    /** False where the revision is none of this kitchen's, or too much changed since: all is to be asked for again. */
    known: z.boolean(),
    batches: z.array(ChangedBatchSchema),
    /** Plans that are open. */
    plans: z.array(PlanSchema),
    /** Plans that were begun or dropped. */
    closedPlans: z.array(z.uuid()),
    /** The revisions that changed the settings, the cook's own ingredients and the recipes last. */
    settingsChangedIn: RevisionSchema,
    ingredientsChangedIn: RevisionSchema,
    recipesChangedIn: RevisionSchema,
    serverTime: InstantSchema,
  })
  .meta({ id: 'Changes' });

export type Changes = z.infer<typeof ChangesSchema>;

/** Where a page hears of changes as they happen: server-sent events, each of which is a `LiveChange`. */
export const LIVE_PATH = '/api/live';

/** The name of what the stream says when there is nothing to tell; a page that hears neither has lost it. */
export const LIVE_BEAT = 'beat';
/** So often, ms. */
export const LIVE_BEAT_EVERY_MS = 15_000;

/** The kitchen has this revision now; null where something may have been missed. */
export const LiveChangeSchema = z.object({ revision: RevisionSchema.nullable() });

export type LiveChange = z.infer<typeof LiveChangeSchema>;
