import { zodResolver } from '@hookform/resolvers/zod';
import type { PackFiguresWire } from '@humble-churn/contract';
import { PackFiguresSchema, refusalWords } from '@humble-churn/contract';
import { ingredientFromPack } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import type { Control } from 'react-hook-form';
import { Controller, useForm } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { useAddIngredient } from '../../wire/queries';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FormChoice, FormName } from '../../ui/FormFields';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { Words } from '../../ui/Words';
import { SPACE } from '../../ui/theme';

type Figure = 'fatPct' | 'carbPct' | 'proteinPct' | 'sugarsPct' | 'fibrePct' | 'kcalPer100G' | 'cupG';

const FIGURES: readonly { name: Figure; label: string; unit: string; most: number; optional: boolean }[] = [
  { name: 'fatPct', label: 'Fat', unit: 'g', most: 100, optional: false },
  { name: 'carbPct', label: 'Carbohydrate', unit: 'g', most: 100, optional: false },
  { name: 'proteinPct', label: 'Protein', unit: 'g', most: 100, optional: false },
  { name: 'sugarsPct', label: 'of which sugars', unit: 'g', most: 100, optional: true },
  { name: 'fibrePct', label: 'Fibre', unit: 'g', most: 100, optional: true },
  { name: 'kcalPer100G', label: 'Energy', unit: 'kcal', most: 1000, optional: true },
  { name: 'cupG', label: 'One US cup weighs', unit: 'g', most: 400, optional: true },
];

const ALLERGENS = ['tree nut', 'sesame', 'soy', 'peanut', 'none listed'] as const;

/** A nut or seed of the cook's own, from what its pack says. */
export function IngredientScreen() {
  const router = useRouter();
  const toast = useToast();
  const add = useAddIngredient();
  // What was sent may change before the next try; then it is another thing and gets another key.
  const [key, setKey] = useState(() => crypto.randomUUID());
  const { control, handleSubmit, formState, setError } = useForm<PackFiguresWire>({
    resolver: zodResolver(PackFiguresSchema),
    defaultValues: {
      name: '',
      kind: 'nut',
      allergen: 'tree nut',
      carbIncludesFibre: false,
      sugarsPct: null,
      fibrePct: null,
      kcalPer100G: null,
      cupG: null,
    },
  });
  const { errors } = formState;
  const save = handleSubmit((pack) => {
    // Turned away here already, with the reason at its field; the server says the same.
    const made = ingredientFromPack({ ...pack, key: 'own-new' });
    if (!made.ok) {
      const field = made.refusal.path[0] === 'name' ? 'name' : 'carbPct';
      setError(field, { message: refusalWords(made.refusal) });
      return;
    }
    add.mutate(
      { pack, key },
      {
        onSuccess: ({ name }) => {
          toast({ words: `${name} is among the ingredients now.` });
          router.navigate('/bench');
        },
        onError: () => setKey(crypto.randomUUID()),
      },
    );
  });
  return (
    <Screen title="An ingredient of your own">
      <Words>
        Copy what the pack says for 100 g. What it leaves out is filled with the middle of our table and
        marked as a guess.
      </Words>
      <Panel title="What it is">
        <FormName
          control={control}
          name="name"
          label="Name"
          trouble={errors.name ? nameTrouble(errors.name.message) : ''}
          note="Only sweet almonds: bitter almonds, stone-fruit kernels and raw beans are poisonous."
        />
        <FormChoice
          control={control}
          name="kind"
          label="It is a"
          options={[
            { value: 'nut', label: 'Nut' },
            { value: 'seed', label: 'Seed' },
          ]}
        />
        <FormChoice
          control={control}
          name="allergen"
          label="Allergen on the pack"
          options={ALLERGENS.map((allergen) => ({ value: allergen, label: allergen }))}
        />
      </Panel>
      <Panel title="In 100 g">
        <View style={styles.figures}>
          {FIGURES.map((figure) => (
            <FigureField
              key={figure.name}
              {...figure}
              control={control}
              error={errors[figure.name] ? (errors[figure.name]?.message ?? 'Missing') : null}
            />
          ))}
        </View>
        <Controller
          control={control}
          name="carbIncludesFibre"
          render={({ field }) => (
            <Choice
              label="On this pack fibre is"
              value={field.value ? 'in' : 'beside'}
              onChange={(where) => field.onChange(where === 'in')}
              options={[
                { value: 'beside', label: 'listed beside carbohydrate' },
                { value: 'in', label: 'part of carbohydrate' },
              ]}
            />
          )}
        />
      </Panel>
      {add.error && <Notice kind="error">{add.error.message} What you typed still stands here.</Notice>}
      <Button label="Add it" kind="main" busy={add.isPending} onPress={() => void save()} />
    </Screen>
  );
}

/** A sentence of ours where it is refused for what it names; the schema's own words are for programs. */
function nameTrouble(message: string | undefined): string {
  return message !== undefined && message.startsWith('“') ? message : 'Give it a name of up to 60 letters.';
}

function FigureField({
  name,
  label,
  unit,
  most,
  optional,
  control,
  error,
}: (typeof FIGURES)[number] & { control: Control<PackFiguresWire>; error: string | null }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => {
        const value = field.value as number | null | undefined;
        const missing = error !== null && value === undefined;
        return (
          <QuantityField
            label={optional ? `${label} (if it says)` : label}
            unit={unit}
            shown={value === null || value === undefined ? '' : String(value)}
            onEmpty={() => field.onChange(optional ? null : undefined)}
            onNumber={(typed) => {
              if (typed > most) return `At most ${most}.`;
              field.onChange(typed);
              return null;
            }}
            onTrouble={() => field.onChange(NaN)}
            error={missing ? 'The pack says this; it is needed.' : error}
          />
        );
      }}
    />
  );
}

const styles = StyleSheet.create({
  figures: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
});
