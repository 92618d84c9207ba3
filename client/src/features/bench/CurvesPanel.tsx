import type { Curves, Ingredient, Prediction, Recipe } from '@humble-churn/core';
import {
  gPer,
  mlPer,
  formatDuration,
  formatMass,
  formatVolume,
  soakAdvice,
  tempIn,
} from '@humble-churn/core';
import { View } from 'react-native';
import { Curve } from '../../ui/Curve';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import type { KnownKitchen } from '../../wire/queries';
import { CUP_NAMES } from '../../ui/cupNames';

interface Props {
  curves: Curves;
  recipe: Recipe;
  ingredient: Ingredient | undefined;
  prediction: Prediction;
  kitchen: KnownKitchen;
}

/** What would come of other ratios, seconds and hours, all else as it is. */
export default function CurvesPanel({ curves, recipe, ingredient, prediction, kitchen }: Props) {
  const { width, onLayout } = useWidth(320);
  const { ratio, seconds, soak } = curves;
  const us = kitchen.measures === 'us';
  const volumeUnit = us ? 'cups' : 'mL';
  const massUnit = us ? 'oz' : 'g';
  const unitMl = mlPer(volumeUnit, kitchen.cupSystem);
  const usualRatio = { from: 3, to: 7, words: 'usual, 1 to 3 up to 1 to 7 by weight' };
  const advice =
    ingredient && recipe.soak.method !== 'none' ? soakAdvice(ingredient, recipe.soak.method, kitchen) : null;
  return (
    <Panel title="What if">
      <View onLayout={onLayout} style={styles.curves}>
        {ratio.length > 1 && (
          <Curve
            title="Yield and body by the ratio"
            width={width}
            xs={ratio.map((point) => point.waterPerNut)}
            xName="Water to nuts"
            xWords={(x) => `1 to ${x.toFixed(1)} by weight`}
            now={recipe.waterPerNut}
            usual={usualRatio}
            lines={[
              {
                name: 'Milk',
                unit: volumeUnit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : volumeUnit,
                ys: ratio.map((point) => point.milkMl / unitMl),
                words: (y) => formatVolume(y * unitMl, kitchen),
              },
              {
                name: 'Solids',
                unit: '%',
                ys: ratio.map((point) => point.solidsPct),
                words: (y) => `${y.toFixed(1)} %`,
                dashed: true,
              },
            ]}
          />
        )}
        {seconds.length > 1 && (
          <Curve
            title="Fineness and warmth by the seconds"
            width={width}
            xs={seconds.map((point) => point.seconds)}
            xName="Blending"
            xWords={(x) => formatDuration(x)}
            now={prediction.blend.secondsPerLoad}
            lines={[
              {
                name: 'Broken up',
                unit: '%',
                ys: seconds.map((point) => point.rupture * 100),
                words: (y) => `${Math.round(y)} %`,
              },
              {
                name: 'Ends at',
                unit: us ? '°F' : '°C',
                ys: seconds.map((point) => tempIn(point.endTempC, kitchen.measures)),
                words: (y) => `${Math.round(y)} ${us ? '°F' : '°C'}`,
                dashed: true,
                limit: {
                  y: tempIn(prediction.blend.warmthLimitC, kitchen.measures),
                  words: prediction.soak.hot ? 'the limit after a hot soak' : 'your limit',
                },
              },
            ]}
          />
        )}
        {soak.length > 1 && (
          <Curve
            title="Water taken up by the hours"
            width={width}
            xs={soak.map((point) => point.hours)}
            xName="Soak"
            xWords={(x) => formatDuration(x * 3600)}
            now={recipe.soak.hours}
            {...(advice && {
              usual: {
                from: advice.minH,
                to: advice.maxH,
                words: `usual for this nut, ${formatDuration(advice.minH * 3600)} to ${formatDuration(advice.maxH * 3600)}`,
              },
            })}
            lines={[
              {
                name: 'Taken up',
                unit: massUnit,
                ys: soak.map((point) => point.uptakeG / gPer(massUnit)),
                words: (y) => formatMass(y * gPer(massUnit), kitchen),
              },
            ]}
          />
        )}
        <AppText kind="small" tone="soft">
          Touch a curve to read it. All of it an estimate, all else as on the bench.
        </AppText>
      </View>
    </Panel>
  );
}

const styles = { curves: { gap: SPACE.wide } } as const;
