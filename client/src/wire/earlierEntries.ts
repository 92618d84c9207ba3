import {
  EventBodySchema,
  NewBatchSchema,
  NewPlanSchema,
  PlanPatchSchema,
  PlanSchema,
  PlannedSchema,
  TimeZoneSchema,
} from '@humble-churn/contract';
import { z } from 'zod';

// Entries as the release before wrote them down: there were two kinds, of batches and of plans.

const BatchEntrySchema = z.object({
  key: z.uuid(),
  order: z.number(),
  batchId: z.uuid(),
  begins: z.object({ batch: NewBatchSchema, planned: PlannedSchema, timeZone: TimeZoneSchema }).nullable(),
  happenings: z.array(EventBodySchema),
  ids: z.array(z.uuid()),
  atMs: z.number(),
  wallMs: z.number(),
});

const PlanEntrySchema = z.object({
  key: z.uuid(),
  order: z.number(),
  planId: z.uuid(),
  makes: NewPlanSchema.nullable(),
  changes: PlanPatchSchema,
  plan: PlanSchema,
});

function fromBatchEntry(entry: z.output<typeof BatchEntrySchema>): unknown {
  const { batchId, begins, happenings, ids, ...frame } = entry;
  if (!begins) {
    return { ...frame, name: 'recordEvents', params: { batchId }, body: { happenings, ids }, effect: null };
  }
  const { batch, planned, timeZone } = begins;
  // It goes on by the steps that its entries name.
  const body = { ...batch, batchId, guide: planned.guide };
  return { ...frame, name: 'startBatch', body, effect: { planned, timeZone } };
}

function fromPlanEntry({
  planId,
  makes,
  changes,
  plan,
  ...frame
}: z.output<typeof PlanEntrySchema>): unknown {
  // When it was given was not written down, and is not asked for of a plan.
  const at = { atMs: 0, wallMs: 0 };
  return makes
    ? { ...frame, ...at, name: 'makePlan', body: { ...makes, planId }, effect: plan }
    : { ...frame, ...at, name: 'changePlan', params: { planId }, body: changes, effect: plan };
}

/** An entry of the release before in today's form; what is none is left as it is. */
export function fromEarlierEntry(value: unknown): unknown {
  const ofBatch = BatchEntrySchema.safeParse(value);
  if (ofBatch.success) return fromBatchEntry(ofBatch.data);
  const ofPlan = PlanEntrySchema.safeParse(value);
  return ofPlan.success ? fromPlanEntry(ofPlan.data) : value;
}
