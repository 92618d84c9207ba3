import { LIMITS, cupG, ratioFaces, ratioFromCups, ratioFromShare } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../../ui/Choice';
import { Dial } from '../../ui/Dial';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import { CUP_NAMES } from '../../ui/cupNames';
import { Fold } from './Fold';
import { useSections } from './openSections';
import { useBench } from './useBench';

const { min, max } = LIMITS.waterPerNut;
const MARKS = [1, 1.5, 2, 3, 4, 6, 8].map((value) => ({
  value,
  words: value === 1.5 ? '1½' : String(value),
}));

const STEPS = [2, 3, 4, 5, 6] as const;

const WIDEST_DIAL_PX = 300;

/** One ratio, three faces that stay in step: cups to cups, weight to weight, share of nuts. */
export function RatioPanel() {
  const { recipe, ingredient, kitchen, change } = useBench();
  const { oneAtATime } = useSections();
  const { waterPerNut } = recipe;
  const form = recipe.nuts[0]?.form ?? 'whole';
  const nutCupG = cupG(ingredient, form, kitchen.cupSystem);
  const faces = ratioFaces(waterPerNut, nutCupG, kitchen.cupSystem);
  const cupsOf = (ratio: number): number => ratioFaces(ratio, nutCupG, kitchen.cupSystem).waterCupsPerNutCup;
  const set = (ratio: number): string | null => {
    if (!(ratio >= min && ratio <= max)) {
      return `Between 1 to ${min} and 1 to ${max} by weight, which is ${cupsOf(min).toFixed(1)} to ${cupsOf(max).toFixed(1)} cups.`;
    }
    change('ratio', (now) => ({ ...now, waterPerNut: ratio }));
    return null;
  };
  const cups = faces.waterCupsPerNutCup;
  const { width: room, onLayout } = useWidth(WIDEST_DIAL_PX);
  return (
    <Fold section="ratio">
      <View onLayout={onLayout}>
        <Dial
          label="Cups of water to one cup of nuts"
          value={Math.round(cups * 20) / 20}
          min={1}
          max={8}
          step={0.05}
          marks={MARKS}
          usual={{ from: 3, to: 4 }}
          valueWords={`1 to ${cups.toFixed(2)}`}
          onChange={(value) => set(ratioFromCups(value, nutCupG, kitchen.cupSystem))}
          width={Math.min(WIDEST_DIAL_PX, room)}
        />
      </View>
      <Choice
        label="Whole steps, by cups"
        slides={oneAtATime}
        value={STEPS.find((step) => Math.abs(step - cups) < 0.02) ?? null}
        onChange={(step) => void set(ratioFromCups(step, nutCupG, kitchen.cupSystem))}
        options={STEPS.map((step) => ({ value: step, label: `1 to ${step}` }))}
      />
      <AppText kind="small" tone="soft" style={styles.middle}>
        {CUP_NAMES[kitchen.cupSystem]} of water to one of nuts; marked: usual, 1 to 3 and 1 to 4
      </AppText>
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
      <AppText kind="small" tone="soft">
        Water can be added later, never taken out.
      </AppText>
    </Fold>
  );
}

const styles = StyleSheet.create({
  middle: { textAlign: 'center' },
  faces: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
