import type { Strainer } from '../making';

/** What decides, besides cold, how long milk keeps: each is asked by itself. */
export const HYGIENE_PARTS = ['bag-turned', 'bag-scalded', 'jug-and-jars-scalded', 'clean-hands'] as const;
export type HygienePart = (typeof HYGIENE_PARTS)[number];

/** Answers as the cook gave them; what was not asked is left out. */
export type Hygiene = Readonly<Partial<Record<HygienePart, boolean>>>;

/** What is asked where the milk went through these: a bag has seams and is wrung by hand. */
export function hygieneAsked(strainers: readonly Strainer[]): readonly HygienePart[] {
  const cloth = strainers.some((one) => one === 'fine-bag' || one === 'muslin');
  return HYGIENE_PARTS.filter((part) => cloth || (part !== 'bag-turned' && part !== 'bag-scalded'));
}

/** What was answered with no, in the order it is asked. One is enough to cut the keeping time, and more cut no more. */
export function hygieneFailed(hygiene: Hygiene): HygienePart[] {
  return HYGIENE_PARTS.filter((part) => hygiene[part] === false);
}
