import type { EventBody, JarState } from '@humble-churn/core';
import { formatVolume } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
import { SPACE } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/kitchen';

/** Less than this is no jar, mL. */
const LEAST_ML = 10;

/** A part of a jar into another one, such as one for the freezer: it keeps the same past. */
export function SplitJar({
  jar,
  kitchen,
  onSplit,
}: {
  jar: JarState;
  kitchen: KnownKitchen;
  onSplit: (event: Extract<EventBody, { type: 'jar-split' }>, words: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [volumeMl, setVolumeMl] = useState<number | null>(null);
  const labels = [...new Set([...kitchen.profile.jars.map(({ name }) => name), jar.label])];
  const [chosen, setChosen] = useState(0);
  const label = labels[chosen] ?? jar.label;
  if (!open) {
    return (
      <View style={styles.row}>
        <Button
          label="Split into two jars…"
          onPress={() => {
            setVolumeMl(Math.round(jar.leftMl / 2));
            setOpen(true);
          }}
        />
      </View>
    );
  }
  return (
    <View role="group" aria-label="Into another jar" style={styles.form}>
      <Choice
        label="Into which"
        value={chosen}
        onChange={setChosen}
        options={labels.map((name, value) => ({ value, label: name }))}
      />
      <View style={styles.row}>
        <MeasureField
          kind="volume"
          label="So much of it"
          value={volumeMl}
          onValue={(typed) => {
            if (typed < LEAST_ML) return `At least ${formatVolume(LEAST_ML, kitchen)}.`;
            if (typed >= jar.leftMl) return `Only ${formatVolume(jar.leftMl, kitchen)} are left.`;
            setVolumeMl(typed);
            return null;
          }}
          onTrouble={() => setVolumeMl(null)}
        />
        <Button
          label="Split"
          hint="Split: so much is in another jar"
          kind="main"
          disabled={volumeMl === null || volumeMl >= jar.leftMl}
          onPress={() => {
            if (volumeMl === null) return;
            onSplit(
              { type: 'jar-split', jarId: jar.id, newId: crypto.randomUUID(), label, volumeMl },
              'Split. The other jar is on the shelf.',
            );
            setOpen(false);
          }}
        />
        <Button label="Cancel" kind="quiet" onPress={() => setOpen(false)} />
      </View>
      <AppText kind="small" tone="soft">
        Use a scalded jar. Both keep exactly as long as the one did. Do not top up with milk of another batch:
        the older milk would set the time for all of it.
      </AppText>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'flex-end' },
});
