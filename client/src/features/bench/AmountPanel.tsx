import { refusalMessage } from '@humble-churn/contract';
import type { Body, MassUnit, RecipeGoal, VolumeUnit } from '@humble-churn/core';
import {
  cupG,
  formatVolume,
  gPer,
  mlPer,
  recipeForGlasses,
  solveRecipe,
  typedFigure,
  withAmountBy,
} from '@humble-churn/core';
import { useState } from 'react';
import { View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { QuantityField } from '../../ui/QuantityField';
import { CUP_NAMES } from '../../ui/cupNames';
import { BODY_LABELS } from '../../ui/recipeLabels';
import { SPACE } from '../../ui/theme';
import type { Bench } from './useBench';
import { Fold } from './Fold';
import { PeopleAndDays } from './PeopleAndDays';
import { useBench } from './useBench';

type NutUnit = MassUnit | 'cups';
type Start = 'milk' | 'nuts' | 'pulp';
const BODIES: readonly Body[] = ['light', 'everyday', 'full', 'cream'];

/** Goes backwards to a recipe for the goal; answers the reason when there is none. */
function reach({ draft, change, model }: Bench, goal: RecipeGoal): string | null {
  const found = solveRecipe(draft.latest().recipe, goal, model);
  if (!found.ok) return refusalMessage(found.refusal);
  const { amount, waterPerNut, blend } = found.value.recipe;
  change(`goal-${goal.want}`, (now) => ({ ...now, amount, waterPerNut, blend }));
  return null;
}

/** What the cook starts from: the milk wanted, the nuts at hand, the pulp to bake with; and how thick it is to be. */
export function AmountPanel() {
  const bench = useBench();
  const { later, draft, change, model, kitchen } = bench;
  const us = kitchen.measures === 'us';
  const [milkUnit, setMilkUnit] = useState<VolumeUnit>(us ? 'cups' : 'mL');
  const [nutUnit, setNutUnit] = useState<NutUnit>(us ? 'cups' : 'g');
  const [forPulp, setForPulp] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const start: Start = forPulp ? 'pulp' : later.recipe.amount.by;
  const switchTo = (by: Start): void => {
    setTrouble(null);
    setForPulp(by === 'pulp');
    if (by !== 'pulp') change('amount-by', (now) => withAmountBy(now, by, model));
  };
  const toBody = (body: Body): void => {
    const { amount } = draft.latest().recipe;
    const thickness = { by: 'body', body } as const;
    setTrouble(
      reach(
        bench,
        amount.by === 'milk'
          ? { want: 'milk', volumeMl: amount.volumeMl, thickness }
          : { want: 'most-milk', nutG: amount.massG, thickness },
      ),
    );
  };
  return (
    <Fold section="amount" title="How much">
      <PeopleAndDays />
      {draft.servings === null && (
        <>
          <Choice
            label="Or start from"
            value={start}
            onChange={switchTo}
            options={[
              { value: 'milk', label: 'The milk I want' },
              { value: 'nuts', label: 'The nuts I have' },
              { value: 'pulp', label: 'The pulp I want' },
            ]}
          />
          {start === 'milk' && <MilkWanted unit={milkUnit} onUnit={setMilkUnit} />}
          {start === 'nuts' && <NutsAtHand unit={nutUnit} onUnit={setNutUnit} />}
          {start === 'pulp' && <PulpWanted />}
        </>
      )}
      {start !== 'pulp' && (
        <Choice
          label={start === 'nuts' ? 'Thinnest that is still' : 'As thick as'}
          value={later.prediction?.milk.body ?? null}
          onChange={toBody}
          options={BODIES.map((one) => ({ value: one, label: BODY_LABELS[one] }))}
        />
      )}
      {trouble !== null && <Notice kind="error">{trouble} The recipe is kept as it stands.</Notice>}
      {start === 'nuts' && (
        <AppText kind="small" tone="soft">
          Choosing a body turns the ratio to its thinnest.
        </AppText>
      )}
    </Fold>
  );
}

function MilkWanted({ unit, onUnit }: { unit: VolumeUnit; onUnit: (unit: VolumeUnit) => void }) {
  const { later, change, kitchen } = useBench();
  const { amount } = later.recipe;
  const { glassMl } = kitchen.profile;
  const unitMl = mlPer(unit, kitchen.cupSystem);
  const cupName = CUP_NAMES[kitchen.cupSystem];
  if (amount.by !== 'milk') return null;
  return (
    <>
      <View style={styles.fields}>
        <QuantityField
          key={`milk-${unit}`}
          label="Milk"
          unit={unit === 'cups' ? cupName : unit}
          shown={typedFigure(amount.volumeMl / unitMl)}
          onNumber={(value) => {
            if (value <= 0) return 'Enter more than 0.';
            change('amount', (now) => ({ ...now, amount: { by: 'milk', volumeMl: value * unitMl } }));
            return null;
          }}
        />
        <QuantityField
          label="Or glasses"
          unit={`of ${formatVolume(glassMl, kitchen)}`}
          shown={typedFigure(amount.volumeMl / glassMl)}
          onNumber={(value) => {
            if (value <= 0) return 'Enter more than 0.';
            change('amount', (now) => recipeForGlasses(now, value, glassMl));
            return null;
          }}
        />
      </View>
      <Choice
        label="Measured in"
        value={unit}
        onChange={onUnit}
        options={[
          { value: 'mL', label: 'mL' },
          { value: 'cups', label: cupName },
        ]}
      />
    </>
  );
}

function NutsAtHand({ unit, onUnit }: { unit: NutUnit; onUnit: (unit: NutUnit) => void }) {
  const { later, ingredient, change, kitchen } = useBench();
  const { amount, nuts } = later.recipe;
  const nutCupG = ingredient ? cupG(ingredient, nuts[0]?.form ?? 'whole', kitchen.cupSystem) : 140;
  const unitG = unit === 'cups' ? nutCupG : gPer(unit);
  const cupName = CUP_NAMES[kitchen.cupSystem];
  if (amount.by !== 'nuts') return null;
  return (
    <>
      <QuantityField
        stacked
        key={`nuts-${unit}`}
        label="Nuts as bought"
        unit={unit === 'cups' ? cupName : unit}
        shown={typedFigure(amount.massG / unitG)}
        onNumber={(value) => {
          if (value <= 0) return 'Enter more than 0.';
          change('amount', (now) => ({ ...now, amount: { by: 'nuts', massG: value * unitG } }));
          return null;
        }}
      />
      <Choice
        label="Measured in"
        value={unit}
        onChange={onUnit}
        options={[
          { value: 'g', label: 'g' },
          { value: 'oz', label: 'oz' },
          { value: 'cups', label: cupName },
        ]}
      />
    </>
  );
}

function PulpWanted() {
  const bench = useBench();
  const { prediction } = bench.later;
  return (
    <QuantityField
      stacked
      label="Wet pulp, to bake or cook with"
      unit="g"
      shown={typedFigure(Math.round(prediction?.pulp.massG ?? 0))}
      onNumber={(massG) => reach(bench, { want: 'pulp', massG })}
      note={`Makes ${formatVolume(prediction?.milk.volumeMl ?? 0, bench.kitchen)} of milk at the ratio that is set.`}
    />
  );
}

const styles = { fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium } } as const;
