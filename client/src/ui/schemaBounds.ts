import { z } from 'zod';

export interface Bounds {
  min: number;
  max: number;
}

/** The schema under what says that it may be missing, null, or filled in. */
function bare(schema: z.core.$ZodType): z.core.$ZodType {
  if (schema instanceof z.ZodOptional || schema instanceof z.ZodNullable || schema instanceof z.ZodDefault) {
    return bare(schema.unwrap());
  }
  if (schema instanceof z.ZodPipe) return bare(schema.in);
  return schema;
}

/**
 * A bound as it was given to the schema. Its `minValue` and `maxValue` would bring along what makes JSON Schema, which
 * the app leaves out.
 */
function boundOf(number: z.ZodNumber, kind: 'greater_than' | 'less_than'): number | null {
  for (const { _zod } of number.def.checks ?? []) {
    const { def } = _zod;
    if (def.check === kind && 'value' in def && typeof def.value === 'number') return def.value;
  }
  return null;
}

/**
 * Between what a number at `path` must lie, such as `profile.jars.0.count`, as the schema has it: a form says the same
 * as the server that checks it. Throws where there is no number with two bounds.
 */
export function boundsAt(schema: z.ZodType, path: string): Bounds {
  let at: z.core.$ZodType = bare(schema);
  for (const part of path.split('.')) {
    const next =
      at instanceof z.ZodObject
        ? (at.shape as Record<string, z.ZodType | undefined>)[part]
        : at instanceof z.ZodArray
          ? at.element
          : undefined;
    if (!next) throw new Error(`There is no ${part} in ${path}.`);
    at = bare(next);
  }
  const min = at instanceof z.ZodNumber ? boundOf(at, 'greater_than') : null;
  const max = at instanceof z.ZodNumber ? boundOf(at, 'less_than') : null;
  if (min === null || max === null) throw new Error(`${path} is no number with bounds.`);
  return { min, max };
}
