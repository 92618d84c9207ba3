import { refusalMessage } from '@humble-churn/contract';
import type { Body, MassUnit, RecipeGoal, VolumeUnit } from '@humble-churn/core';
import {
  LIMITS,
  cupG,
  findIngredient,
  formatMass,
  formatVolume,
  fractions,
  gPer,
  inKitchenMeasures,
  mlPer,
  nutsAndWaterOf,
  outOfRange,
  recipeForGlasses,
  solveRecipe,
  typedFigure,
  withAmountBy,
  withNutsAndWater,
} from '@humble-churn/core';
import { useState } from 'react';
import { View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
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
type Start = 'milk' | 'nuts' | 'cups' | 'pulp';
const BODIES: readonly Body[] = ['light', 'everyday', 'full', 'cream'];

/** Goes backwards to a recipe for the goal; answers the reason when there is none. */
function reach({ draft, change, model, kitchen }: Bench, goal: RecipeGoal): string | null {
  const found = solveRecipe(draft.latest().recipe, goal, model);
  if (!found.ok) return inKitchenMeasures(refusalMessage(found.refusal), kitchen);
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
  // What is said another way than it is kept: pulp, or cups of each nut and of water.
  const [said, setSaid] = useState<'pulp' | 'cups' | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { by } = later.recipe.amount;
  const start: Start = said === 'pulp' || (said === 'cups' && by === 'nuts') ? said : by;
  const switchTo = (to: Start): void => {
    setTrouble(null);
    setSaid(to === 'pulp' || to === 'cups' ? to : null);
    if (to !== 'pulp') change('amount-by', (now) => withAmountBy(now, to === 'milk' ? to : 'nuts', model));
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
    <Fold section="amount">
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
              { value: 'cups', label: 'Cups of nuts and water' },
              { value: 'pulp', label: 'The pulp I want' },
            ]}
          />
          {start === 'milk' && <MilkWanted unit={milkUnit} onUnit={setMilkUnit} />}
          {start === 'nuts' && <NutsAtHand unit={nutUnit} onUnit={setNutUnit} />}
          {start === 'cups' && <NutsAndWater />}
          {start === 'pulp' && <PulpWanted />}
        </>
      )}
      {start !== 'pulp' && (
        <Choice
          label={start === 'nuts' || start === 'cups' ? 'Thinnest that is still' : 'As thick as'}
          value={later.prediction?.milk.body ?? null}
          onChange={toBody}
          options={BODIES.map((one) => ({ value: one, label: BODY_LABELS[one] }))}
        />
      )}
      {trouble !== null && <Notice kind="error">{trouble} The recipe is kept as it stands.</Notice>}
      {(start === 'nuts' || start === 'cups') && (
        <AppText kind="small" tone="soft">
          Choosing a body turns the ratio to its thinnest.
        </AppText>
      )}
    </Fold>
  );
}

/** Cups and ounces in fractions, the rest in figures. */
function shownIn(unit: NutUnit | VolumeUnit, value: number): string {
  return unit === 'cups' || unit === 'oz' ? fractions(value) : typedFigure(value);
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
          shown={shownIn(unit, amount.volumeMl / unitMl)}
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
  const nutCupG = cupG(ingredient, nuts[0]?.form ?? 'whole', kitchen.cupSystem);
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
        shown={shownIn(unit, amount.massG / unitG)}
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

/** So many cups of each nut to so many of water; either is typed, and the ratio follows. */
function NutsAndWater() {
  const { later, change, kitchen, model } = useBench();
  const { recipe, prediction } = later;
  const { cupSystem } = kitchen;
  const now = nutsAndWaterOf(recipe, model.pantry, cupSystem);
  if (!now) return null;
  const massesG = now.nuts.map(({ massG }) => massG);
  const cupName = CUP_NAMES[cupSystem];
  const set = (field: string, nextG: readonly number[], nextMl: number): string | null => {
    if (!nextG.some((massG) => massG > 0) || !(nextMl > 0)) return 'Enter more than 0.';
    const { min, max } = LIMITS.waterPerNut;
    if (outOfRange(withNutsAndWater(recipe, nextG, nextMl).waterPerNut, LIMITS.waterPerNut)) {
      return `Between ${min} and ${max} times as much water as nuts, by weight.`;
    }
    change(field, (latest) => withNutsAndWater(latest, nextG, nextMl));
    return null;
  };
  return (
    <>
      <View style={styles.fields}>
        {now.nuts.map(({ massG, cupG: oneCupG, cups: shownCups }, i) => {
          const key = recipe.nuts[i]?.ingredient ?? '';
          const name = prediction?.nuts[i]?.name ?? findIngredient(key, model.pantry)?.name;
          return (
            <QuantityField
              key={key}
              label={name ?? key}
              unit={cupName}
              shown={fractions(shownCups)}
              focusFirst={i === 0}
              onNumber={(cups) =>
                set(
                  `cups-${i}`,
                  massesG.map((one, j) => (j === i ? cups * oneCupG : one)),
                  now.waterMl,
                )
              }
              note={formatMass(massG, { ...kitchen, measures: 'metric' })}
            />
          );
        })}
        <QuantityField
          label="Water"
          unit={cupName}
          shown={fractions(now.waterCups)}
          onNumber={(cups) => set('cups-water', massesG, cups * mlPer('cups', cupSystem))}
          note={formatVolume(now.waterMl, { ...kitchen, measures: 'metric' })}
        />
      </View>
    </>
  );
}

function PulpWanted() {
  const bench = useBench();
  const { prediction } = bench.later;
  return (
    <MeasureField
      stacked
      kind="mass"
      label="Wet pulp, to bake or cook with"
      value={Math.round(prediction?.pulp.massG ?? 0)}
      onValue={(massG) => reach(bench, { want: 'pulp', massG })}
      note={`Makes ${formatVolume(prediction?.milk.volumeMl ?? 0, bench.kitchen)} of milk at the ratio that is set.`}
    />
  );
}

const styles = { fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium } } as const;
