/** What becomes of pulp. */
export const PULP_USES = ['baked', 'eaten', 'spread', 'animals', 'compost', 'scrub', 'binned'] as const;
export type PulpUse = (typeof PULP_USES)[number];

/** What was in the jug with the nuts and is in the pulp by a part. */
export const PULP_TRAITS = ['sweetened', 'salted', 'fruit', 'toxic-to-dogs', 'unknown', 'pressed'] as const;
/**
 * `unknown`: an ingredient of the cook's own, of which nobody knows what animals may not have. `pressed`: from a cold
 * press, dry and fine.
 */
export type PulpTrait = (typeof PULP_TRAITS)[number];

/** Not for any animal: sweeteners, salt, fruit, what is dangerous to dogs, and what nobody knows of. */
const NOT_FOR_ANIMALS: readonly PulpTrait[] = ['sweetened', 'salted', 'fruit', 'toxic-to-dogs', 'unknown'];

export type PulpUseRefusal = 'past-its-time' | 'not-for-animals';

/** Why pulp is not to be used so; null where it may. Past its time it is thrown away. */
export function pulpUseRefusal(
  use: PulpUse,
  traits: readonly PulpTrait[],
  usedShare: number,
): PulpUseRefusal | null {
  const away = use === 'compost' || use === 'binned';
  if (usedShare > 1 && !away) return 'past-its-time';
  if (use === 'animals' && traits.some((trait) => NOT_FOR_ANIMALS.includes(trait))) return 'not-for-animals';
  return null;
}
