import { zodResolver } from '@hookform/resolvers/zod';
import type { AdditionPackWire } from '@humble-churn/contract';
import { AdditionPackSchema, partOfAdditionPack, refusalMessage } from '@humble-churn/contract';
import { SPOON_ML, additionPackOf, isOwnAddition } from '@humble-churn/core';
import type { Control } from 'react-hook-form';
import { useForm, useFormState, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { FormChoice, FormName, FormQuantity, FormSchemaContext, FormToggle } from '../../ui/FormFields';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QueryFallback } from '../../ui/QueryFallback';
import { Screen } from '../../ui/Screen';
import { SPACE } from '../../ui/theme';
import { useOwnIngredients, useUnreadable } from '../../wire/kitchen';
import { FibreOnPack, PackAllergens } from './PackParts';
import type { Correcting } from './useSavePack';
import { useSavePack } from './useSavePack';

const KINDS = [
  { value: 'sweetener', label: 'Sweetener', note: 'sugar, syrup, drops' },
  { value: 'flavour', label: 'Flavour', note: 'powder, spice, fruit' },
  { value: 'seasoning', label: 'Salt' },
  { value: 'body', label: 'Fat or thickener' },
  { value: 'emulsifier', label: 'Emulsifier' },
  { value: 'liquid', label: 'Liquid', note: 'in place of water' },
] as const;

const EMPTY: Partial<AdditionPackWire> = {
  name: '',
  kind: 'flavour',
  allergens: [],
  byRegion: false,
  carbIncludesFibre: false,
  sugarsPct: null,
  fibrePct: null,
  kcalPer100G: null,
  sodiumMgPer100G: null,
  gPerMl: null,
  gEach: null,
  pieceName: null,
  relativeSweetness: 1,
  when: 'after',
  shortensKeeping: false,
  capGPerL: null,
};

/** An addition that is there already, to be corrected; what of it cannot be read is asked for again. */
export function CorrectAdditionScreen({ additionKey }: { additionKey: string }) {
  const own = useOwnIngredients();
  const unreadable = useUnreadable();
  if (!own.data || !unreadable.data) {
    return <QueryFallback title="Addition" what="the addition" queries={[own, unreadable]} />;
  }
  const known = own.data.filter(isOwnAddition).find(({ key }) => key === additionKey);
  const torn = unreadable.data.find(({ kind, id }) => kind === 'ingredient' && id === additionKey);
  const rest = torn ? partOfAdditionPack(torn.pack) : null;
  if (!known && rest) {
    return (
      <PackForm pack={{ ...EMPTY, ...rest }} correcting={{ ingredientKey: additionKey, before: null }} />
    );
  }
  if (!known) {
    return (
      <Screen title="Addition">
        <Notice kind="error">There is no such addition in this kitchen.</Notice>
      </Screen>
    );
  }
  const { key: _key, ...pack } = additionPackOf(known);
  return (
    <PackForm
      pack={{ ...pack, allergens: [...pack.allergens] }}
      correcting={{ ingredientKey: additionKey, before: known }}
    />
  );
}

/** A powder, syrup, flavour or liquid of the cook's own, from what its pack says. */
export function AdditionScreen() {
  return <PackForm pack={EMPTY} correcting={null} />;
}

function PackForm({
  pack: start,
  correcting,
}: {
  pack: Partial<AdditionPackWire>;
  correcting: Correcting | null;
}) {
  const form = useForm<AdditionPackWire>({ resolver: zodResolver(AdditionPackSchema), defaultValues: start });
  const { control } = form;
  const { save, failed, busy } = useSavePack(form, correcting, (refusal) => {
    const field = REFUSED_AT.find((one) => one === refusal.path[0]) ?? 'carbPct';
    form.setError(field, { type: 'refused', message: refusalMessage(refusal) });
  });
  return (
    <FormSchemaContext value={AdditionPackSchema}>
      <Screen title={correcting === null ? 'Something of your own to add' : `Correct ${start.name ?? 'it'}`}>
        <AppText>
          Copy what the pack says for 100 g. What it leaves out is taken as none, and the rest as water.
        </AppText>
        <WhatItIs control={control} />
        <InHundredGrams control={control} />
        <HowItIsDosed control={control} />
        {failed && <Notice kind="error">{failed.message} What you typed still stands here.</Notice>}
        <Button
          label={correcting === null ? 'Add it' : 'Correct it'}
          kind="main"
          busy={busy}
          onPress={save}
        />
      </Screen>
    </FormSchemaContext>
  );
}

/** Fields at which a pack can be refused. */
const REFUSED_AT = ['name', 'carbPct', 'fibrePct', 'sugarsPct'] as const;

interface Held {
  control: Control<AdditionPackWire>;
}

function WhatItIs({ control }: Held) {
  const { errors } = useFormState({ control });
  return (
    <Panel title="What it is">
      <FormName
        control={control}
        name="name"
        label="Name"
        trouble={
          errors.name?.type === 'refused'
            ? (errors.name.message ?? '')
            : 'Give it a name of up to 60 letters.'
        }
      />
      <FormChoice control={control} name="kind" label="It is a" options={KINDS} />
      <FormChoice
        control={control}
        name="when"
        label="It usually goes in"
        options={[
          { value: 'after', label: 'after straining' },
          { value: 'before', label: 'before, with the nuts' },
          { value: 'either', label: 'either' },
        ]}
      />
      <PackAllergens control={control} />
      <FormToggle
        control={control}
        name="shortensKeeping"
        label="Fruit, juice or the like"
        note="milk with it keeps for a quarter less time"
      />
    </Panel>
  );
}

function InHundredGrams({ control }: Held) {
  const kind = useWatch({ control, name: 'kind' });
  const figure = (name: 'fatPct' | 'carbPct' | 'proteinPct', label: string) => (
    <FormQuantity control={control} name={name} label={label} unit="g" stacked={false} />
  );
  const said = (
    name: 'sugarsPct' | 'fibrePct' | 'kcalPer100G' | 'sodiumMgPer100G',
    label: string,
    unit: string,
  ) => (
    <FormQuantity
      control={control}
      name={name}
      label={`${label} (if it says)`}
      unit={unit}
      optional
      stacked={false}
    />
  );
  return (
    <Panel title="In 100 g">
      <View style={styles.figures}>
        {figure('fatPct', 'Fat')}
        {figure('carbPct', 'Carbohydrate')}
        {figure('proteinPct', 'Protein')}
        {said('sugarsPct', 'of which sugars', 'g')}
        {said('fibrePct', 'Fibre', 'g')}
        {said('kcalPer100G', 'Energy', 'kcal')}
        {said('sodiumMgPer100G', 'Sodium', 'mg')}
      </View>
      <AppText kind="small" tone="soft">
        A gram of salt on the pack is 393 mg of sodium.
      </AppText>
      <FibreOnPack control={control} />
      {kind === 'sweetener' && (
        <FormQuantity
          control={control}
          name="relativeSweetness"
          label="As sweet as so much sugar, by its sugars; of itself where it has none"
          unit="times"
        />
      )}
    </Panel>
  );
}

function HowItIsDosed({ control }: Held) {
  return (
    <Panel title="How it is measured">
      <View style={styles.figures}>
        <FormQuantity
          control={control}
          name="gPerMl"
          label="15 mL of it, a level tablespoon, weighs"
          unit="g"
          per={1 / SPOON_ML.metric.tablespoonMl}
          optional
          stacked={false}
        />
        <FormQuantity
          control={control}
          name="gEach"
          label="A piece of it weighs"
          unit="g"
          optional
          stacked={false}
        />
        <FormQuantity
          control={control}
          name="capGPerL"
          label="The pack’s most, in a litre"
          unit="g"
          optional
          stacked={false}
        />
      </View>
      <FormName
        control={control}
        name="pieceName"
        label="A piece is called"
        maxLength={20}
        shape={(text) => (text === '' ? null : text)}
        trouble="A word such as fig."
        note="Only where it is counted: fig, pod, square."
      />
    </Panel>
  );
}

const styles = StyleSheet.create({
  figures: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
});
