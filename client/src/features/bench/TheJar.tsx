import type { Prediction } from '@humble-churn/core';
import {
  FROTH_FACTOR,
  LIMITS,
  WATER_G_PER_ML,
  kitchenRound,
  formatMass,
  formatVolume,
} from '@humble-churn/core';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import type { KnownKitchen } from '../../wire/kitchen';
import type { JarLayer } from '../../ui/JarDrawing';
import { JarDrawing, jarFor, jarVolumeMl, jarY } from '../../ui/JarDrawing';
import { JarHandle, PULLED_UP_AND_DOWN } from '../../ui/JarHandle';
import { HOLDS_THE_PAGE, slideKeys, useDrag } from '../../ui/useDrag';

interface Props {
  prediction: Prediction;
  kitchen: KnownKitchen;
  width: number;
  height: number;
  /** Water to this many mL over the same nuts. */
  onWater: (liquidMl: number) => void;
}

const STEP_ML = 10;

/** What stands in the jar, from the bottom up. */
function layersOf(prediction: Prediction): JarLayer[] {
  const { nuts, soak, liquidMl, iceG } = prediction;
  const iceMl = iceG / WATER_G_PER_ML;
  const topMl = soak.soakedVolumeMl + liquidMl + iceMl;
  return [
    ...nuts.map((nut) => ({
      what: 'nuts' as const,
      volumeMl: (soak.soakedVolumeMl * nut.soakedMassG) / soak.soakedMassG,
      ingredient: nut.ingredient,
    })),
    { what: 'water', volumeMl: liquidMl },
    ...(iceMl > 0 ? [{ what: 'ice' as const, volumeMl: iceMl }] : []),
    { what: 'froth', volumeMl: topMl * (FROTH_FACTOR - 1) },
  ];
}

/** The same jar, small and without its handle; what it holds is said beside it. */
export function StillJar({ prediction, width, height }: Pick<Props, 'prediction' | 'width' | 'height'>) {
  const layers = layersOf(prediction);
  const heldMl = layers.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
  return (
    <View aria-hidden>
      <JarDrawing
        width={width}
        height={height}
        capacityMl={jarFor(heldMl * 1.12)}
        layers={layers}
        words="jar"
      />
    </View>
  );
}

/** The jar before the pour: nuts, water, ice and froth to scale, and the water's line to drag. */
export function TheJar({ prediction, kitchen, width, height, onWater }: Props) {
  const nutMl = prediction.soak.soakedVolumeMl;
  const iceMl = prediction.iceG / WATER_G_PER_ML;
  const waterMl = prediction.liquidMl + iceMl;
  const topMl = nutMl + waterMl;
  const frothMl = topMl * (FROTH_FACTOR - 1);
  const fitting = jarFor((topMl + frothMl) * 1.12);
  // The jar must not change under the finger that drags in it.
  const [held, setHeld] = useState<number | null>(null);
  const capacityMl = Math.max(held ?? fitting, topMl + frothMl);
  const grip = useRef(0);
  const range = {
    min: Math.ceil((LIMITS.waterPerNut.min * prediction.nutG) / WATER_G_PER_ML / STEP_ML) * STEP_ML,
    max: Math.floor((LIMITS.waterPerNut.max * prediction.nutG) / WATER_G_PER_ML / STEP_ML) * STEP_ML,
    step: STEP_ML,
  };
  const pour = (ml: number): void => {
    const line = Math.min(range.max, Math.max(range.min, kitchenRound(ml, STEP_ML)));
    onWater(line);
  };
  const { dragRef, dragProps } = useDrag({
    onStart: (at) => {
      setHeld(capacityMl);
      // Where the finger took hold of the line, so that it does not jump.
      const off = at.y * height - jarY(topMl, capacityMl, height);
      grip.current = Math.abs(off) < 28 ? off : 0;
    },
    onMove: (at) => pour(jarVolumeMl(at.y * height - grip.current, capacityMl, height) - nutMl),
    onEnd: () => setHeld(null),
  });
  const volume = formatVolume(prediction.milk.volumeMl, kitchen);
  return (
    <View
      ref={dragRef}
      role="slider"
      aria-label="Water in the jar"
      aria-valuemin={range.min}
      aria-valuemax={range.max}
      aria-valuenow={Math.round(waterMl)}
      aria-valuetext={`${formatVolume(waterMl, kitchen)} of water over ${formatMass(prediction.nutG, kitchen)} of nuts`}
      tabIndex={0}
      {...slideKeys(kitchenRound(waterMl, STEP_ML), range, pour)}
      {...dragProps}
      style={[{ width, height }, PULLED_UP_AND_DOWN, HOLDS_THE_PAGE]}
    >
      <JarDrawing
        width={width}
        height={height}
        scale
        capacityMl={capacityMl}
        layers={layersOf(prediction)}
        mark={{ volumeMl: prediction.milk.volumeMl, words: 'milk' }}
        words={`A jar with ${formatMass(prediction.nutG, kitchen)} of nuts and ${formatVolume(waterMl, kitchen)} of water; the milk will come to ${volume}.`}
      />
      <JarHandle top={jarY(topMl, capacityMl, height)} />
    </View>
  );
}
