import type {
  Body,
  RecipeGoal,
  Ingredient,
  MassUnit,
  Recipe,
  VolumeUnit,
  KitchenModel,
} from '@humble-churn/core';
import {
  solveRecipe,
  cupG,
  gPer,
  mlPer,
  recipeForGlasses,
  formatVolume,
  typedFigure,
  withAmountBy,
} from '@humble-churn/core';
import { refusalMessage } from '@humble-churn/contract';
import { useState } from 'react';
import { View } from 'react-native';
import { Choice } from '../../ui/Choice';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/queries';
import { CUP_NAMES } from '../../ui/cupNames';
import type { Draft } from './draft';
import { BODY_LABELS } from '../../ui/recipeLabels';

type NutUnit = MassUnit | 'cups';
type Start = 'milk' | 'nuts' | 'pulp';
const BODIES: readonly Body[] = ['light', 'everyday', 'full', 'cream'];

interface Props {
  recipe: Recipe;
  change: Draft['change'];
  latest: Draft['latest'];
  ingredient: Ingredient | undefined;
  model: KitchenModel;
  kitchen: KnownKitchen;
  milkMl: number | null;
  body: Body | null;
  pulpG: number | null;
}

/** What the cook starts from: the milk wanted, the nuts at hand, the pulp to bake with; and how thick it is to be. */
export function AmountPanel(props: Props) {
  const { recipe, change, latest, ingredient, model, kitchen, milkMl, body, pulpG } = props;
  const { amount } = recipe;
  const us = kitchen.measures === 'us';
  const [milkUnit, setMilkUnit] = useState<VolumeUnit>(us ? 'cups' : 'mL');
  const [nutUnit, setNutUnit] = useState<NutUnit>(us ? 'cups' : 'g');
  const [forPulp, setForPulp] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const nutCupG = ingredient ? cupG(ingredient, recipe.nuts[0]?.form ?? 'whole', kitchen.cupSystem) : 140;
  const milkUnitMl = mlPer(milkUnit, kitchen.cupSystem);
  const nutUnitG = nutUnit === 'cups' ? nutCupG : gPer(nutUnit);
  const cupName = CUP_NAMES[kitchen.cupSystem];
  const { glassMl } = kitchen.profile;
  const start: Start = forPulp ? 'pulp' : amount.by;

  const switchTo = (by: Start): void => {
    setTrouble(null);
    setForPulp(by === 'pulp');
    if (by === 'pulp') return;
    change('amount-by', (now) => withAmountBy(now, by, model));
  };
  /** Goes backwards to a recipe for the goal; the reason stands here when there is none. */
  const reach = (goal: RecipeGoal): string | null => {
    const found = solveRecipe(latest().recipe, goal, model);
    if (!found.ok) return refusalMessage(found.refusal);
    const { amount: reached, waterPerNut, blend } = found.value.recipe;
    change(`goal-${goal.want}`, (now) => ({ ...now, amount: reached, waterPerNut, blend }));
    return null;
  };
  const toBody = (body: Body): void => {
    const { amount: now } = latest().recipe;
    const thickness = { by: 'body', body } as const;
    setTrouble(
      reach(
        now.by === 'milk'
          ? { want: 'milk', volumeMl: now.volumeMl, thickness }
          : { want: 'most-milk', nutG: now.massG, thickness },
      ),
    );
  };

  return (
    <Panel title="How much">
      <Choice
        label="Start from"
        value={start}
        onChange={switchTo}
        options={[
          { value: 'milk', label: 'The milk I want' },
          { value: 'nuts', label: 'The nuts I have' },
          { value: 'pulp', label: 'The pulp I want' },
        ]}
      />
      {start === 'milk' && amount.by === 'milk' && (
        <>
          <View style={styles.fields}>
            <QuantityField
              key={`milk-${milkUnit}`}
              label="Milk"
              unit={milkUnit === 'cups' ? cupName : milkUnit}
              shown={typedFigure(amount.volumeMl / milkUnitMl)}
              onNumber={(value) => {
                if (value <= 0) return 'Enter more than 0.';
                change('amount', (now) => ({ ...now, amount: { by: 'milk', volumeMl: value * milkUnitMl } }));
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
            value={milkUnit}
            onChange={setMilkUnit}
            options={[
              { value: 'mL', label: 'mL' },
              { value: 'cups', label: cupName },
            ]}
          />
        </>
      )}
      {start === 'nuts' && amount.by === 'nuts' && (
        <>
          <QuantityField
            stacked
            key={`nuts-${nutUnit}`}
            label="Nuts as bought"
            unit={nutUnit === 'cups' ? cupName : nutUnit}
            shown={typedFigure(amount.massG / nutUnitG)}
            onNumber={(value) => {
              if (value <= 0) return 'Enter more than 0.';
              change('amount', (now) => ({ ...now, amount: { by: 'nuts', massG: value * nutUnitG } }));
              return null;
            }}
          />
          <Choice
            label="Measured in"
            value={nutUnit}
            onChange={setNutUnit}
            options={[
              { value: 'g', label: 'g' },
              { value: 'oz', label: 'oz' },
              { value: 'cups', label: cupName },
            ]}
          />
        </>
      )}
      {start === 'pulp' && (
        <QuantityField
          stacked
          label="Wet pulp, to bake or cook with"
          unit="g"
          shown={typedFigure(Math.round(pulpG ?? 0))}
          onNumber={(massG) => reach({ want: 'pulp', massG })}
          note={`Makes ${formatVolume(milkMl ?? 0, kitchen)} of milk at the ratio that is set.`}
        />
      )}
      {start !== 'pulp' && (
        <Choice
          label={start === 'milk' ? 'As thick as' : 'Thinnest that is still'}
          value={body}
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
    </Panel>
  );
}

const styles = { fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium } } as const;
