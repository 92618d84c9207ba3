import { comparisons, formatVolume } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { dayText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { useAllBatches } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { CardLink } from '../../ui/CardLink';
import { SmallJar } from '../shelf';

/** Every batch there was, the newest first. */
export function NotebookScreen() {
  const batches = useAllBatches();
  const kitchen = useKitchen();
  const router = useRouter();
  if (!batches.data || !kitchen.data) {
    return <QueryFallback title="Notebook" what="the notebook" queries={[batches, kitchen]} />;
  }
  const all = batches.data.pages.flatMap((page) => page.batches);
  return (
    <Screen title="Notebook" maxWidth={1100}>
      {all.length === 0 && (
        <Panel title="The first page is empty">
          <AppText>
            Each batch leaves a page here: what was predicted, what you weighed, and how it kept. After a few
            of them you see what your own kitchen does.
          </AppText>
          <Button label="Plan the first batch" kind="main" onPress={() => router.navigate('/bench')} />
        </Panel>
      )}
      <View style={styles.list}>
        {all.map((batch) => (
          <Entry key={batch.id} batch={batch} kitchen={kitchen.data} />
        ))}
      </View>
      {batches.hasNextPage && (
        <Button
          label="Older batches"
          busy={batches.isFetchingNextPage}
          onPress={() => void batches.fetchNextPage()}
        />
      )}
    </Screen>
  );
}

function outcomeWords({ state }: KnownBatch): string {
  if (state.status === 'abandoned') return `Given up: ${state.abandonReason ?? ''}`;
  if (state.status === 'under-way') return 'Under way';
  const thrown = state.jars.filter((jar) => jar.fate === 'discarded');
  if (thrown.length > 0) return `Thrown away: ${thrown[0]?.discardReason ?? ''}`;
  return state.jars.some((jar) => jar.fate === 'in-use') ? 'On the shelf' : 'Finished';
}

function Entry({ batch, kitchen }: { batch: KnownBatch; kitchen: KnownKitchen }) {
  const { state } = batch;
  const { milk } = state.prediction;
  const measured = comparisons(state).find((row) => row.what === 'milk');
  const filledMl = measured?.measured ?? milk.volumeMl;
  return (
    <CardLink
      path={`/notebook/${batch.id}`}
      style={styles.entry}
      marks={
        <SmallJar
          jar={{ filledMl, leftMl: state.status === 'bottled' ? filledMl : 0 }}
          name={state.recipe.name}
          ingredient={state.prediction.nuts[0]?.ingredient ?? ''}
          size={46}
        />
      }
    >
      <AppText kind="strong">{state.recipe.name}</AppText>
      <AppText kind="small" tone="soft">
        {dayText(state.plannedAtMs, kitchen.timeZone)} · {outcomeWords(batch)}
      </AppText>
      <AppText kind="small">
        {measured
          ? `${formatVolume(measured.measured, kitchen)} came, ${formatVolume(measured.predicted, kitchen)} predicted`
          : `${formatVolume(milk.volumeMl, kitchen)} predicted`}
      </AppText>
    </CardLink>
  );
}

const styles = StyleSheet.create({
  list: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
  entry: { flexGrow: 1, flexBasis: 320, flexShrink: 1, minWidth: 0, maxWidth: 540 },
});
