import type { JarState } from '@humble-churn/core';
import { JarDrawing, jarFor } from '../../ui/JarDrawing';

/** A jar as it looks everywhere: the milk left in it, over a band of the nut it is made of. */
export function SmallJar({
  jar,
  ingredient,
  name,
  size = 72,
}: {
  jar: Pick<JarState, 'filledMl' | 'leftMl'>;
  ingredient: string;
  name: string;
  size?: number;
}) {
  const capacityMl = jarFor(jar.filledMl * 1.02);
  // The band names the nut; it takes a fixed share of the drawing and stands under the milk.
  const bandMl = capacityMl * 0.16;
  const roomMl = capacityMl - bandMl;
  return (
    <JarDrawing
      width={size}
      height={size * 1.5}
      capacityMl={capacityMl}
      layers={[
        { what: 'nuts', volumeMl: bandMl, ingredient },
        { what: 'milk', volumeMl: (jar.leftMl / capacityMl) * roomMl },
      ]}
      words={`A jar of ${name}, ${Math.round((100 * jar.leftMl) / jar.filledMl)} % left`}
    />
  );
}
