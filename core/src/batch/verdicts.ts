/** What is seen and felt of a milk, each a tap: from good to bad. */
export const VERDICTS = {
  grit: ['none', 'a-little', 'gritty'],
  froth: ['plenty', 'some', 'none'],
  look: ['even', 'specks', 'curdled'],
} as const;

export type VerdictThing = keyof typeof VERDICTS;
export type Verdict<T extends VerdictThing = VerdictThing> = (typeof VERDICTS)[T][number];

/** One verdict, with what it is of. */
export type Judged = { [T in VerdictThing]: { what: T; verdict: Verdict<T> } }[VerdictThing];

/** The latest verdict of each; null where none was given. */
export type Verdicts = { readonly [T in VerdictThing]: Verdict<T> | null };

/** From 0, not again, to 4, the best so far. */
export const LIKING = { min: 0, max: 4 } as const;

/** How somebody liked it, and in what words. */
export interface Liked {
  atMs: number;
  /** 0 to 4; null where only words were left. */
  liking: number | null;
  words: string | null;
  /** The jar it was drunk from; null at the counter. */
  jarId: string | null;
}

/** How a batch was liked on the whole: the mean of what was said, 0 to 4; null where nobody said. */
export function meanLiking(said: readonly Pick<Liked, 'liking'>[]): number | null {
  const given = said.flatMap(({ liking }) => (liking === null ? [] : [liking]));
  return given.length === 0 ? null : given.reduce((sum, one) => sum + one, 0) / given.length;
}

/** Ratios this close count as one: half a gram of water to a gram of nuts. */
const RATIO_STEP = 0.5;

/** Of batches with these ratios and likings, the ratio liked best, and by how many batches that is told. */
export interface LikedBest {
  /** g of water to a g of nuts, to a half. */
  waterPerNut: number;
  /** Mean, 0 to 4. */
  liking: number;
  batches: number;
  /** Batches with a liking, at any ratio. */
  of: number;
}

/**
 * The ratio liked best; null until two ratios were liked differently, for one alone is no comparison. Where two are
 * liked alike it is the one made more often.
 */
export function likedBest(
  batches: readonly { waterPerNut: number | null; liking: number | null }[],
): LikedBest | null {
  const groups = new Map<number, number[]>();
  for (const { waterPerNut, liking } of batches) {
    if (waterPerNut === null || liking === null) continue;
    const ratio = Math.round(waterPerNut / RATIO_STEP) * RATIO_STEP;
    groups.set(ratio, [...(groups.get(ratio) ?? []), liking]);
  }
  const of = [...groups.values()].reduce((sum, group) => sum + group.length, 0);
  const rated = [...groups].map(([waterPerNut, group]) => ({
    waterPerNut,
    liking: group.reduce((sum, one) => sum + one, 0) / group.length,
    batches: group.length,
    of,
  }));
  const [best, next] = rated.sort((a, b) => b.liking - a.liking || b.batches - a.batches);
  if (!best || !next) return null;
  return rated.some((one) => one.liking < best.liking) ? best : null;
}
