import type { Allergen } from '@humble-churn/core';
import { ALLERGENS } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { Toggle } from './Toggle';
import { AppText } from './AppText';
import { SPACE } from './theme';

/** Any of the allergens the app tells apart. */
export function AllergenToggles({
  label,
  chosen,
  onChange,
}: {
  label: string;
  chosen: readonly Allergen[];
  onChange: (chosen: Allergen[]) => void;
}) {
  return (
    <View style={styles.group}>
      <AppText kind="small" tone="soft">
        {label}
      </AppText>
      <View role="group" aria-label={label} style={styles.row}>
        {ALLERGENS.map((allergen) => (
          <Toggle
            key={allergen}
            label={allergen === 'other' ? 'another one' : allergen}
            on={chosen.includes(allergen)}
            onChange={(on) => onChange(on ? [...chosen, allergen] : chosen.filter((one) => one !== allergen))}
          />
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: SPACE.tight },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
