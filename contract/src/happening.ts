import type { EventBody } from '@humble-churn/core';
import {
  DRYING_C,
  HYGIENE_PARTS,
  JAR_FINDINGS,
  JAR_SENSES,
  LIKING,
  MAX_LOADS,
  PULP_USES,
  VERDICTS,
} from '@humble-churn/core';
import { z } from 'zod';
import { AdditionKeySchema, MOST_OWN_ITEMS, OwnItemSchema } from './ingredient';
import { DrinkSchema, HandDoseSchema } from './drink';
import { FridgeIdSchema } from './fridge';
import { BlendSchema, StrainSchema } from './recipe';

const massG = z.number().min(0).max(60_000);
const volumeMl = z.number().min(0).max(60_000);
const pouredMl = z.number().min(1).max(60_000);
const ReadingSchema = z.union([z.object({ massG }), z.object({ volumeMl })]);
const JarIdSchema = z.uuid();
const StepIdSchema = z.string().min(1).max(20);
const secondsS = z
  .number()
  .min(1)
  .max(86_400 * 3);
/** A portion of pulp; those of older releases are called after their entry. */
const PortionIdSchema = z.uuid();
const BagIdSchema = z.uuid();
const PulpPlaceSchema = z.enum(['fridge', 'freezer', 'drying', 'dried', 'dried-fridge']);
const takenG = z.number().positive().max(60_000);
const DryingTermsSchema = z.object({
  trayCm2: z.number().min(20).max(40_000),
  airC: z.number().min(DRYING_C.min).max(DRYING_C.max),
});
const ReasonSchema = z.string().trim().min(1).max(200);
const WordsSchema = z.string().trim().min(1).max(280);
const OwnItemsSchema = z.array(OwnItemSchema).max(MOST_OWN_ITEMS);

/** What holds something read, judged or said, and can be corrected afterwards. */
const correctable = [
  z.object({
    type: z.literal('measured'),
    what: z.enum(['soaked', 'milk', 'pulp']),
    reading: ReadingSchema,
    /** Judged, not weighed or read off a scale. */
    byEye: z.boolean().optional(),
  }),
  z.object({
    type: z.literal('probed'),
    what: z.enum(['nuts', 'bowl', 'mix']),
    tempC: z.number().min(-20).max(110),
  }),
  z.object({ type: z.literal('liquid-added'), volumeMl: z.number().min(1).max(20_000) }),
  HandDoseSchema.extend({ type: z.literal('stirred-in'), own: OwnItemsSchema.optional() }),
  z.object({ type: z.literal('tasted'), volumeMl: z.number().min(1).max(2_000) }),
  z.discriminatedUnion('what', [
    z.object({ type: z.literal('judged'), what: z.literal('grit'), verdict: z.enum(VERDICTS.grit) }),
    z.object({ type: z.literal('judged'), what: z.literal('froth'), verdict: z.enum(VERDICTS.froth) }),
    z.object({ type: z.literal('judged'), what: z.literal('look'), verdict: z.enum(VERDICTS.look) }),
  ]),
  z.object({
    type: z.literal('liked'),
    liking: z.number().int().min(LIKING.min).max(LIKING.max).nullable(),
    words: WordsSchema.nullable(),
    jarId: JarIdSchema.nullable(),
  }),
  z.object({
    type: z.literal('bottled'),
    jars: z
      .array(
        z.object({
          id: JarIdSchema,
          label: z.string().trim().min(1).max(40),
          volumeMl: pouredMl,
          place: z.enum(['fridge', 'freezer']),
          fridge: FridgeIdSchema.optional(),
          doses: z
            .array(HandDoseSchema)
            .max(12)
            .optional()
            .meta({ description: 'Stirred into this jar alone' }),
          carried: z.boolean().optional().meta({ description: 'Small, to be carried out of the house' }),
        }),
      )
      .min(1)
      .max(24),
    scalded: z.boolean(),
    hygiene: z.partialRecord(z.enum(HYGIENE_PARTS), z.boolean()).optional(),
    own: OwnItemsSchema.optional(),
  }),
  z.object({
    type: z.literal('jar-moved'),
    jarId: JarIdSchema,
    place: z.enum(['fridge', 'freezer', 'out']),
    fridge: FridgeIdSchema.optional(),
  }),
  z.object({ type: z.literal('jar-discarded'), jarId: JarIdSchema, reason: ReasonSchema }),
  z.object({ type: z.literal('abandoned'), reason: ReasonSchema }),
  z.object({ type: z.literal('jar-drawn'), jarId: JarIdSchema, volumeMl: pouredMl }),
  z.object({
    type: z.literal('equipment-used'),
    blend: BlendSchema.pick({
      machine: true,
      machineName: true,
      powerW: true,
      fillLineMl: true,
      speed: true,
    }).optional(),
    strain: StrainSchema.omit({ washShare: true }).optional(),
    jugAgainSpeed: BlendSchema.shape.speed.optional(),
  }),
  z.object({
    type: z.literal('drink-made'),
    jarId: JarIdSchema,
    volumeMl: pouredMl,
    ...DrinkSchema.pick({ name: true, serving: true, doses: true }).shape,
    own: OwnItemsSchema.optional(),
  }),
  z.object({
    type: z.literal('pulp-stored'),
    place: PulpPlaceSchema,
    massG,
    portionId: PortionIdSchema.optional(),
    bagId: BagIdSchema.optional(),
    drying: DryingTermsSchema.optional(),
  }),
  z.object({ type: z.literal('pulp-weighed'), portionId: PortionIdSchema, massG: takenG }),
] as const;

/** What a client may say happened; planning is the server's to say. */
export const EventBodySchema = z
  .discriminatedUnion('type', [
    ...correctable,
    z.object({
      type: z.literal('step-begun'),
      step: StepIdSchema,
      timerS: secondsS.nullable().default(null),
    }),
    z.object({ type: z.literal('step-paused'), step: StepIdSchema }),
    z.object({ type: z.literal('time-added'), step: StepIdSchema, seconds: secondsS }),
    z.object({ type: z.literal('step-done'), step: StepIdSchema }),
    z.object({ type: z.literal('step-timed'), step: StepIdSchema, seconds: secondsS }),
    z.object({
      type: z.literal('soak-tended'),
      what: z.enum(['water-changed', 'to-fridge', 'to-counter']),
    }),
    z.object({ type: z.literal('left-out'), addition: AdditionKeySchema }),
    z.object({ type: z.literal('jug-again'), strain: z.boolean() }),
    z.object({ type: z.literal('entered-afterwards') }),
    z.object({
      type: z.literal('corrected'),
      eventId: z.uuid(),
      to: z.discriminatedUnion('type', correctable),
    }),
    z.object({ type: z.literal('loads-split'), loads: z.number().int().min(1).max(MAX_LOADS) }),
    z.object({ type: z.literal('not-measured'), what: z.enum(['soaked', 'milk', 'pulp']) }),
    z.object({
      type: z.literal('jar-checked'),
      jarId: JarIdSchema,
      sense: z.enum(JAR_SENSES),
      finding: z.enum(JAR_FINDINGS),
    }),
    z.object({
      type: z.literal('jar-split'),
      jarId: JarIdSchema,
      newId: z.uuid(),
      label: z.string().trim().min(1).max(40),
      volumeMl: pouredMl,
    }),
    z.object({
      type: z.literal('jar-topped-up'),
      jarId: JarIdSchema,
      fromId: JarIdSchema,
      volumeMl: pouredMl,
    }),
    z.object({ type: z.literal('jar-emptied'), jarId: JarIdSchema }),
    z.object({
      type: z.literal('pulp-moved'),
      portionId: PortionIdSchema,
      place: PulpPlaceSchema,
      massG: takenG.optional(),
      bagId: BagIdSchema.nullable().optional(),
      drying: DryingTermsSchema.optional(),
    }),
    z.object({
      type: z.literal('pulp-split'),
      portionId: PortionIdSchema,
      newId: PortionIdSchema,
      massG: takenG,
    }),
    z.object({
      type: z.literal('pulp-taken'),
      portionId: PortionIdSchema,
      massG: takenG,
      became: z.enum(PULP_USES),
      what: z.string().trim().min(1).max(60).optional(),
    }),
    z.object({ type: z.literal('pulp-used'), place: z.enum(['fridge', 'freezer', 'dried']) }),
    z.object({ type: z.literal('undone'), eventId: z.uuid() }),
  ])
  .meta({ id: 'Happening' }) satisfies z.ZodType<EventBody>;
