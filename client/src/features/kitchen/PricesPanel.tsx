import type { OwnItem } from '@humble-churn/core';
import {
  ADDITION_TABLE,
  NUT_TABLE,
  formatMoney,
  priceMasses,
  pricePer,
  priceVolumes,
} from '@humble-churn/core';
import { useState } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FormMeasure, FormQuantity } from '../../ui/FormFields';
import { Panel } from '../../ui/Panel';
import { useMeasures } from '../../ui/measures';
import { Plus } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { Entry } from './Entry';
import type { SettingsProps } from './settingsForm';

/** What packs, the shop and the current cost. */
export function PricesPanel({
  control,
  currency,
  own,
}: SettingsProps & { currency: string; own: readonly OwnItem[] }) {
  const packs = useFieldArray({ control, name: 'profile.packs' });
  const [adding, setAdding] = useState(false);
  const measures = useMeasures();
  const [volume = { name: 'litre', litres: 1 }] = priceVolumes(measures);
  const { large } = priceMasses(measures);
  const named = [...NUT_TABLE, ...own, ...ADDITION_TABLE].filter(
    ({ key }) => key !== 'water' && key !== 'ice',
  );
  const nameOf = (key: string): string => named.find((one) => one.key === key)?.name ?? key;
  return (
    <Panel title="Prices">
      {packs.fields.length === 0 && (
        <AppText tone="soft">Enter what a pack cost, and the bench tells what a glass costs.</AppText>
      )}
      {packs.fields.map((field, i) => (
        <Entry
          key={field.id}
          name={`the price of ${nameOf(field.key).toLowerCase()}`}
          onRemove={() => packs.remove(i)}
        >
          <PackPrice control={control} i={i} name={nameOf(field.key)} currency={currency} />
        </Entry>
      ))}
      {adding && (
        <Choice
          label="A pack of"
          value={null}
          onChange={(key) => {
            packs.append({ key, packG: 500, price: 0 });
            setAdding(false);
          }}
          options={named
            .filter(({ key }) => !packs.fields.some((one) => one.key === key))
            .map(({ key, name }) => ({ value: key, label: name }))}
        />
      )}
      <View style={styles.row}>
        <Button
          label={adding ? 'Cancel' : 'Add a pack'}
          {...(!adding && { icon: Plus })}
          onPress={() => setAdding(!adding)}
        />
      </View>
      <FormQuantity
        control={control}
        name="profile.shopPerL"
        label={`A ${volume.name} from the shop`}
        unit={currency}
        per={1 / volume.litres}
        optional
      />
      <FormQuantity
        control={control}
        name="profile.mealPerKg"
        label={`A ${large.name} of bought nut meal`}
        unit={currency}
        per={1 / large.kg}
        optional
      />
      <FormQuantity
        control={control}
        name="profile.perKWh"
        label="A kilowatt hour, for drying pulp"
        unit={currency}
        optional
      />
    </Panel>
  );
}

/** What one pack weighs and costs. */
function PackPrice({
  control,
  i,
  name,
  currency,
}: SettingsProps & { i: number; name: string; currency: string }) {
  const { small } = priceMasses(useMeasures());
  const { packG, price } = useWatch({ control, name: `profile.packs.${i}` });
  return (
    <>
      <AppText kind="strong">{name}</AppText>
      <View style={styles.row}>
        <FormMeasure
          control={control}
          name={`profile.packs.${i}.packG`}
          kind="mass"
          label={`Pack of ${name.toLowerCase()}`}
          stacked={false}
        />
        <FormQuantity
          control={control}
          name={`profile.packs.${i}.price`}
          label={`Price of ${name.toLowerCase()}`}
          unit={currency}
          stacked={false}
          {...(packG > 0 &&
            price > 0 && {
              note: `${formatMoney(pricePer(price, packG, small.kg), currency)} for ${small.name}.`,
            })}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
