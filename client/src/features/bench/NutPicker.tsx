import { allergensText } from '@humble-churn/contract';
import type { Ingredient, NutForm } from '@humble-churn/core';
import {
  MOST_NUTS,
  NUT_TABLE,
  allergensIn,
  findIngredient,
  isOwnNut,
  nutPercents,
  withNutAdded,
  withNutForm,
  withNutPercent,
  withNuts,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { NutMark } from '../../ui/NutMark';
import { QuantityField } from '../../ui/QuantityField';
import { Plus, Trash2 } from '../../ui/icons';
import { FORM_LABELS } from '../../ui/recipeLabels';
import { SPACE, useColours } from '../../ui/theme';
import { Fold } from './Fold';
import { useSections } from './openSections';
import { useBench } from './useBench';

/** What milk is made of most stands first, in reach of a thumb. */
const FIRST_OFFERED = ['almond', 'cashew', 'hazelnut', 'walnut'];

const FORMS: readonly NutForm[] = ['whole', 'chopped', 'ground'];

/** Which nuts or seeds, in what form and in what parts. */
export function NutPicker() {
  const { recipe, change, model } = useBench();
  const { nuts } = recipe;
  const { pantry, surroundings } = model;
  const router = useRouter();
  const { oneAtATime: phone } = useSections();
  const [adding, setAdding] = useState(false);
  // An archived one is still there where a recipe has it.
  const inUse = pantry.own
    .filter(isOwnNut)
    .filter((one) => !one.archived || nuts.some((nut) => nut.ingredient === one.key));
  const rank = ({ key }: Ingredient): number => {
    const at = FIRST_OFFERED.indexOf(key);
    return at < 0 ? FIRST_OFFERED.length : at;
  };
  const all: readonly Ingredient[] = [...NUT_TABLE, ...inUse].sort((a, b) => rank(a) - rank(b));
  const [first] = nuts;
  const choose = (key: string): void => {
    if (adding) {
      change('nut-add', (now) => withNutAdded(now, key, pantry, surroundings));
      setAdding(false);
      return;
    }
    change('nut', (now) => {
      const others = now.nuts.map((nut, i) => (i === 0 ? { ...nut, ingredient: key } : nut));
      return withNuts(now, others, pantry, surroundings);
    });
  };
  const taken = new Set(nuts.map((nut) => nut.ingredient));
  const listed = all.filter((one) => (one.key === first?.ingredient ? !adding : !taken.has(one.key)));
  const picker = (
    <Choice
      label="Nut or seed"
      hideLabel
      slides={phone}
      value={adding ? null : (first?.ingredient ?? null)}
      onChange={choose}
      options={listed.map(({ key, name }) => ({
        value: key,
        label: name,
        mark: <NutMark ingredient={key} />,
      }))}
    />
  );
  return (
    <Fold section="nut" face={phone && picker}>
      {adding && <AppText>Choose the nut or seed to add.</AppText>}
      {!phone && picker}
      <View style={styles.row}>
        {nuts.length < MOST_NUTS && (
          <Button
            label={adding ? 'Cancel' : 'Blend with another'}
            icon={adding ? undefined : Plus}
            onPress={() => setAdding(!adding)}
          />
        )}
        <Button label="Add one of your own" kind="quiet" onPress={() => router.push('/ingredients/new')} />
      </View>
      {nuts.map((nut, i) => (
        <OneNut key={nut.ingredient} index={i} />
      ))}
    </Fold>
  );
}

/** One of the nuts: its part, its form, and what it brings for the allergic. */
function OneNut({ index }: { index: number }) {
  const { recipe, change, model } = useBench();
  const colour = useColours();
  const { pantry, surroundings } = model;
  const nut = recipe.nuts[index];
  if (!nut) return null;
  const found = findIngredient(nut.ingredient, pantry);
  const name = found?.name ?? nut.ingredient;
  const alone = recipe.nuts.length === 1;
  return (
    <View style={[styles.nut, !alone && { borderColor: colour.line, borderTopWidth: 1 }]}>
      {!alone && (
        <>
          <View style={styles.row}>
            <NutMark ingredient={nut.ingredient} />
            <AppText kind="strong" style={styles.name}>
              {name}
            </AppText>
            <Button
              label={`Remove ${name.toLowerCase()}`}
              icon={Trash2}
              iconOnly
              kind="quiet"
              onPress={() =>
                change('nut-out', (now) => {
                  const left = now.nuts.filter((_, j) => j !== index);
                  return withNuts(now, left, pantry, surroundings);
                })
              }
            />
          </View>
          <QuantityField
            stacked
            label={`Part of ${name.toLowerCase()}`}
            unit="% of the nuts"
            shown={String(Number((nutPercents(recipe.nuts)[index] ?? 0).toFixed(1)))}
            onNumber={(value) => {
              if (!(value > 0 && value < 100)) {
                return 'Between 0 and 100 %. Take a nut out to leave it out.';
              }
              change(`share-${index}`, (now) =>
                withNuts(now, withNutPercent(now.nuts, index, value), pantry, surroundings),
              );
              return null;
            }}
          />
        </>
      )}
      <Choice
        label={alone ? 'Form' : `Form of ${name.toLowerCase()}`}
        value={nut.form}
        onChange={(form) => change(`form-${index}`, (now) => withNutForm(now, index, form, pantry))}
        options={FORMS.map((form) => ({ value: form, label: FORM_LABELS[form] }))}
      />
      {found && (
        <AppText kind="small" tone="soft">
          {found.allergens.length === 0
            ? 'No allergen listed for it, but a shared jug and bag carry traces of other nuts.'
            : `Allergens: ${allergensText({ contains: allergensIn([found]), unknown: false })}. A shared jug and bag carry traces.`}
        </AppText>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.small },
  name: { flex: 1 },
  nut: { gap: SPACE.small, paddingTop: SPACE.small },
});
