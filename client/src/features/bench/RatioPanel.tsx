import { LIMITS, cupG, ratioFaces, ratioFromCups, ratioFromShare } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Slider } from '../../ui/Slider';
import { Words } from '../../ui/Words';
import { SPACE } from '../../ui/theme';
import { CUP_NAMES } from '../kitchen/words';
import type { BenchProps } from './BenchScreen';

const { min, max } = LIMITS.waterPerNut;

/** One ratio, three faces that stay in step: cups to cups, weight to weight, share of nuts. */
export function RatioPanel({ draft, ingredient, kitchen }: BenchProps) {
  const { recipe, change } = draft;
  const nutCupG = ingredient ? cupG(ingredient, recipe.nuts[0]?.form ?? 'whole', kitchen.cupSystem) : 140;
  const faces = ratioFaces(recipe.waterPerNut, nutCupG, kitchen.cupSystem);
  const cupsOf = (waterPerNut: number): number =>
    ratioFaces(waterPerNut, nutCupG, kitchen.cupSystem).waterCupsPerNutCup;
  const set = (waterPerNut: number): string | null => {
    if (!(waterPerNut >= min && waterPerNut <= max)) {
      return `Between 1 to ${min} and 1 to ${max} by weight, which is ${cupsOf(min).toFixed(1)} to ${cupsOf(max).toFixed(1)} cups.`;
    }
    change('ratio', (now) => ({ ...now, waterPerNut }));
    return null;
  };
  const cups = faces.waterCupsPerNutCup;
  return (
    <Panel title="Water to nuts">
      <Slider
        label="Cups of water to one cup of nuts"
        value={Math.round(cups * 20) / 20}
        min={1}
        max={8}
        step={0.05}
        usual={{ from: 3, to: 4 }}
        valueWords={`1 to ${cups.toFixed(2)} by cups`}
        onChange={(value) => set(ratioFromCups(value, nutCupG, kitchen.cupSystem))}
      />
      <View style={styles.ends}>
        <Words kind="small" tone="soft">
          Cream
        </Words>
        <Words kind="small" tone="soft">
          Marked: usual, 1 to 3 and 1 to 4
        </Words>
        <Words kind="small" tone="soft">
          Thin
        </Words>
      </View>
      <View style={styles.faces}>
        <QuantityField
          label="By cups, 1 to"
          unit={CUP_NAMES[kitchen.cupSystem]}
          shown={cups.toFixed(2)}
          onNumber={(value) => set(ratioFromCups(value, nutCupG, kitchen.cupSystem))}
        />
        <QuantityField
          label="By weight, 1 to"
          unit="g per g"
          shown={faces.waterPerNut.toFixed(2)}
          onNumber={set}
        />
        <QuantityField
          label="Share of nuts"
          unit="%"
          shown={(faces.nutShare * 100).toFixed(1)}
          onNumber={(value) =>
            value > 0 && value < 100 ? set(ratioFromShare(value / 100)) : 'Between 0 and 100 %.'
          }
        />
      </View>
      <Words kind="small" tone="soft">
        Water can be added later, never taken out.
      </Words>
    </Panel>
  );
}

const styles = StyleSheet.create({
  ends: { flexDirection: 'row', justifyContent: 'space-between' },
  faces: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
