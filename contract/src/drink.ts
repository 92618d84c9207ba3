import { z } from 'zod';
import { AdditionKeySchema } from './ingredient';
import { SaidDoseSchema } from './recipe';

/** So much of an addition, as it was put in. */
export const HandDoseSchema = z.object({
  addition: AdditionKeySchema,
  massG: z.number().positive().max(20_000),
  said: SaidDoseSchema.optional(),
});

/** A drink of the household's own: so much milk from a jar, and what goes into it. */
export const DrinkSchema = z.object({
  name: z.string().trim().min(1).max(60),
  milkMl: z.number().min(1).max(20_000),
  serving: z.enum(['cold', 'iced', 'blended', 'warm']),
  doses: z.array(HandDoseSchema).max(12),
});

/** So many drinks a household keeps. */
export const MOST_DRINKS = 40;
