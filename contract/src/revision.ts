import { z } from 'zod';

/** How often the kitchen has changed: every change of anything in it raises this by one. */
export const RevisionSchema = z.number().int().min(0);
