import type { MassUnit, VolumeUnit } from '@humble-churn/core';
import { cupG, gPer, mlPer, typedFigure } from '@humble-churn/core';
import { useState } from 'react';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import type { BenchProps } from './BenchScreen';
import { CUP_NAMES } from '../kitchen/words';

type NutUnit = MassUnit | 'cups';

/** How much milk is wanted, or how many nuts there are. */
export function AmountPanel({ draft, ingredient, kitchen, prediction }: BenchProps) {
  const { recipe, change } = draft;
  const { amount } = recipe;
  const us = kitchen.measures === 'us';
  const [milkUnit, setMilkUnit] = useState<VolumeUnit>(us ? 'cups' : 'mL');
  const [nutUnit, setNutUnit] = useState<NutUnit>(us ? 'cups' : 'g');
  const nutCupG = ingredient ? cupG(ingredient, recipe.nuts[0]?.form ?? 'whole', kitchen.cupSystem) : 140;
  const milkUnitMl = mlPer(milkUnit, kitchen.cupSystem);
  const nutUnitG = nutUnit === 'cups' ? nutCupG : gPer(nutUnit);
  const cupName = CUP_NAMES[kitchen.cupSystem];

  const switchTo = (by: 'milk' | 'nuts'): void =>
    change('amount-by', (now) => ({
      ...now,
      // The other way round of the same batch, so that nothing jumps.
      amount:
        by === 'milk'
          ? { by, volumeMl: Math.round((prediction?.milk.volumeMl ?? 1000) / 10) * 10 }
          : { by, massG: Math.round(prediction?.nutG ?? 140) },
    }));

  return (
    <Panel title="How much">
      <Choice
        label="Start from"
        value={amount.by}
        onChange={switchTo}
        options={[
          { value: 'milk', label: 'The milk I want' },
          { value: 'nuts', label: 'The nuts I have' },
        ]}
      />
      {amount.by === 'milk' ? (
        <>
          <QuantityField
            stacked
            key={`milk-${milkUnit}`}
            label="Milk"
            unit={milkUnit === 'cups' ? cupName : milkUnit}
            shown={typedFigure(amount.volumeMl / milkUnitMl)}
            onNumber={(value) => {
              if (value <= 0) return 'More than nothing, please.';
              change('amount', (now) => ({ ...now, amount: { by: 'milk', volumeMl: value * milkUnitMl } }));
              return null;
            }}
          />
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
      ) : (
        <>
          <QuantityField
            stacked
            key={`nuts-${nutUnit}`}
            label="Nuts as bought"
            unit={nutUnit === 'cups' ? cupName : nutUnit}
            shown={typedFigure(amount.massG / nutUnitG)}
            onNumber={(value) => {
              if (value <= 0) return 'More than nothing, please.';
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
    </Panel>
  );
}
