import type { Addition, Recipe } from '@humble-churn/core';
import {
  ADDITION_TABLE,
  FIRST_LIQUID_SHARE,
  LIMITS,
  SWEETNESS_G_PER_L,
  findAddition,
  firstDose,
  isOwnAddition,
  outOfRange,
  sweeteningOf,
  withSweetness,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { QuantityField } from '../../ui/QuantityField';
import { Plus } from '../../ui/icons';
import { SPACE } from '../../ui/theme';
import { DosePanel } from './DosePanel';
import { Fold } from './Fold';
import { useBench } from './useBench';

const LEVELS: Readonly<Record<number, string>> = { 0: 'Not', 15: 'A little', 30: 'Sweet', 45: 'Very' };
/** What cooks put in most, one tap away. */
const OFTEN = ['salt', 'date_medjool', 'vanilla_extract', 'cinnamon'] as const;
/** What is blended in where it is drunk at once. */
const OFTEN_IN_A_GLASS = ['banana', 'strawberry', 'date_medjool', 'cinnamon'] as const;
const USUAL_SWEETENER = 'maple_syrup';

/** What there is to add: the table's and the cook's own, what was archived only where the recipe has it. */
function useAddable(): readonly Addition[] {
  const { recipe, model } = useBench();
  const used = new Set([...recipe.additions.map((dose) => dose.addition), recipe.otherLiquid?.liquid]);
  const own = model.pantry.own.filter(isOwnAddition).filter((one) => !one.archived || used.has(one.key));
  return [...ADDITION_TABLE, ...own];
}

/** What goes in besides nuts and water: another liquid, sweetness, salt, and the rest, each at its time. */
export function FinishPanel() {
  const { recipe } = useBench();
  const [fresh, setFresh] = useState<string | null>(null);
  return (
    <Fold section="finish">
      <OneMore onAdd={setFresh} />
      {recipe.additions.map((dose, i) => (
        <DosePanel key={dose.addition} dose={dose} index={i} fresh={dose.addition === fresh} />
      ))}
      <Sweetness />
      <TheLiquid />
    </Fold>
  );
}

function TheLiquid() {
  const { recipe, change } = useBench();
  const { otherLiquid } = recipe;
  const liquids = useAddable().filter(
    ({ kind, key }) => kind === 'liquid' && key !== 'water' && key !== 'ice',
  );
  const name = liquids.find(({ key }) => key === otherLiquid?.liquid)?.name ?? 'The other liquid';
  const set = (field: string, next: Recipe['otherLiquid']): void =>
    change(field, (now) => ({ ...now, otherLiquid: next }));
  return (
    <>
      <Choice
        label="The liquid"
        value={otherLiquid?.liquid ?? 'water'}
        onChange={(liquid) =>
          set(
            'liquid',
            liquid === 'water' ? null : { liquid, share: otherLiquid?.share ?? FIRST_LIQUID_SHARE },
          )
        }
        options={[
          { value: 'water', label: 'Water' },
          ...liquids.map(({ key, name: label }) => ({ value: key, label, note: 'in place of some' })),
        ]}
      />
      {otherLiquid && (
        <QuantityField
          stacked
          label={name}
          unit="% of the liquid"
          shown={String(Number((otherLiquid.share * 100).toFixed(1)))}
          onNumber={(percent) => {
            const share = percent / 100;
            const { min, max } = LIMITS.otherLiquidShare;
            if (outOfRange(share, LIMITS.otherLiquidShare)) return `Between ${min * 100} and ${max * 100} %.`;
            set('liquid-share', { ...otherLiquid, share });
            return null;
          }}
        />
      )}
    </>
  );
}

function Sweetness() {
  const { recipe, change, model } = useBench();
  const { pantry } = model;
  const sweeteners = useAddable().filter(({ kind }) => kind === 'sweetener');
  const { key, sugarGPerL } = sweeteningOf(recipe, pantry);
  const sweetener = key ?? USUAL_SWEETENER;
  const level = SWEETNESS_G_PER_L.find((one) => Math.abs(one - sugarGPerL) < 0.5) ?? null;
  return (
    <>
      <Choice
        label="How sweet"
        value={level}
        onChange={(wanted) => change('sweet', (now) => withSweetness(now, sweetener, wanted, pantry))}
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
          onChange={(other) => change('sweet', (now) => withSweetness(now, other, sugarGPerL, pantry))}
          options={sweeteners.map((one) => ({ value: one.key, label: one.name }))}
        />
      )}
    </>
  );
}

/** What is counted goes by its pieces, the rest by its name. */
function addLabel({ piece, name, key }: Addition): string {
  if (key === 'salt') return 'Salt';
  const short = piece && key === 'date_medjool' ? piece.many : name;
  return short.charAt(0).toUpperCase() + short.slice(1);
}

/** One more addition: the usual ones at once, all others from a list. */
function OneMore({ onAdd }: { onAdd: (key: string) => void }) {
  const router = useRouter();
  const { recipe, change, model } = useBench();
  const [listing, setListing] = useState(false);
  const left = useAddable().filter(
    ({ key, kind }) => kind !== 'liquid' && !recipe.additions.some((dose) => dose.addition === key),
  );
  const often = recipe.intoGlass === true ? OFTEN_IN_A_GLASS : OFTEN;
  const add = (key: string): void => {
    const addition = findAddition(key, model.pantry);
    setListing(false);
    if (!addition) return;
    onAdd(key);
    const first = firstDose(addition);
    change(`dose-add-${key}`, (now) => ({
      ...now,
      additions: [...now.additions, now.intoGlass === true ? { ...first, when: 'before' } : first],
    }));
  };
  return (
    <>
      <View style={styles.row}>
        {left
          .filter(({ key }) => often.some((one) => one === key))
          .map((one) => (
            <Button
              key={one.key}
              label={addLabel(one)}
              hint={`Add ${addLabel(one).toLowerCase()}`}
              icon={Plus}
              onPress={() => add(one.key)}
            />
          ))}
        <Button
          label={listing ? 'Close the list' : 'More…'}
          kind="quiet"
          onPress={() => setListing(!listing)}
        />
      </View>
      {listing && (
        <>
          <Choice
            label="Add"
            value={null}
            onChange={add}
            options={left.map(({ key, name }) => ({ value: key, label: name }))}
          />
          <View style={styles.row}>
            <Button label="Add one of your own" kind="quiet" onPress={() => router.push('/additions/new')} />
          </View>
        </>
      )}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.small },
});
