import type { JarState } from '@humble-churn/core';
import { FORETOLD_FROM_ML, formatVolume, jarsAhead, milkAhead } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { SPACE } from '../../ui/theme';
import { useAccount } from '../../wire/account';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';
import { daysPath } from '../days';

interface Known {
  batch: KnownBatch;
  jar: JarState;
}

/** How the milk goes on if drinking does: what to thaw, what would be thrown away, and by when there must be more. */
export function MilkAhead({
  batches,
  kitchen,
  nowMs,
}: {
  batches: readonly KnownBatch[];
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const router = useRouter();
  const { data } = useAccount();
  const jars = jarsAhead(batches, kitchen.fridges, nowMs);
  const known = new Map<string, Known>(
    batches.flatMap((batch) => batch.state.jars.map((jar) => [jar.id, { batch, jar }] as const)),
  );
  const perDayMl = data?.drunkPerDayMl ?? 0;
  if (jars.length === 0 || perDayMl < FORETOLD_FROM_ML) return null;
  const { thrown, thaw, allGoneMs } = milkAhead(jars, perDayMl, nowMs);
  const at = (ms: number): string => momentText(ms, nowMs, kitchen);
  const name = (id: string): string => {
    const one = known.get(id);
    return one ? `${one.batch.state.recipe.name}, ${one.jar.label}` : '';
  };
  const open = (id: string) => () => {
    const one = known.get(id);
    if (one) router.navigate(`/shelf/${one.batch.id}/${id}` as never);
  };
  return (
    <Panel title="If you go on like this">
      <AppText kind="small" tone="soft">
        {formatVolume(perDayMl, kitchen)} a day, as over the last two weeks; an estimate.
      </AppText>
      {thaw?.soon === true && (
        <Line
          words={`Thaw ${name(thaw.id)} in the fridge ${thaw.byMs > nowMs ? `by ${at(thaw.byMs)}` : 'now'}: the fridge is nearly out.`}
          label="To the jar"
          hint={`To the jar to thaw: ${name(thaw.id)}`}
          onPress={open(thaw.id)}
        />
      )}
      {thrown.map(({ id, volumeMl, atMs }) => (
        <Line
          key={id}
          words={`About ${formatVolume(volumeMl, kitchen)} of ${name(id)} would be thrown away ${at(atMs)}.`}
          label="To the jar"
          hint={`To the jar of which some would be thrown away: ${name(id)}`}
          onPress={open(id)}
        />
      ))}
      {allGoneMs !== null && (
        <Line
          words={`The milk lasts until ${at(allGoneMs)}.`}
          label="Plan more for then"
          hint="Plan more milk for when it runs out"
          onPress={() => router.navigate(daysPath({ readyMs: allGoneMs }))}
        />
      )}
    </Panel>
  );
}

function Line({
  words,
  label,
  hint,
  onPress,
}: {
  words: string;
  label: string;
  hint: string;
  onPress: () => void;
}) {
  return (
    <View style={styles.line}>
      <AppText style={styles.words}>{words}</AppText>
      <Button label={label} hint={hint} kind="quiet" onPress={onPress} />
    </View>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.small },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 200 },
});
