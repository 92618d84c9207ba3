import { z } from 'zod';
import { GET, route } from './route';

/** A page that has the guide of a batch open says so this often, ms. */
export const AT_STEP_EVERY_MS = 4000;

const StepIdSchema = z.string().min(1).max(100);

export const PRESENCE_ROUTES = {
  atStep: route({
    ...GET,
    method: 'post',
    path: '/api/batches/:batchId/at-step',
    summary: 'Say which step of a batch this page has open; answers which others have. Nothing of it is kept',
    params: z.object({ batchId: z.uuid() }),
    body: z
      .object({
        /** The page that says so; new each time it is opened. */
        page: z.uuid(),
        step: StepIdSchema,
      })
      .meta({ id: 'AtStep' }),
    response: z
      .object({
        /** By the name the device was paired under; null for the machine with the kitchen. */
        others: z.array(z.object({ page: z.uuid(), device: z.string().nullable(), step: StepIdSchema })),
      })
      .meta({ id: 'AlsoThere' }),
  }),
} as const;
