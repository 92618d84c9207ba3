import type { Hygiene, NewJar, Pantry } from '@humble-churn/core';
import {
  finishedMilkMl,
  formatVolume,
  hygieneAsked,
  hygieneFailed,
  jarsToFill,
  strainedMilkMl,
  strainersOf,
} from '@humble-churn/core';
import { placeOptions } from '../../ui/kitchenFridges';
import { Check, Plus } from '../../ui/icons';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useOwnIngredients } from '../../wire/kitchen';
import { wireOwn } from '../../wire/wireRecipe';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { HygieneAnswers } from './HygieneAnswers';
import { OneJar } from './OneJar';
import type { GuideProps } from './guideProps';

function newJar(label: string, volumeMl: number): NewJar {
  return { id: crypto.randomUUID(), label, volumeMl: Math.round(volumeMl), place: 'fridge' };
}

/** One jar more: with what is left over, or, where nothing is, with the same share of all as the others. */
function withOneMore(jars: readonly NewJar[], totalMl: number): readonly NewJar[] {
  const leftMl = totalMl - jars.reduce((sum, jar) => sum + jar.volumeMl, 0);
  const label = `Jar ${jars.length + 1}`;
  if (leftMl > 10) return [...jars, newJar(label, leftMl)];
  const each = totalMl / (jars.length + 1);
  return [...jars.map((jar) => ({ ...jar, volumeMl: Math.round(each) })), newJar(label, each)];
}

/** The milk into named jars, and what was clean: half of how long it keeps. */
export function BottleForm({ batch, kitchen, plan, record }: GuideProps) {
  const { state } = batch;
  const { data: own = [] } = useOwnIngredients();
  const pantry: Pantry = { own: [...state.ingredients, ...own] };
  // What is stirred in, and water added since the weighing, is in the jars as well.
  const totalMl = finishedMilkMl(state, plan.prediction);
  const strainedMl = strainedMilkMl(state, plan.prediction);
  const [jars, setJars] = useState<readonly NewJar[]>(() =>
    jarsToFill(totalMl, kitchen.profile.jars).map(({ label, volumeMl }) => newJar(label, volumeMl)),
  );
  const asked = hygieneAsked(strainersOf(state.recipe));
  const [hygiene, setHygiene] = useState<Hygiene>({});
  // Jars whose volume or dose, as it stands typed, cannot be read.
  const [unread, setUnread] = useState<readonly string[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const change = (id: string, to: Partial<NewJar>): void =>
    setJars((now) => now.map((jar) => (jar.id === id ? { ...jar, ...to } : jar)));
  const filledMl = jars.reduce((sum, jar) => sum + jar.volumeMl, 0);
  const finish = (): void => {
    const wrong = whatIsWrong();
    setTrouble(wrong);
    if (wrong !== null) return;
    const used = new Set(jars.flatMap(({ doses = [] }) => doses.map(({ addition }) => addition)));
    const ownUsed = wireOwn(
      pantry.own.filter(({ key }, i, all) => used.has(key) && all.findIndex((one) => one.key === key) === i),
    );
    record.add([
      {
        type: 'bottled',
        jars: jars.map(({ doses, ...jar }) => ({ ...jar, ...(doses && { doses: [...doses] }) })),
        scalded: hygieneFailed(hygiene).length === 0,
        hygiene,
        ...(ownUsed.length > 0 && { own: ownUsed }),
      },
    ]);
  };
  const whatIsWrong = (): string | null => {
    if (asked.some((part) => hygiene[part] === undefined)) {
      return 'Answer first what was clean: it decides how long the milk keeps.';
    }
    if (jars.some((jar) => unread.includes(jar.id))) return 'Correct the jar that is marked.';
    if (jars.some((jar) => jar.label.trim() === '')) return 'Every jar needs a name.';
    return null;
  };
  return (
    <View style={styles.form}>
      {jars.map((jar, i) => (
        <OneJar
          key={jar.id}
          jar={jar}
          number={i + 1}
          pantry={pantry}
          places={placeOptions(kitchen)}
          onChange={(to) => change(jar.id, to)}
          onUnread={(on) => setUnread((now) => (on ? [...now, jar.id] : now.filter((id) => id !== jar.id)))}
          onRemove={jars.length > 1 ? () => setJars((now) => now.filter((one) => one.id !== jar.id)) : null}
        />
      ))}
      <View style={styles.pair}>
        <Button label="Another jar" icon={Plus} onPress={() => setJars((now) => withOneMore(now, totalMl))} />
        <AppText tone="soft">{filledText(filledMl, totalMl, strainedMl, kitchen)}</AppText>
      </View>
      <HygieneAnswers asked={asked} hygiene={hygiene} onChange={setHygiene} />
      <JarCautions jars={jars} />
      {trouble !== null && <Notice kind="error">{trouble}</Notice>}
      <Button
        label="Save jars"
        hint="Bottled: put the jars on the shelf"
        kind="main"
        icon={Check}
        counter
        onPress={finish}
      />
    </View>
  );
}

/** What matters where a jar is frozen, or carried. */
function JarCautions({ jars }: { jars: readonly NewJar[] }) {
  return (
    <>
      {jars.some((jar) => jar.place === 'freezer') && (
        <Notice kind="caution">
          Leave a finger’s breadth of headspace in a jar for the freezer: milk swells as it freezes.
        </Notice>
      )}
      {jars.some((jar) => jar.carried === true) && (
        <Notice kind="caution">
          A jar that is carried counts as out of the fridge: two hours in all since blending, one where it is
          above 32 °C. A cool bag with ice makes it last.
        </Notice>
      )}
    </>
  );
}

/** What is in the jars, and of what. */
function filledText(
  filledMl: number,
  totalMl: number,
  strainedMl: number,
  kitchen: GuideProps['kitchen'],
): string {
  const volume = (ml: number): string => formatVolume(ml, kitchen);
  const leftMl = totalMl - filledMl;
  const filled =
    Math.abs(leftMl) < 10
      ? `All ${volume(totalMl)} bottled.`
      : leftMl > 0
        ? `${volume(leftMl)} not in a jar.`
        : `${volume(-leftMl)} more than there is.`;
  return totalMl - strainedMl >= 5
    ? `${filled} ${volume(totalMl)} in all: ${volume(strainedMl)} strained, and what was stirred in.`
    : filled;
}

const styles = StyleSheet.create({
  form: { gap: SPACE.roomy },
  pair: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.medium },
});
