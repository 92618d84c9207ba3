import type { Ingredient, NutForm } from '@humble-churn/core';
import { NUT_TABLE, canPeel, soakAdvice } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { Button } from '../../ui/Button';
import { SPACE, WIDE_FROM_PX } from '../../ui/theme';
import { useOwnIngredients } from '../../wire/queries';
import { Choice } from '../../ui/Choice';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { Words } from '../../ui/Words';
import type { BenchProps } from './BenchScreen';
import { FORM_WORDS } from './words';

const FORMS: readonly NutForm[] = ['whole', 'chopped', 'ground'];

/** Which nut or seed, and in what form it comes. */
export function NutPicker({ draft, ingredient, kitchen }: BenchProps) {
  const own = useOwnIngredients();
  const router = useRouter();
  const { width } = useWindowDimensions();
  const wide = width >= WIDE_FROM_PX;
  // On a phone the list would push everything else off the screen.
  const [opened, setOpen] = useState(false);
  const open = wide || opened;
  const { recipe, change } = draft;
  const portion = recipe.nuts[0];
  const all: readonly Ingredient[] = [...NUT_TABLE, ...(own.data ?? [])];
  const choose = (key: string): void => {
    const chosen = all.find((one) => one.key === key);
    if (!chosen) return;
    change('nut', (now) => {
      // A soak that made sense for the last nut may drown this one: start from its own usual soak.
      const method =
        chosen.soakUsualH === 0 ? 'none' : now.soak.method === 'none' ? 'fridge' : now.soak.method;
      const { hours, pourTempC } = soakAdvice(chosen, method, kitchen);
      const ownName = now.name !== '' && now.name !== `${ingredient?.name ?? ''} milk`;
      return {
        ...now,
        name: ownName ? now.name : `${chosen.name} milk`,
        nuts: [{ ingredient: key, form: now.nuts[0]?.form ?? 'whole', share: 1 }],
        soak: { ...now.soak, method, hours, pourTempC },
        peel: canPeel(chosen, now.peel) ? now.peel : 'leave',
      };
    });
  };
  const listed = open ? all : all.filter((one) => one.key === portion?.ingredient);
  return (
    <Panel title="Nut or seed">
      <Choice
        label="Nut or seed"
        hideLabel
        value={portion?.ingredient ?? null}
        onChange={choose}
        options={listed.map(({ key, name }) => ({
          value: key,
          label: name,
          mark: <NutMark ingredient={key} />,
        }))}
      />
      <View style={styles.row}>
        {!wide && (
          <Button
            label={open ? 'Show only this one' : `Choose from ${all.length}`}
            onPress={() => setOpen(!open)}
          />
        )}
        <Button label="Add one of your own" kind="quiet" onPress={() => router.push('/ingredients/new')} />
      </View>
      <Choice
        label="Form"
        value={portion?.form ?? 'whole'}
        onChange={(form) =>
          change('form', (now) => ({ ...now, nuts: now.nuts.map((nut) => ({ ...nut, form })) }))
        }
        options={FORMS.map((form) => ({ value: form, label: FORM_WORDS[form] }))}
      />
      {ingredient && (
        <Words kind="small" tone="soft">
          {ingredient.allergen === 'none listed'
            ? 'No allergen listed for it, but a shared jug and bag carry traces of other nuts.'
            : `Allergen: ${ingredient.allergen}. A shared jug and bag carry traces.`}
        </Words>
      )}
    </Panel>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small } });
