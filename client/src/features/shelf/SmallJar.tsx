import type { JarState } from '@humble-churn/core';
import { JarDrawing, jarFor, jarPx } from '../../ui/JarDrawing';
import { ageWords } from './jarWords';
import type { JarLayer } from '../../ui/JarDrawing';

type DrawnJar = Pick<JarState, 'filledMl' | 'leftMl'> & Partial<Pick<JarState, 'label'>>;

/** The band that names the nut takes so much of a jar, and no more than is left in it. */
const BAND_SHARE = 0.16;

/** What a jar holds to its brim, mL: the household's own by its name, else the usual one that fits. */
export function jarCapacityMl(
  { label, filledMl }: DrawnJar,
  own: readonly { name: string; volumeMl: number }[] = [],
): number {
  const named = own.find(({ name }) => name === label);
  return named && named.volumeMl >= filledMl ? named.volumeMl : jarFor(filledMl * 1.02);
}

/** What is left in a jar as it is drawn, to scale: its lowest part shows the nut. An empty jar shows the nut alone. */
export function jarLayers(leftMl: number, capacityMl: number, ingredient: string): JarLayer[] {
  const bandMl = capacityMl * BAND_SHARE;
  const nutMl = leftMl > 0 ? Math.min(leftMl, bandMl) : bandMl;
  return [
    { what: 'nuts', volumeMl: nutMl, ingredient },
    { what: 'milk', volumeMl: Math.max(0, leftMl - nutMl) },
  ];
}

/** A jar as it looks everywhere: the milk left in it, over a band of the nut it is made of. */
export function SmallJar({
  jar,
  ingredient,
  name,
  size = 72,
  ageDays,
  capacityMl = jarCapacityMl(jar),
  largestMl = capacityMl,
}: {
  jar: DrawnJar;
  ingredient: string;
  name: string;
  /** How large the largest jar beside it is drawn, px. */
  size?: number;
  /** On its tag, in whole days. */
  ageDays?: number;
  capacityMl?: number;
  /** What the largest jar beside it holds, mL: they are drawn to one scale. */
  largestMl?: number;
}) {
  const px = jarPx(capacityMl, largestMl, size);
  const left = jar.filledMl > 0 ? Math.round((100 * jar.leftMl) / jar.filledMl) : 0;
  const age = ageDays === undefined ? '' : `, ${ageWords(ageDays)}`;
  return (
    <JarDrawing
      width={px}
      height={px * 1.5}
      capacityMl={capacityMl}
      layers={jarLayers(jar.leftMl, capacityMl, ingredient)}
      tag={ageDays === undefined ? undefined : ageDays === 0 ? 'new' : `${ageDays} d`}
      words={`A jar of ${name}, ${left} % left${age}`}
    />
  );
}
