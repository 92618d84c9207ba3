import type { ContainedAllergen } from '@humble-churn/core';
import { ALLERGENS } from '@humble-churn/core';
import { z } from 'zod';

export const AllergenSchema = z.enum(ALLERGENS).meta({ id: 'Allergen' });

const REGIONAL = / \(by region\)$/;

/**
 * An allergen as earlier releases named it, in words: `none listed` is none, and one that is in no list of ours is
 * `other`, which is never offered to anybody who avoids anything.
 */
export function allergenFromWords(words: string): ContainedAllergen | null {
  const plain = words.trim().toLowerCase().replace(REGIONAL, '');
  if (plain === 'none listed' || plain === '') return null;
  const allergen = ALLERGENS.find((one) => one === plain) ?? 'other';
  return { allergen, byRegion: REGIONAL.test(words) };
}

function fromWords(value: unknown): unknown {
  if (!Array.isArray(value)) return value;
  return value.flatMap((one: unknown) => (typeof one === 'string' ? (allergenFromWords(one) ?? []) : [one]));
}

/** Allergens in a batch; earlier releases kept them as words. */
export const ContainedAllergensSchema = z.preprocess(
  fromWords,
  z.array(z.object({ allergen: AllergenSchema, byRegion: z.boolean() })),
);
