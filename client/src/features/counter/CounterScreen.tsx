import { formatClock, formatDuration, stepAgenda, stepLeftS } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import { useActiveBatches } from '../../wire/batches';
import type { BatchLook } from '../../ui/BatchBand';
import { CardLink } from '../../ui/CardLink';
import { BatchBand, batchLooks, namesApart } from '../../ui/BatchBand';
import { Button } from '../../ui/Button';
import { COLUMNS_FROM_PX, COLUMNS_MAX_PX, Columns } from '../../ui/Columns';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { useMeasures } from '../../ui/measures';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import { stepName } from './stepLabels';

/** Batches under way, each with the step it stands at. */
export function CounterScreen() {
  const batches = useActiveBatches();
  const nowMs = useNowMs(1000);
  const router = useRouter();
  const wide = useWindowDimensions().width >= COLUMNS_FROM_PX;
  if (!batches.data) {
    return <QueryFallback title="Counter" what="the batches under way" queries={[batches]} />;
  }
  const looks = batchLooks(batches.data);
  const names = namesApart(batches.data, looks);
  const byId = new Map(batches.data.map((batch) => [batch.id, batch]));
  const underWay = stepAgenda(
    batches.data.map(({ id, state }) => ({ batchId: id, state })),
    nowMs,
  ).flatMap(({ batchId }) => byId.get(batchId) ?? []);
  return (
    <Screen title="Counter" maxWidth={COLUMNS_MAX_PX}>
      {underWay.length === 0 ? (
        <Panel title="Nothing under way">
          <AppText>
            Work out a batch on the bench and start it. The counter then takes you through it one step at a
            time and keeps the clock, also when this page is closed.
          </AppText>
          <Button label="Go to the bench" kind="main" onPress={() => router.navigate('/bench')} />
        </Panel>
      ) : (
        <Columns
          left={underWay.map((batch) => (
            <UnderWay
              key={batch.id}
              batch={batch}
              name={names.get(batch.id) ?? batch.state.recipe.name}
              nowMs={nowMs}
              look={looks.get(batch.id) ?? 'planks'}
            />
          ))}
          right={wide && underWay.map((batch) => <StillToDo key={batch.id} batch={batch} />)}
        />
      )}
    </Screen>
  );
}

/** What of a batch is still to be done, step by step, for whoever has the room to see it. */
function StillToDo({ batch }: { batch: KnownBatch }) {
  const { recipe, steps } = batch.state;
  const left = steps.filter(({ doneAtMs }) => doneAtMs === null);
  return (
    <Panel title={`Still to do: ${recipe.name}`}>
      <View role="list" style={styles.steps}>
        {left.map((step) => (
          <View role="listitem" key={step.id}>
            <AppText tone={step.id === batch.state.current?.id ? 'kelp' : 'ink'}>
              {stepName(step)}
              {step.timerS === null ? '' : `, ${formatDuration(step.timerS)}`}
              {step.attended ? '' : ', by itself'}
            </AppText>
          </View>
        ))}
      </View>
    </Panel>
  );
}

function UnderWay({
  batch,
  name,
  nowMs,
  look,
}: {
  batch: KnownBatch;
  name: string;
  nowMs: number;
  look: BatchLook;
}) {
  const { state } = batch;
  const { current } = state;
  const measures = useMeasures();
  const leftS = current && current.begunAtMs !== null ? stepLeftS(current, nowMs) : null;
  return (
    <CardLink
      path={`/counter/${batch.id}`}
      style={styles.card}
      marks={
        <>
          <BatchBand look={look} width={16} height={56} />
          <NutMark ingredient={state.prediction.nuts[0]?.ingredient ?? ''} size={52} />
        </>
      }
    >
      <AppText kind="heading">{name}</AppText>
      <AppText tone="soft">{current ? stepName(current) : 'All steps done'}</AppText>
      <AppText kind="small" tone="soft">
        begun {momentText(state.plannedAtMs, nowMs, { ...measures, timeZone: batch.timeZone })}
      </AppText>
      {leftS !== null && (
        <AppText kind="figure" tone={leftS <= 0 ? 'buoy' : 'kelp'}>
          {formatClock(leftS)}
        </AppText>
      )}
    </CardLink>
  );
}

const styles = StyleSheet.create({
  steps: { gap: SPACE.small },
  card: { padding: SPACE.roomy, minHeight: 84 },
});
