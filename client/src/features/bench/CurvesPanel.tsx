import type { Curves, Ingredient, Prediction, Recipe } from '@humble-churn/core';
import { shownDuration, shownMass, shownTemp, shownVolume, soakAdvice } from '@humble-churn/core';
import { View } from 'react-native';
import { Curve } from '../../ui/Curve';
import { Panel } from '../../ui/Panel';
import { Words } from '../../ui/Words';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import type { KnownKitchen } from '../../wire/queries';

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
                name: 'Milk, mL',
                ys: ratio.map((point) => point.milkMl),
                words: (y) => shownVolume(y, kitchen),
              },
              {
                name: 'Solids, %',
                ys: ratio.map((point) => point.solidsPct),
                words: (y) => `${y.toFixed(1)} %`,
                dashed: true,
              },
            ]}
          />
        )}
        {seconds.length > 1 && (
          <Curve
            title="How fine and how warm by the seconds"
            width={width}
            xs={seconds.map((point) => point.seconds)}
            xName="Blending"
            xWords={(x) => shownDuration(x)}
            now={prediction.blend.secondsPerLoad}
            lines={[
              {
                name: 'Broken up, %',
                ys: seconds.map((point) => point.rupture * 100),
                words: (y) => `${Math.round(y)} %`,
              },
              {
                name: 'Ends at, °C',
                ys: seconds.map((point) => point.endTempC),
                words: (y) => shownTemp(y, kitchen.measures),
                dashed: true,
                limit: { y: recipe.blend.warmthLimitC, words: 'your limit' },
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
            xWords={(x) => shownDuration(x * 3600)}
            now={recipe.soak.hours}
            {...(advice && {
              usual: {
                from: advice.minH,
                to: advice.maxH,
                words: `usual for this nut, ${shownDuration(advice.minH * 3600)} to ${shownDuration(advice.maxH * 3600)}`,
              },
            })}
            lines={[
              {
                name: 'Taken up, g',
                ys: soak.map((point) => point.uptakeG),
                words: (y) => shownMass(y, kitchen),
              },
            ]}
          />
        )}
        <Words kind="small" tone="soft">
          Touch a curve to read it. All of it an estimate, all else as on the bench.
        </Words>
      </View>
    </Panel>
  );
}

const styles = { curves: { gap: SPACE.wide } } as const;
