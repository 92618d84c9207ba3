import { shownClock, stepAgenda, stepLeftS } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import type { KnownBatch } from '../../wire/queries';
import { useActiveBatches } from '../../wire/queries';
import type { BatchLook } from '../../ui/BatchBand';
import { BatchBand, batchLooks } from '../../ui/BatchBand';
import { Button } from '../../ui/Button';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { NotYet } from '../../ui/NotYet';
import { Words } from '../../ui/Words';
import { SPACE, useColours } from '../../ui/theme';
import { stepName } from './stepWords';

/** Batches under way, each with the step it stands at. */
export function CounterScreen() {
  const batches = useActiveBatches();
  const nowMs = useNowMs(1000);
  const router = useRouter();
  if (!batches.data) {
    return <NotYet title="Counter" what="the batches under way" queries={[batches]} />;
  }
  const looks = batchLooks(batches.data);
  const byId = new Map(batches.data.map((batch) => [batch.id, batch]));
  const underWay = stepAgenda(
    batches.data.map(({ id, state }) => ({ batchId: id, state })),
    nowMs,
  ).flatMap(({ batchId }) => byId.get(batchId) ?? []);
  return (
    <Screen title="Counter">
      {underWay.length === 0 ? (
        <Panel title="Nothing under way">
          <Words>
            Work out a batch on the bench and start it. The counter then takes you through it one step at a
            time and keeps the clock, also when this page is closed.
          </Words>
          <Button label="Go to the bench" kind="main" onPress={() => router.navigate('/bench')} />
        </Panel>
      ) : (
        underWay.map((batch) => (
          <UnderWay key={batch.id} batch={batch} nowMs={nowMs} look={looks.get(batch.id) ?? 'planks'} />
        ))
      )}
    </Screen>
  );
}

function UnderWay({ batch, nowMs, look }: { batch: KnownBatch; nowMs: number; look: BatchLook }) {
  const colour = useColours();
  const router = useRouter();
  const { state } = batch;
  const { current } = state;
  const leftS = current && current.begunAtMs !== null ? stepLeftS(current, nowMs) : null;
  const path = `/counter/${batch.id}`;
  return (
    <Pressable
      role="link"
      aria-label={`Open ${state.recipe.name}`}
      {...{ href: path }}
      onPress={(event) => {
        event.preventDefault();
        router.push(path);
      }}
      style={[styles.card, { backgroundColor: colour.surface, borderColor: colour.line }]}
    >
      <BatchBand look={look} width={16} height={56} />
      <NutMark ingredient={state.prediction.nuts[0]?.ingredient ?? ''} size={52} />
      <View style={styles.words}>
        <Words kind="heading">{state.recipe.name}</Words>
        <Words tone="soft">{current ? stepName(current) : 'All steps done'}</Words>
      </View>
      {leftS !== null && (
        <Words kind="figure" tone={leftS <= 0 ? 'buoy' : 'kelp'}>
          {shownClock(leftS)}
        </Words>
      )}
    </Pressable>
  );
}

const styles = StyleSheet.create({
  card: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.roomy,
    borderWidth: 1,
    borderRadius: 14,
    padding: SPACE.roomy,
    minHeight: 84,
  },
  words: { flex: 1, minWidth: 0 },
});
