import { formatVolume, kitchenRound } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { JarDrawing, jarVolumeMl, jarY } from '../../ui/JarDrawing';
import { MeasureField } from '../../ui/MeasureField';
import { JarHandle, PULLED_UP_AND_DOWN } from '../../ui/JarHandle';
import { SPACE } from '../../ui/theme';
import { HOLDS_THE_PAGE, slideKeys, useDrag } from '../../ui/useDrag';
import { jarCapacityMl, jarLayers } from './SmallJar';
import type { JarProps } from './jarProps';

const STEP_ML = 10;
const WIDTH = 122;
const HEIGHT = 150;

/** How much is to be poured: pulled down at the level, or typed. */
export interface Pour {
  /** Null while what is typed is no number. */
  pourMl: number | null;
  setPourMl: (ml: number | null) => void;
  /** A level that was pulled stands in the field at once. */
  dragged: (ml: number) => void;
  round: number;
}

/** A glass to begin with. */
export function usePour({ jar, kitchen }: Pick<JarProps, 'jar' | 'kitchen'>): Pour {
  const [pourMl, setPourMl] = useState<number | null>(Math.min(kitchen.profile.glassMl, jar.leftMl));
  const [round, setRound] = useState(0);
  const dragged = (ml: number): void => {
    setPourMl(ml);
    setRound(round + 1);
  };
  return { pourMl, setPourMl, dragged, round };
}

/** The amount in figures, and the tap that pours it. */
export function PourAmount({ jar, kitchen, did, pour }: JarProps & { pour: Pour }) {
  const { pourMl, setPourMl, dragged, round } = pour;
  return (
    <View style={styles.pour}>
      <MeasureField
        key={round}
        kind="volume"
        label="Pour"
        value={pourMl}
        onValue={(ml) => {
          if (ml < 1) return 'Enter more than 0.';
          if (ml > jar.leftMl) return `Only ${formatVolume(jar.leftMl, kitchen)} are left.`;
          setPourMl(ml);
          return null;
        }}
        onTrouble={() => setPourMl(null)}
      />
      <Button
        label="Poured"
        kind="main"
        disabled={pourMl === null || pourMl < 1 || pourMl > jar.leftMl}
        onPress={() => {
          if (pourMl === null) return;
          did({ type: 'jar-drawn', jarId: jar.id, volumeMl: pourMl }, 'Poured.');
          dragged(Math.min(kitchen.profile.glassMl, jar.leftMl - pourMl));
        }}
      />
    </View>
  );
}

/** The level in the jar, to be pulled down by what is poured. */
export function MilkLevel({ batch, jar, kitchen, pour: held }: JarProps & { pour: Pour }) {
  const pourMl = Math.min(held.pourMl ?? 0, jar.leftMl);
  const onPour = held.dragged;
  const capacityMl = jarCapacityMl(jar, kitchen.profile.jars);
  const range = { min: 0, max: Math.round(jar.leftMl), step: STEP_ML };
  // What is left is no round number: never more than there is.
  const pour = (ml: number): void => onPour(Math.min(jar.leftMl, Math.max(0, kitchenRound(ml, STEP_ML))));
  const { dragRef, dragProps } = useDrag({
    onMove: (at) => {
      const leaveMl = jarVolumeMl(at.y * HEIGHT, capacityMl, HEIGHT);
      // At the bottom all of it is poured, not all but a rounding.
      if (leaveMl < STEP_ML / 2) onPour(jar.leftMl);
      else pour(jar.leftMl - leaveMl);
    },
  });
  const leaveMl = jar.leftMl - pourMl;
  const top = jarY(leaveMl, capacityMl, HEIGHT);
  return (
    <View
      ref={dragRef}
      role="slider"
      aria-label="Milk to pour"
      aria-valuemin={0}
      aria-valuemax={range.max}
      aria-valuenow={Math.round(pourMl)}
      aria-valuetext={`${formatVolume(pourMl, kitchen)}, then ${formatVolume(leaveMl, kitchen)} are left`}
      tabIndex={0}
      {...slideKeys(kitchenRound(pourMl, STEP_ML), range, pour)}
      {...dragProps}
      style={[styles.jar, PULLED_UP_AND_DOWN, HOLDS_THE_PAGE]}
    >
      <JarDrawing
        width={WIDTH}
        height={HEIGHT}
        scale
        capacityMl={capacityMl}
        layers={jarLayers(jar.leftMl, capacityMl, batch.state.prediction.nuts[0]?.ingredient ?? '')}
        mark={{ volumeMl: leaveMl, words: 'left' }}
        words={`A jar of ${batch.state.recipe.name} with ${formatVolume(jar.leftMl, kitchen)} in it`}
      />
      <JarHandle top={top} />
    </View>
  );
}

const styles = StyleSheet.create({
  jar: { width: WIDTH, height: HEIGHT },
  pour: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium, alignItems: 'center' },
});
