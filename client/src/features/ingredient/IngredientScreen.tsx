import { zodResolver } from '@hookform/resolvers/zod';
import type { PackFiguresWire } from '@humble-churn/contract';
import { PackFiguresSchema, partOfNutPack, refusalMessage } from '@humble-churn/contract';
import type { OwnIngredient } from '@humble-churn/core';
import { isOwnNut, packOf } from '@humble-churn/core';
import type { Control, UseFormReturn } from 'react-hook-form';
import { Controller, useForm, useFormState } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { useOwnIngredients, useUnreadable } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { FormChoice, FormName, FormToggle } from '../../ui/FormFields';
import { QueryFallback } from '../../ui/QueryFallback';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { boundsAt } from '../../ui/schemaBounds';
import { SPACE } from '../../ui/theme';
import { FibreOnPack, PackAllergens } from './PackParts';
import type { Correcting } from './useSavePack';
import { useSavePack } from './useSavePack';

type Figure =
  | 'fatPct'
  | 'carbPct'
  | 'proteinPct'
  | 'sugarsPct'
  | 'fibrePct'
  | 'kcalPer100G'
  | 'cupG'
  | 'seleniumUgPerG'
  | 'rawLimitGPerServing';

interface FigureLine {
  name: Figure;
  label: string;
  unit: string;
  optional: boolean;
}

const FIGURES: readonly FigureLine[] = [
  { name: 'fatPct', label: 'Fat', unit: 'g', optional: false },
  { name: 'carbPct', label: 'Carbohydrate', unit: 'g', optional: false },
  { name: 'proteinPct', label: 'Protein', unit: 'g', optional: false },
  { name: 'sugarsPct', label: 'of which sugars', unit: 'g', optional: true },
  { name: 'fibrePct', label: 'Fibre', unit: 'g', optional: true },
  { name: 'kcalPer100G', label: 'Energy', unit: 'kcal', optional: true },
  { name: 'cupG', label: 'One US cup weighs', unit: 'g', optional: true },
];

/** What can hurt, where the pack or a book says so. */
const LIMIT_FIGURES: readonly FigureLine[] = [
  { name: 'seleniumUgPerG', label: 'Selenium in 1 g', unit: 'µg', optional: true },
  { name: 'rawLimitGPerServing', label: 'Most to eat raw at a time', unit: 'g', optional: true },
];

const EMPTY_PACK: Partial<PackFiguresWire> = {
  name: '',
  kind: 'nut',
  allergens: ['tree nut'],
  byRegion: false,
  gels: false,
  seleniumUgPerG: null,
  rawLimitGPerServing: null,
  carbIncludesFibre: false,
  sugarsPct: null,
  fibrePct: null,
  kcalPer100G: null,
  cupG: null,
};

/** An ingredient that is there already, to be corrected; what of it cannot be read is asked for again. */
export function CorrectIngredientScreen({ ingredientKey }: { ingredientKey: string }) {
  const own = useOwnIngredients();
  const unreadable = useUnreadable();
  if (!own.data || !unreadable.data) {
    return <QueryFallback title="Ingredient" what="the ingredient" queries={[own, unreadable]} />;
  }
  const known = own.data.filter(isOwnNut).find(({ key }) => key === ingredientKey);
  const torn = unreadable.data.find(({ kind, id }) => kind === 'ingredient' && id === ingredientKey);
  const rest = torn ? partOfNutPack(torn.pack) : null;
  const pack = known ? nutPackOf(known) : rest ? { ...EMPTY_PACK, ...rest } : null;
  if (!pack) {
    return (
      <Screen title="Ingredient">
        <Notice kind="error">There is no such ingredient in this kitchen.</Notice>
      </Screen>
    );
  }
  return <PackForm pack={pack} correcting={{ ingredientKey, before: known ?? null }} />;
}

function nutPackOf(known: OwnIngredient): PackFiguresWire {
  const { key: _key, ...pack } = packOf(known);
  return { ...pack, allergens: [...pack.allergens] };
}

/** A nut or seed of the cook's own, from what its pack says. */
export function IngredientScreen() {
  return <PackForm pack={EMPTY_PACK} correcting={null} />;
}

function PackForm({
  pack: start,
  correcting,
}: {
  pack: Partial<PackFiguresWire>;
  correcting: Correcting | null;
}) {
  const form = useForm<PackFiguresWire>({
    resolver: zodResolver(PackFiguresSchema),
    defaultValues: start,
  });
  const { save, failed, busy } = useSavePack(form, correcting, (refusal) => {
    // Turned away here already, with the reason at its field; the server says the same.
    const field = REFUSED_AT.find((one) => one === refusal.path[0]) ?? 'carbPct';
    form.setError(field, { type: refusal.code, message: refusalMessage(refusal) });
  });
  return (
    <Screen title={correcting === null ? 'An ingredient of your own' : `Correct ${start.name ?? 'it'}`}>
      <AppText>
        Copy what the pack says for 100 g. What it leaves out is filled with the middle of our table and
        marked as a guess.
      </AppText>
      <WhatItIs form={form} />
      <InHundredGrams form={form} />
      <KnownLimits form={form} />
      {failed && <Notice kind="error">{failed.message} What you typed still stands here.</Notice>}
      <Button label={correcting === null ? 'Add it' : 'Correct it'} kind="main" busy={busy} onPress={save} />
    </Screen>
  );
}

interface Form {
  form: UseFormReturn<PackFiguresWire>;
}

function WhatItIs({ form: { control } }: Form) {
  const { errors } = useFormState({ control });
  return (
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
      <PackAllergens control={control} />
      <FormToggle
        control={control}
        name="gels"
        label="It turns to a gel when wet"
        note="as flax and chia do; the gel keeps milk in the bag"
      />
    </Panel>
  );
}

function InHundredGrams({ form }: Form) {
  const { control, setValue, clearErrors } = form;
  const { errors } = useFormState({ control });
  return (
    <Panel title="In 100 g">
      <View style={styles.figures}>
        <FigureFields figures={FIGURES} form={form} />
      </View>
      {errors.fibrePct?.type === 'fibre-over-carbohydrate' && (
        <Button
          label="Read fibre as listed beside carbohydrate"
          onPress={() => {
            setValue('carbIncludesFibre', false);
            clearErrors('fibrePct');
          }}
        />
      )}
      <FibreOnPack control={control} />
    </Panel>
  );
}

function KnownLimits({ form }: Form) {
  return (
    <Panel title="Limits, if you know of any">
      <AppText tone="soft">
        Brazil nuts hold about 19 µg of selenium in a gram; of flax 15 g raw is a serving’s most.
      </AppText>
      <View style={styles.figures}>
        <FigureFields figures={LIMIT_FIGURES} form={form} />
      </View>
    </Panel>
  );
}

function FigureFields({ figures, form }: Form & { figures: readonly FigureLine[] }) {
  const { errors } = useFormState({ control: form.control });
  return figures.map((figure) => {
    const error = errors[figure.name];
    return (
      <FigureField
        key={figure.name}
        {...figure}
        control={form.control}
        error={error ? (error.message ?? 'Missing') : null}
      />
    );
  });
}

/** Fields at which a pack can be refused. */
const REFUSED_AT = ['name', 'carbPct', 'fibrePct', 'sugarsPct'] as const;

/** A sentence of ours where it is refused for what it names; the schema's own words are for programs. */
function nameTrouble(message: string | undefined): string {
  return message !== undefined && message.startsWith('“') ? message : 'Give it a name of up to 60 letters.';
}

function FigureField({
  name,
  label,
  unit,
  optional,
  control,
  error,
}: FigureLine & { control: Control<PackFiguresWire>; error: string | null }) {
  const { max } = boundsAt(PackFiguresSchema, name);
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
              if (typed > max) return `At most ${max}.`;
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
