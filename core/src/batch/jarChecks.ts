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

/** What was found in a jar so far. */
export type JarChecks = readonly ({ atMs: number } & JarCheck)[];

/** What a check changes of a jar: what turned out otherwise than good is thrown away. */
export function checkedJar(
  { checks: before }: { checks: JarChecks },
  { sense, finding }: JarCheck,
  atMs: number,
): { checks: JarChecks; fate?: 'discarded'; fateAtMs?: number; discardReason?: string } {
  const checks = [...before, { atMs, sense, finding }];
  if (finding === 'good') return { checks };
  return { checks, fate: 'discarded', fateAtMs: atMs, discardReason: REASONS[finding] };
}
