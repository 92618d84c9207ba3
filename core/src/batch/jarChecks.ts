import type { JarState } from './batchState';

/** What a jar is checked by before it is poured from. */
export const JAR_SENSES = ['smell', 'look', 'taste'] as const;
export type JarSense = (typeof JAR_SENSES)[number];

/** What is found; all but good ends the jar. */
export const JAR_FINDINGS = ['good', 'sour', 'fizzy', 'slimy', 'strange'] as const;
export type JarFinding = (typeof JAR_FINDINGS)[number];

/** What each sense can find. */
export const FINDINGS_BY: Readonly<Record<JarSense, readonly JarFinding[]>> = {
  smell: ['good', 'sour', 'strange'],
  look: ['good', 'fizzy', 'slimy', 'strange'],
  taste: ['good', 'sour', 'fizzy', 'strange'],
};

export interface JarCheck {
  sense: JarSense;
  finding: JarFinding;
}

const REASONS: Readonly<Record<Exclude<JarFinding, 'good'>, string>> = {
  sour: 'Sour',
  fizzy: 'Fizzy',
  slimy: 'Slimy',
  strange: 'Strange',
};

/** A jar after it was checked: what turned out otherwise than good is thrown away. */
export function checkedJar(jar: JarState, { sense, finding }: JarCheck, atMs: number): Partial<JarState> {
  const checks = [...jar.checks, { atMs, sense, finding }];
  if (finding === 'good') return { checks };
  return { checks, fate: 'discarded', fateAtMs: atMs, discardReason: REASONS[finding] };
}
