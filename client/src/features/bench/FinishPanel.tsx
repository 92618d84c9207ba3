import type { Addition, AdditionDose, Prediction, Recipe, KitchenModel } from '@humble-churn/core';
import {
  ADDITION_TABLE,
  LIMITS,
  MOST_CAPS,
  SALT_G_PER_L,
  SWEETNESS_G_PER_L,
  doseForSweetness,
  findAddition,
  formatDose,
  sweetnessGPerL,
  withPieces,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { AppText } from '../../ui/AppText';
import { Plus, Trash2 } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import type { Draft } from './draft';

const ADDABLE = ADDITION_TABLE.filter((one) => one.kind !== 'liquid');
const SWEETENERS = ADDABLE.filter((one) => one.kind === 'sweetener');
const LEVELS: Readonly<Record<number, string>> = { 0: 'Not', 15: 'A little', 30: 'Sweet', 45: 'Very' };

interface Props {
  doses: Recipe['additions'];
  otherLiquid: Recipe['otherLiquid'];
  change: Draft['change'];
  model: KitchenModel;
  prediction: Prediction | null;
}

function usualWhen(addition: Addition): AdditionDose['when'] {
  return addition.when === 'before' ? 'before' : 'after';
}

/** A first dose that is on the safe side of usual, g per litre. */
function firstDose(addition: Addition): number {
  if (addition.kind === 'sweetener') return doseForSweetness(addition, 15);
  if (addition.key === 'salt') return 0.5;
  if (addition.key === 'baking_soda' || addition.key === 'nutmeg') return 0.3;
  if (addition.key === 'banana' || addition.key === 'strawberry') return 150;
  if (addition.key === 'cocoa_powder' || addition.key === 'carob_flour') return 20;
  return addition.kind === 'body' ? 10 : 2;
}

/** The most that may be entered of an addition, g per litre: far above its cap it is refused. */
function mostGPerL({ capGPerL }: Addition): number {
  return Math.min(LIMITS.gPerL.max, MOST_CAPS * (capGPerL ?? Infinity));
}

function litresOf(prediction: Prediction | null): number {
  return (prediction?.milk.volumeMl ?? 1000) / 1000;
}

function shownMassOf(massG: number | undefined): string {
  return massG === undefined ? '' : `${Math.round(massG)} g, `;
}

/** What goes in besides nuts and water: another liquid, sweetness, salt, and the rest, each at its time. */
export function FinishPanel({ doses, otherLiquid, change, model, prediction }: Props) {
  const colour = useColours();
  const [adding, setAdding] = useState(false);
  const set = (field: string, to: (doses: readonly AdditionDose[]) => readonly AdditionDose[]): void =>
    change(field, (now) => ({ ...now, additions: to(now.additions) }));
  const sweetener = doses.find((dose) => findAddition(dose.addition)?.kind === 'sweetener');
  const sweetKey = sweetener?.addition ?? 'maple_syrup';
  const sweet = sweetnessGPerL(doses.filter((dose) => findAddition(dose.addition)?.kind === 'sweetener'));
  const level = SWEETNESS_G_PER_L.find((one) => Math.abs(one - sweet) < 0.5) ?? null;
  const sweeten = (key: string, sugarGPerL: number): void => {
    const addition = findAddition(key);
    if (!addition) return;
    set('sweet', (now) => [
      ...now.filter((dose) => findAddition(dose.addition)?.kind !== 'sweetener'),
      ...(sugarGPerL > 0
        ? [{ addition: key, when: usualWhen(addition), gPerL: doseForSweetness(addition, sugarGPerL) }]
        : []),
    ]);
  };
  const massOf = (key: string): number | undefined =>
    prediction?.additions.find((one) => one.key === key)?.massG;
  return (
    <Panel title="Finish">
      <Choice
        label="The liquid"
        value={otherLiquid === null ? 'water' : 'coconut_water'}
        onChange={(liquid) =>
          change('liquid', (now) => ({
            ...now,
            otherLiquid: liquid === 'water' ? null : { liquid: 'coconut_water', share: 0.5 },
          }))
        }
        options={[
          { value: 'water', label: 'Water' },
          { value: 'coconut_water', label: 'Coconut water', note: 'in place of some' },
        ]}
      />
      {otherLiquid && (
        <QuantityField
          stacked
          label="Coconut water"
          unit="% of the liquid"
          shown={String(Number((otherLiquid.share * 100).toFixed(1)))}
          onNumber={(percent) => {
            if (!(percent >= 1 && percent <= 100)) return 'Between 1 and 100 %.';
            change('liquid-share', (now) => ({
              ...now,
              otherLiquid: { liquid: 'coconut_water', share: percent / 100 },
            }));
            return null;
          }}
        />
      )}
      <Choice
        label="How sweet"
        value={level}
        onChange={(wanted) => sweeten(sweetKey, wanted)}
        options={SWEETNESS_G_PER_L.map((value) => ({
          value,
          label: LEVELS[value] ?? String(value),
          ...(value > 0 && { note: `as ${value} g sugar a litre` }),
        }))}
      />
      {sweet > 0 && (
        <Choice
          label="Sweetened with, to the same sweetness"
          value={sweetKey}
          onChange={(key) => sweeten(key, sweet)}
          options={SWEETENERS.map(({ key, name }) => ({ value: key, label: name }))}
        />
      )}
      {doses.map((dose, i) => {
        const addition = findAddition(dose.addition);
        if (!addition) return null;
        const massG = massOf(dose.addition);
        const name = addition.name.toLowerCase();
        return (
          <View key={dose.addition} style={[styles.dose, { borderColor: colour.line }]}>
            <View style={styles.head}>
              <AppText kind="strong" style={styles.name}>
                {addition.name}
              </AppText>
              <Button
                label={`Remove ${name}`}
                icon={Trash2}
                iconOnly
                kind="quiet"
                onPress={() => set('dose-out', (now) => now.filter((_, j) => j !== i))}
              />
            </View>
            {addition.gEach === null ? (
              <QuantityField
                stacked
                label={`Dose of ${name}`}
                unit="g per litre of milk"
                shown={String(Number(dose.gPerL.toPrecision(3)))}
                onNumber={(gPerL) => {
                  const { min } = LIMITS.gPerL;
                  const max = mostGPerL(addition);
                  if (!(gPerL >= min && gPerL <= max)) return `Between ${min} and ${max} g per litre.`;
                  set(`dose-${i}`, (now) => now.map((one, j) => (j === i ? { ...one, gPerL } : one)));
                  return null;
                }}
                note={[
                  massG === undefined ? '' : `${formatDose(massG, addition)} for this batch.`,
                  addition.key === 'salt'
                    ? `Usual: ${SALT_G_PER_L.min} to ${SALT_G_PER_L.max} g. It does not make the milk keep longer.`
                    : '',
                ]
                  .filter(Boolean)
                  .join(' ')}
              />
            ) : (
              // What is counted in pieces is entered in pieces: four dates are four dates, not four grams.
              <QuantityField
                stacked
                label={`Pieces of ${name}`}
                unit="pieces in this batch"
                shown={String(Number(((massG ?? dose.gPerL) / addition.gEach).toPrecision(3)))}
                onNumber={(pieces) => {
                  const { max } = LIMITS.gPerL;
                  if (!(pieces > 0)) return 'Enter more than 0, or leave it out.';
                  if (litresOf(prediction) * max < pieces * (addition.gEach ?? 0)) {
                    return `At most ${max} g per litre, which is ${Math.floor((litresOf(prediction) * max) / (addition.gEach ?? 1))} pieces.`;
                  }
                  change(`dose-${i}`, (now) => withPieces(now, i, pieces, model));
                  return null;
                }}
                note={`${shownMassOf(massG)}${Number(dose.gPerL.toPrecision(3))} g per litre of milk; a piece is taken as ${addition.gEach} g.`}
              />
            )}
            <Choice
              label={`When ${name} goes in`}
              value={dose.when}
              onChange={(when) =>
                set(`when-${i}`, (now) => now.map((one, j) => (j === i ? { ...one, when } : one)))
              }
              options={[
                {
                  value: 'before',
                  label: 'Blended in',
                  ...(addition.when === 'before' && { note: 'usual' }),
                },
                {
                  value: 'after',
                  label: 'Stirred in after',
                  ...(addition.when === 'after' && { note: 'usual' }),
                },
              ]}
            />
          </View>
        );
      })}
      {adding ? (
        <Choice
          label="Add"
          value={null}
          onChange={(key) => {
            const addition = findAddition(key);
            setAdding(false);
            if (!addition) return;
            set('dose-add', (now) => [
              ...now,
              { addition: key, when: usualWhen(addition), gPerL: firstDose(addition) },
            ]);
          }}
          options={ADDABLE.filter(({ key }) => !doses.some((dose) => dose.addition === key)).map(
            ({ key, name }) => ({ value: key, label: name }),
          )}
        />
      ) : null}
      <View style={styles.head}>
        <Button
          label={adding ? 'Cancel' : 'Add salt, spice, fruit…'}
          icon={adding ? undefined : Plus}
          onPress={() => setAdding(!adding)}
        />
      </View>
    </Panel>
  );
}

const styles = StyleSheet.create({
  dose: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.small },
  name: { flex: 1 },
});
