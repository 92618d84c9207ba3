import type { Curves, Prediction, Recipe } from '@humble-churn/core';
import {
  formatDuration,
  formatMass,
  formatVolume,
  gPer,
  mlPer,
  soakAdvice,
  tempIn,
} from '@humble-churn/core';
import { View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Curve } from '../../ui/Curve';
import { Panel } from '../../ui/Panel';
import { CUP_NAMES } from '../../ui/cupNames';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { useBench } from './useBench';

/** What would come of other ratios, seconds and hours, all else as it is. */
export default function CurvesPanel() {
  const { whatIf, later } = useBench();
  const { width, onLayout } = useWidth(320);
  const { recipe, prediction } = later;
  if (!prediction || !whatIf) return null;
  const { ratio, seconds, soak } = whatIf.curves;
  return (
    <Panel title="What if">
      <View onLayout={onLayout} style={styles.curves}>
        {ratio.length > 1 && <ByRatio points={ratio} recipe={recipe} width={width} />}
        {seconds.length > 1 && <BySeconds points={seconds} prediction={prediction} width={width} />}
        {soak.length > 1 && <BySoak points={soak} recipe={recipe} width={width} />}
        <AppText kind="small" tone="soft">
          Touch a curve to read it. All of it an estimate, all else as on the bench.
        </AppText>
      </View>
    </Panel>
  );
}

const USUAL_RATIO = { from: 3, to: 7, words: 'usual, 1 to 3 up to 1 to 7 by weight' };

interface ByRatioProps {
  points: Curves['ratio'];
  recipe: Recipe;
  width: number;
}

function ByRatio({ points, recipe, width }: ByRatioProps) {
  const { kitchen } = useBench();
  const volumeUnit = kitchen.measures === 'us' ? 'cups' : 'mL';
  const unitMl = mlPer(volumeUnit, kitchen.cupSystem);
  return (
    <Curve
      title="Yield and body by the ratio"
      width={width}
      xs={points.map((point) => point.waterPerNut)}
      xName="Water to nuts"
      xWords={(x) => `1 to ${x.toFixed(1)} by weight`}
      now={recipe.waterPerNut}
      usual={USUAL_RATIO}
      lines={[
        {
          name: 'Milk',
          unit: volumeUnit === 'cups' ? CUP_NAMES[kitchen.cupSystem] : volumeUnit,
          ys: points.map((point) => point.milkMl / unitMl),
          words: (y) => formatVolume(y * unitMl, kitchen),
        },
        {
          name: 'Solids',
          unit: '%',
          ys: points.map((point) => point.solidsPct),
          words: (y) => `${y.toFixed(1)} %`,
          dashed: true,
        },
      ]}
    />
  );
}

interface BySecondsProps {
  points: Curves['seconds'];
  prediction: Prediction;
  width: number;
}

function BySeconds({ points, prediction, width }: BySecondsProps) {
  const { measures } = useBench().kitchen;
  const unit = measures === 'us' ? '°F' : '°C';
  return (
    <Curve
      title="Fineness and warmth by the seconds"
      width={width}
      xs={points.map((point) => point.seconds)}
      xName="Blending"
      xWords={(x) => formatDuration(x)}
      now={prediction.blend.secondsPerLoad}
      lines={[
        {
          name: 'Broken up',
          unit: '%',
          ys: points.map((point) => point.rupture * 100),
          words: (y) => `${Math.round(y)} %`,
        },
        {
          name: 'Ends at',
          unit,
          ys: points.map((point) => tempIn(point.endTempC, measures)),
          words: (y) => `${Math.round(y)} ${unit}`,
          dashed: true,
          limit: {
            y: tempIn(prediction.blend.warmthLimitC, measures),
            words: prediction.soak.hot ? 'the limit after a hot soak' : 'your limit',
          },
        },
      ]}
    />
  );
}

interface BySoakProps {
  points: Curves['soak'];
  recipe: Recipe;
  width: number;
}

function BySoak({ points, recipe, width }: BySoakProps) {
  const { kitchen, ingredient } = useBench();
  const { method, hours } = recipe.soak;
  const massUnit = kitchen.measures === 'us' ? 'oz' : 'g';
  const advice = ingredient && method !== 'none' ? soakAdvice(ingredient, method, kitchen) : null;
  const hoursText = (h: number): string => formatDuration(h * 3600);
  return (
    <Curve
      title="Water taken up by the hours"
      width={width}
      xs={points.map((point) => point.hours)}
      xName="Soak"
      xWords={hoursText}
      now={hours}
      {...(advice && {
        usual: {
          from: advice.minH,
          to: advice.maxH,
          words: `usual for this nut, ${hoursText(advice.minH)} to ${hoursText(advice.maxH)}`,
        },
      })}
      lines={[
        {
          name: 'Taken up',
          unit: massUnit,
          ys: points.map((point) => point.uptakeG / gPer(massUnit)),
          words: (y) => formatMass(y * gPer(massUnit), kitchen),
        },
      ]}
    />
  );
}

const styles = { curves: { gap: SPACE.wide } } as const;
