import type { JarState } from '@humble-churn/core';
import { eventRefusal, formatVolume } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
import { SPACE } from '../../ui/theme';
import type { JarProps } from './jarProps';

/** Milk of another jar of the same batch into this one. Shown only where there is such a jar. */
export function TopUpJar({ batch, jar, kitchen, nowMs, did }: JarProps) {
  const [open, setOpen] = useState(false);
  const others = batch.state.jars.filter((other) => {
    const event = { type: 'jar-topped-up', jarId: jar.id, fromId: other.id, volumeMl: 1 } as const;
    return eventRefusal(batch.state, event, kitchen.fridges, nowMs) === null;
  });
  if (others.length === 0) return null;
  if (!open) {
    return (
      <View style={styles.row}>
        <Button label="Top up from another jar…" onPress={() => setOpen(true)} />
      </View>
    );
  }
  return <FromWhich jar={jar} others={others} kitchen={kitchen} did={did} onClose={() => setOpen(false)} />;
}

function FromWhich({
  jar,
  others,
  kitchen,
  did,
  onClose,
}: Pick<JarProps, 'jar' | 'kitchen' | 'did'> & { others: readonly JarState[]; onClose: () => void }) {
  const [fromId, setFromId] = useState(others[0]?.id ?? '');
  const from = others.find(({ id }) => id === fromId) ?? others[0];
  const [volumeMl, setVolumeMl] = useState<number | null>(from ? Math.round(from.leftMl) : null);
  if (!from) return null;
  return (
    <View role="group" aria-label="Top up" style={styles.form}>
      <Choice
        label="With milk of"
        value={from.id}
        onChange={(id) => {
          setFromId(id);
          setVolumeMl(Math.round(others.find((one) => one.id === id)?.leftMl ?? 0));
        }}
        options={others.map(({ id, label, leftMl }) => ({
          value: id,
          label: `${label}, ${formatVolume(leftMl, kitchen)}`,
        }))}
      />
      <View style={styles.row}>
        <MeasureField
          key={from.id}
          kind="volume"
          label="So much of it"
          value={volumeMl}
          onValue={(typed) => {
            if (typed < 1) return 'Enter more than 0.';
            if (typed > from.leftMl + 0.5) return `Only ${formatVolume(from.leftMl, kitchen)} are left.`;
            setVolumeMl(typed);
            return null;
          }}
          onTrouble={() => setVolumeMl(null)}
        />
        <Button
          label="Top up"
          kind="main"
          disabled={volumeMl === null || volumeMl < 1 || volumeMl > from.leftMl + 0.5}
          onPress={() => {
            if (volumeMl === null) return;
            did({ type: 'jar-topped-up', jarId: jar.id, fromId: from.id, volumeMl }, 'Topped up.');
            onClose();
          }}
        />
        <Button label="Cancel" kind="quiet" onPress={onClose} />
      </View>
      <AppText kind="small" tone="soft">
        Poured together, all of it keeps as long as that of the two which ends first. Only milk of one batch:
        the older batch would set the time for the younger.
      </AppText>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'flex-end' },
});
