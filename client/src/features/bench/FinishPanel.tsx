import type { Addition, AdditionDose } from '@humble-churn/core';
import {
  ADDITION_TABLE,
  LIMITS,
  SALT_G_PER_L,
  SWEETNESS_G_PER_L,
  findAddition,
  firstDose,
  formatDose,
  mostGPerL,
  sweeteningOf,
  withPieces,
  withSweetness,
} from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { QuantityField } from '../../ui/QuantityField';
import { Plus, Trash2 } from '../../ui/icons';
import { SPACE, useColours } from '../../ui/theme';
import { Fold } from './Fold';
import { useBench } from './useBench';

const ADDABLE = ADDITION_TABLE.filter((one) => one.kind !== 'liquid');
const SWEETENERS = ADDABLE.filter((one) => one.kind === 'sweetener');
const LEVELS: Readonly<Record<number, string>> = { 0: 'Not', 15: 'A little', 30: 'Sweet', 45: 'Very' };

/** What goes in besides nuts and water: another liquid, sweetness, salt, and the rest, each at its time. */
export function FinishPanel() {
  const { recipe } = useBench();
  return (
    <Fold section="finish" title="Finish">
      <TheLiquid />
      <Sweetness />
      {recipe.additions.map((dose, i) => (
        <OneDose key={dose.addition} dose={dose} index={i} />
      ))}
      <OneMore />
    </Fold>
  );
}

function TheLiquid() {
  const { recipe, change } = useBench();
  const { otherLiquid } = recipe;
  return (
    <>
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
    </>
  );
}

function Sweetness() {
  const { recipe, change } = useBench();
  const { key, sugarGPerL } = sweeteningOf(recipe);
  const sweetener = key ?? 'maple_syrup';
  const level = SWEETNESS_G_PER_L.find((one) => Math.abs(one - sugarGPerL) < 0.5) ?? null;
  return (
    <>
      <Choice
        label="How sweet"
        value={level}
        onChange={(wanted) => change('sweet', (now) => withSweetness(now, sweetener, wanted))}
        options={SWEETNESS_G_PER_L.map((value) => ({
          value,
          label: LEVELS[value] ?? String(value),
          ...(value > 0 && { note: `as ${value} g sugar a litre` }),
        }))}
      />
      {sugarGPerL > 0 && (
        <Choice
          label="Sweetened with, to the same sweetness"
          value={sweetener}
          onChange={(other) => change('sweet', (now) => withSweetness(now, other, sugarGPerL))}
          options={SWEETENERS.map((one) => ({ value: one.key, label: one.name }))}
        />
      )}
    </>
  );
}

interface OneDoseProps {
  dose: AdditionDose;
  index: number;
}

/** One addition: so much, at its time. */
function OneDose({ dose, index }: OneDoseProps) {
  const colour = useColours();
  const { change } = useBench();
  const addition = findAddition(dose.addition);
  if (!addition) return null;
  const name = addition.name.toLowerCase();
  return (
    <View style={[styles.dose, { borderColor: colour.line }]}>
      <View style={styles.head}>
        <AppText kind="strong" style={styles.name}>
          {addition.name}
        </AppText>
        <Button
          label={`Remove ${name}`}
          icon={Trash2}
          iconOnly
          kind="quiet"
          onPress={() =>
            change('dose-out', (now) => ({ ...now, additions: now.additions.filter((_, j) => j !== index) }))
          }
        />
      </View>
      {addition.gEach === null ? (
        <GramsOfIt dose={dose} index={index} addition={addition} />
      ) : (
        <PiecesOfIt dose={dose} index={index} addition={addition} gEach={addition.gEach} />
      )}
      <Choice
        label={`When ${name} goes in`}
        value={dose.when}
        onChange={(when) =>
          change(`when-${index}`, (now) => ({
            ...now,
            additions: now.additions.map((one, j) => (j === index ? { ...one, when } : one)),
          }))
        }
        options={[
          { value: 'before', label: 'Blended in', ...(addition.when === 'before' && { note: 'usual' }) },
          { value: 'after', label: 'Stirred in after', ...(addition.when === 'after' && { note: 'usual' }) },
        ]}
      />
    </View>
  );
}

/** What a dose comes to in this batch, g; unknown until it is computed. */
function useMassG(dose: AdditionDose): number | undefined {
  return useBench().later.prediction?.additions.find((one) => one.key === dose.addition)?.massG;
}

function GramsOfIt({ dose, index, addition }: OneDoseProps & { addition: Addition }) {
  const { change } = useBench();
  const massG = useMassG(dose);
  const notes = [
    massG === undefined ? '' : `${formatDose(massG, addition)} for this batch.`,
    addition.key === 'salt'
      ? `Usual: ${SALT_G_PER_L.min} to ${SALT_G_PER_L.max} g. It does not make the milk keep longer.`
      : '',
  ];
  return (
    <QuantityField
      stacked
      label={`Dose of ${addition.name.toLowerCase()}`}
      unit="g per litre of milk"
      shown={String(Number(dose.gPerL.toPrecision(3)))}
      onNumber={(gPerL) => {
        const { min } = LIMITS.gPerL;
        const max = mostGPerL(addition);
        if (!(gPerL >= min && gPerL <= max)) return `Between ${min} and ${max} g per litre.`;
        change(`dose-${index}`, (now) => ({
          ...now,
          additions: now.additions.map((one, j) => (j === index ? { ...one, gPerL } : one)),
        }));
        return null;
      }}
      note={notes.filter(Boolean).join(' ')}
    />
  );
}

/** What is counted in pieces is entered in pieces: four dates are four dates, not four grams. */
function PiecesOfIt({ dose, index, addition, gEach }: OneDoseProps & { addition: Addition; gEach: number }) {
  const { later, model, change } = useBench();
  const massG = useMassG(dose);
  const litres = (later.prediction?.milk.volumeMl ?? 1000) / 1000;
  const shown = massG === undefined ? '' : `${Math.round(massG)} g, `;
  return (
    <QuantityField
      stacked
      label={`Pieces of ${addition.name.toLowerCase()}`}
      unit="pieces in this batch"
      shown={String(Number(((massG ?? dose.gPerL) / gEach).toPrecision(3)))}
      onNumber={(pieces) => {
        const { max } = LIMITS.gPerL;
        if (!(pieces > 0)) return 'Enter more than 0, or leave it out.';
        if (litres * max < pieces * gEach) {
          return `At most ${max} g per litre, which is ${Math.floor((litres * max) / gEach)} pieces.`;
        }
        change(`dose-${index}`, (now) => withPieces(now, index, pieces, model));
        return null;
      }}
      note={`${shown}${Number(dose.gPerL.toPrecision(3))} g per litre of milk; a piece is taken as ${gEach} g.`}
    />
  );
}

function OneMore() {
  const { recipe, change } = useBench();
  const [adding, setAdding] = useState(false);
  return (
    <>
      {adding && (
        <Choice
          label="Add"
          value={null}
          onChange={(key) => {
            const addition = findAddition(key);
            setAdding(false);
            if (!addition) return;
            change('dose-add', (now) => ({ ...now, additions: [...now.additions, firstDose(addition)] }));
          }}
          options={ADDABLE.filter(({ key }) => !recipe.additions.some((dose) => dose.addition === key)).map(
            ({ key, name }) => ({ value: key, label: name }),
          )}
        />
      )}
      <View style={styles.head}>
        <Button
          label={adding ? 'Cancel' : 'Add salt, spice, fruit…'}
          icon={adding ? undefined : Plus}
          onPress={() => setAdding(!adding)}
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  dose: { gap: SPACE.small, borderTopWidth: 1, paddingTop: SPACE.small },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.small },
  name: { flex: 1 },
});
