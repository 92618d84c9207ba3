import type { Ingredient, NutForm, Recipe, KitchenModel } from '@humble-churn/core';
import { allergensText } from '@humble-churn/contract';
import {
  NUT_TABLE,
  allergensIn,
  canPeel,
  findIngredient,
  nutPercents,
  soakAdvice,
  withNutPercent,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import { Plus, Trash2 } from '../../ui/icons';
import { SPACE, WIDE_FROM_PX, useColours } from '../../ui/theme';
import type { Draft } from './draft';
import { FORM_LABELS, nameFor } from '../../ui/recipeLabels';

const FORMS: readonly NutForm[] = ['whole', 'chopped', 'ground'];
const MOST_NUTS = 8;

interface Props {
  nuts: Recipe['nuts'];
  change: Draft['change'];
  model: KitchenModel;
}

/** Another set of nuts, with the soak and peel that make sense for the first of them. */
function withNuts(now: Recipe, nuts: Recipe['nuts'], model: KitchenModel): Recipe {
  const named = now.name !== '' && now.name !== nameFor(now.nuts, model.pantry);
  const next = { ...now, nuts, name: named ? now.name : nameFor(nuts, model.pantry) };
  const first = findIngredient(nuts[0]?.ingredient ?? '', model.pantry);
  if (!first || nuts[0]?.ingredient === now.nuts[0]?.ingredient) return next;
  // A soak that made sense for the last nut may drown this one: start from its own usual soak.
  const method = first.soakUsualH === 0 ? 'none' : now.soak.method === 'none' ? 'fridge' : now.soak.method;
  const { hours, pourTempC } = soakAdvice(first, method, model.surroundings);
  return {
    ...next,
    soak: { ...now.soak, method, hours, pourTempC },
    peel: nuts.some((nut, i) => i === 0 && canPeel(first, nut.form, now.peel)) ? now.peel : 'leave',
  };
}

/** One nut in another form; skins that cannot come off it any more are left on. */
function withForm(now: Recipe, index: number, form: NutForm, model: KitchenModel): Recipe {
  const nuts = now.nuts.map((nut, i) => (i === index ? { ...nut, form } : nut));
  const peels =
    nuts.every((nut) => nut.form !== 'ground') &&
    nuts.some((nut) => {
      const found = findIngredient(nut.ingredient, model.pantry);
      return found && canPeel(found, nut.form, now.peel);
    });
  return { ...now, nuts, peel: peels ? now.peel : 'leave' };
}

/** A share as large as the others are on average. */
function evenShare(nuts: Recipe['nuts']): number {
  return nuts.reduce((sum, nut) => sum + nut.share, 0) / nuts.length;
}

/** Which nuts or seeds, in what form and in what parts. */
export function NutPicker({ nuts, change, model }: Props) {
  const colour = useColours();
  const router = useRouter();
  const { width } = useWindowDimensions();
  const wide = width >= WIDE_FROM_PX;
  // On a phone the list would push everything else off the screen.
  const [opened, setOpen] = useState(false);
  const [adding, setAdding] = useState(false);
  const open = wide || opened || adding;
  // An archived one is still there where a recipe has it.
  const inUse = model.pantry.own.filter(
    (one) => !one.archived || nuts.some((nut) => nut.ingredient === one.key),
  );
  const all: readonly Ingredient[] = [...NUT_TABLE, ...inUse];
  const [first] = nuts;
  const percents = nutPercents(nuts);
  const set = (to: (nuts: Recipe['nuts']) => Recipe['nuts'], field: string): void =>
    change(field, (now) => withNuts(now, to(now.nuts), model));
  const choose = (key: string): void => {
    if (adding) {
      set((now) => [...now, { ingredient: key, form: 'whole', share: evenShare(now) }], 'nut-add');
      setAdding(false);
    } else {
      set((now) => now.map((nut, i) => (i === 0 ? { ...nut, ingredient: key } : nut)), 'nut');
      setOpen(false);
    }
  };
  const taken = new Set(nuts.map((nut) => nut.ingredient));
  const listed = adding
    ? all.filter((one) => !taken.has(one.key))
    : open
      ? all.filter((one) => one.key === first?.ingredient || !taken.has(one.key))
      : all.filter((one) => one.key === first?.ingredient);
  return (
    <Panel title="Nut or seed">
      {adding && <AppText>Choose the nut or seed to add.</AppText>}
      <Choice
        label="Nut or seed"
        hideLabel
        value={adding ? null : (first?.ingredient ?? null)}
        onChange={choose}
        options={listed.map(({ key, name }) => ({
          value: key,
          label: name,
          mark: <NutMark ingredient={key} />,
        }))}
      />
      <View style={styles.row}>
        {!wide && !adding && (
          <Button
            label={open ? 'Show only this one' : `Choose from ${all.length}`}
            onPress={() => setOpen(!opened)}
          />
        )}
        {nuts.length < MOST_NUTS && (
          <Button
            label={adding ? 'Cancel' : 'Blend with another'}
            icon={adding ? undefined : Plus}
            onPress={() => setAdding(!adding)}
          />
        )}
        <Button label="Add one of your own" kind="quiet" onPress={() => router.push('/ingredients/new')} />
      </View>
      {nuts.map((nut, i) => {
        const found = findIngredient(nut.ingredient, model.pantry);
        const name = found?.name ?? nut.ingredient;
        const alone = nuts.length === 1;
        return (
          <View
            key={nut.ingredient}
            style={[styles.nut, !alone && { borderColor: colour.line, borderTopWidth: 1 }]}
          >
            {!alone && (
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
                  onPress={() => set((now) => now.filter((_, j) => j !== i), 'nut-out')}
                />
              </View>
            )}
            {!alone && (
              <QuantityField
                stacked
                label={`Part of ${name.toLowerCase()}`}
                unit="% of the nuts"
                shown={String(Number((percents[i] ?? 0).toFixed(1)))}
                onNumber={(value) => {
                  if (!(value > 0 && value < 100))
                    return 'Between 0 and 100 %. Take a nut out to leave it out.';
                  set((now) => withNutPercent(now, i, value), `share-${i}`);
                  return null;
                }}
              />
            )}
            <Choice
              label={alone ? 'Form' : `Form of ${name.toLowerCase()}`}
              value={nut.form}
              onChange={(form) => change(`form-${i}`, (now) => withForm(now, i, form, model))}
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
      })}
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.small },
  name: { flex: 1 },
  nut: { gap: SPACE.small, paddingTop: SPACE.small },
});
