import type { NewJar } from '@humble-churn/core';
import { finishedMilkMl, formatVolume, strainedMilkMl } from '@humble-churn/core';
import { Check, Plus, Trash2 } from '../../ui/icons';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { MeasureField } from '../../ui/MeasureField';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import type { GuideProps } from './guideProps';

type Clean = 'scalded' | 'not';

/** A jar holds at most so much, mL. */
const MOST_ML = 60_000;

function newJar(n: number, volumeMl: number): NewJar {
  return { id: crypto.randomUUID(), label: `Jar ${n}`, volumeMl: Math.round(volumeMl), place: 'fridge' };
}

/** The milk into named jars, and whether the gear was scalded: half of how long it keeps. */
export function BottleForm({ batch, kitchen, plan, record }: GuideProps) {
  // What is stirred in, and water added since the weighing, is in the jars as well.
  const totalMl = finishedMilkMl(batch.state, plan.prediction);
  const strainedMl = strainedMilkMl(batch.state, plan.prediction);
  const [jars, setJars] = useState<readonly NewJar[]>(() => [newJar(1, totalMl)]);
  const [clean, setClean] = useState<Clean | null>(null);
  // Jars whose volume, as it stands typed, is no number.
  const [unread, setUnread] = useState<readonly string[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const change = (id: string, to: Partial<NewJar>): void =>
    setJars((now) => now.map((jar) => (jar.id === id ? { ...jar, ...to } : jar)));
  const filledMl = jars.reduce((sum, jar) => sum + jar.volumeMl, 0);
  const leftMl = totalMl - filledMl;
  const addJar = (): void =>
    setJars((now) => {
      if (leftMl > 10) return [...now, newJar(now.length + 1, leftMl)];
      // Nothing left over: the jars share alike.
      const each = totalMl / (now.length + 1);
      return [...now.map((jar) => ({ ...jar, volumeMl: Math.round(each) })), newJar(now.length + 1, each)];
    });
  const finish = (): void => {
    if (clean === null) {
      setTrouble('Say first whether the gear was scalded: it decides how long the milk keeps.');
      return;
    }
    if (jars.some((jar) => unread.includes(jar.id))) {
      setTrouble('Correct the volume of the jar that is marked.');
      return;
    }
    if (jars.some((jar) => jar.label.trim() === '')) {
      setTrouble('Every jar needs a name.');
      return;
    }
    setTrouble(null);
    record.add([{ type: 'bottled', jars: [...jars], scalded: clean === 'scalded' }]);
  };
  return (
    <View style={styles.form}>
      {jars.map((jar, i) => (
        <OneJar
          key={jar.id}
          jar={jar}
          number={i + 1}
          onChange={(to) => change(jar.id, to)}
          onUnread={(on) => setUnread((now) => (on ? [...now, jar.id] : now.filter((id) => id !== jar.id)))}
          onRemove={jars.length > 1 ? () => setJars((now) => now.filter((one) => one.id !== jar.id)) : null}
        />
      ))}
      <View style={styles.pair}>
        <Button label="Another jar" icon={Plus} onPress={addJar} />
        <AppText tone="soft">{filledText(filledMl, totalMl, strainedMl, kitchen)}</AppText>
      </View>
      <Choice
        label="Jug, bag and jars"
        value={clean}
        onChange={setClean}
        options={[
          { value: 'scalded', label: 'Scalded, clean hands' },
          { value: 'not', label: 'Not scalded', note: 'keeps for a quarter less time' },
        ]}
      />
      {jars.some((jar) => jar.place === 'freezer') && (
        <Notice kind="caution">
          Leave a finger’s breadth of headspace in a jar for the freezer: milk swells as it freezes.
        </Notice>
      )}
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

/** One jar: its name, what is in it, and where it goes. */
function OneJar({
  jar,
  number,
  onChange,
  onUnread,
  onRemove,
}: {
  jar: NewJar;
  number: number;
  onChange: (to: Partial<NewJar>) => void;
  /** Its volume, as it stands typed, is no number; or is one again. */
  onUnread: (on: boolean) => void;
  onRemove: (() => void) | null;
}) {
  const colour = useColours();
  return (
    <View style={[styles.jar, { borderColor: colour.line }]}>
      <View style={styles.fields}>
        <NameField
          label={`Name of jar ${number}`}
          value={jar.label}
          maxLength={40}
          onChange={(label) => onChange({ label })}
        />
        <MeasureField
          kind="volume"
          label="Milk in it"
          value={jar.volumeMl}
          range={{ min: 1, max: MOST_ML }}
          onValue={(volumeMl) => {
            onChange({ volumeMl });
            onUnread(false);
          }}
          onTrouble={() => onUnread(true)}
        />
      </View>
      <View style={styles.pair}>
        <Choice
          label={`Where jar ${number} goes`}
          hideLabel
          value={jar.place}
          onChange={(place) => onChange({ place })}
          options={[
            { value: 'fridge', label: 'Fridge' },
            { value: 'freezer', label: 'Freezer' },
          ]}
        />
        {onRemove && (
          <Button
            label="Remove"
            hint={`Remove jar ${number}`}
            icon={Trash2}
            kind="quiet"
            onPress={onRemove}
          />
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.roomy },
  jar: { gap: SPACE.small, borderWidth: 1, borderRadius: 10, padding: SPACE.medium },
  // What is wrong with one must not push it off its neighbour's line.
  fields: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
  pair: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.medium },
});
