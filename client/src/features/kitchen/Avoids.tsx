import { AVOIDABLE } from '@humble-churn/contract';
import type { Control } from 'react-hook-form';
import { Controller } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { Toggle } from '../../ui/Toggle';
import { Words } from '../../ui/Words';
import { SPACE } from '../../ui/theme';
import type { SettingsForm } from './KitchenScreen';

interface Props {
  control: Control<SettingsForm>;
  name:
    | `profile.people.${number}.avoids`
    | `profile.machines.${number}.keptFrom`
    | `profile.strainers.${number}.keptFrom`;
  label: string;
}

/** Allergens somebody keeps off, or gear is kept apart from. */
export function Avoids({ control, name, label }: Props) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <View style={styles.group}>
          <Words kind="small" tone="soft">
            {label}
          </Words>
          <View role="group" aria-label={label} style={styles.row}>
            {AVOIDABLE.map((allergen) => (
              <Toggle
                key={allergen}
                label={allergen}
                on={field.value.includes(allergen)}
                onChange={(on) =>
                  field.onChange(
                    on ? [...field.value, allergen] : field.value.filter((one) => one !== allergen),
                  )
                }
              />
            ))}
          </View>
        </View>
      )}
    />
  );
}

const styles = StyleSheet.create({
  group: { gap: SPACE.tight },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
