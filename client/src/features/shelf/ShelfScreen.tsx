import type { JarState, PulpPlace, PulpState } from '@humble-churn/core';
import { formatMass, formatTemp, formatVolume, jarKeeping, pulpUseByMs } from '@humble-churn/core';
import { StyleSheet, View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { useActiveBatches, useRecord } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { CardLink } from '../../ui/CardLink';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { SafetyLink } from '../../ui/SafetyLink';
import { Screen } from '../../ui/Screen';
import { useToast } from '../../ui/Toast';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { PULP_TO_ANIMALS } from '../counter';
import { useBatchAllergensText } from '../../wire/allergens';
import { Freshness, KeepingTimes } from './Freshness';
import { SmallJar } from './SmallJar';

interface ShelvedJar {
  batch: KnownBatch;
  jar: JarState;
  frozen: boolean;
}

/** The jars there are, and until when each is good. */
export function ShelfScreen() {
  const batches = useActiveBatches();
  const kitchen = useKitchen();
  const nowMs = useNowMs(30_000);
  if (!batches.data || !kitchen.data) {
    return <QueryFallback title="Shelf" what="the jars" queries={[batches, kitchen]} />;
  }
  const jars: ShelvedJar[] = batches.data.flatMap((batch) =>
    batch.state.jars
      .filter((jar) => jar.fate === 'in-use')
      .map((jar) => ({ batch, jar, frozen: jar.places[jar.places.length - 1]?.place === 'freezer' })),
  );
  const pulp = batches.data.flatMap((batch) =>
    batch.state.pulp.filter((one) => one.usedAtMs === null).map((one) => ({ batch, pulp: one })),
  );
  const fridge = jars.filter((one) => !one.frozen);
  const freezer = jars.filter((one) => one.frozen);
  return (
    <Screen title="Shelf" maxWidth={1100}>
      {jars.length === 0 && (
        <Panel title="No jars yet">
          <AppText>
            When a batch is bottled its jars stand here, each with the moment it is past its best and the
            moment it must go, worked out from your fridge’s temperature.
          </AppText>
        </Panel>
      )}
      <Group
        title={`Fridge, ${formatTemp(kitchen.data.fridgeTempC, kitchen.data.measures)}`}
        jars={fridge}
        kitchen={kitchen.data}
        nowMs={nowMs}
      />
      <Group title="Freezer" jars={freezer} kitchen={kitchen.data} nowMs={nowMs} />
      {pulp.length > 0 && (
        <Panel title="Pulp">
          {pulp.map(({ batch, pulp: one }) => (
            <PulpRow
              key={`${batch.id}${one.place}${one.sinceMs}`}
              batch={batch}
              pulp={one}
              kitchen={kitchen.data}
              nowMs={nowMs}
            />
          ))}
          <Notice kind="caution">{PULP_TO_ANIMALS}</Notice>
        </Panel>
      )}
      <AppText kind="small" tone="soft">
        Smell and look each time; when in doubt, pour it out. Sour milk is not rescued by cooking. These times
        are estimates and no promise: salt does not lengthen them.
      </AppText>
      <SafetyLink />
    </Screen>
  );
}

function Group({
  title,
  jars,
  kitchen,
  nowMs,
}: {
  title: string;
  jars: readonly ShelvedJar[];
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const colour = useColours();
  if (jars.length === 0) return null;
  return (
    <View role="region" aria-label={title} style={styles.group}>
      <AppText kind="heading">{title}</AppText>
      <View style={styles.jars}>
        {jars.map(({ batch, jar }) => (
          <JarCard key={jar.id} batch={batch} jar={jar} kitchen={kitchen} nowMs={nowMs} />
        ))}
      </View>
      <View style={[styles.board, { backgroundColor: colour.edge }]} />
    </View>
  );
}

function JarCard({
  batch,
  jar,
  kitchen,
  nowMs,
}: {
  batch: KnownBatch;
  jar: JarState;
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const kept = jarKeeping(batch.state, jar, kitchen.readings, nowMs);
  const allergensOf = useBatchAllergensText();
  return (
    <CardLink
      path={`/shelf/${batch.id}/${jar.id}`}
      style={styles.card}
      marks={
        <SmallJar
          jar={jar}
          name={batch.state.recipe.name}
          ingredient={batch.state.prediction.nuts[0]?.ingredient ?? ''}
        />
      }
    >
      <AppText kind="strong">{batch.state.recipe.name}</AppText>
      <AppText kind="small" tone="soft">
        {jar.label}, {formatVolume(jar.leftMl, kitchen)} left
      </AppText>
      <Freshness state={kept.state} />
      <KeepingTimes kept={kept} nowMs={nowMs} household={kitchen} small />
      <AppText kind="small" tone="soft">
        Allergens: {allergensOf(batch.state)}
      </AppText>
    </CardLink>
  );
}

const PULP_WORDS: Readonly<Record<PulpPlace, string>> = {
  fridge: 'Wet, in the fridge',
  freezer: 'In the freezer',
  dried: 'Dried, in the cupboard',
};

function PulpRow({
  batch,
  pulp,
  kitchen,
  nowMs,
}: {
  batch: KnownBatch;
  pulp: PulpState;
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const record = useRecord(batch.id);
  const toast = useToast();
  const useByMs = pulpUseByMs(pulp.place, pulp.sinceMs);
  return (
    <View style={styles.pulp}>
      <NutMark ingredient={batch.state.prediction.nuts[0]?.ingredient ?? ''} size={40} />
      <View style={styles.words}>
        <AppText kind="strong">
          {formatMass(pulp.massG, kitchen)} from {batch.state.recipe.name}
        </AppText>
        <AppText kind="small" tone="soft">
          {PULP_WORDS[pulp.place]}; {useByMs > nowMs ? 'use by' : 'throw away: was good until'}{' '}
          {momentText(useByMs, nowMs, kitchen)}
        </AppText>
      </View>
      <Button
        label="Gone"
        hint={`Pulp from ${batch.state.recipe.name}: used up or thrown away`}
        onPress={() => {
          const entry = record.add([{ type: 'pulp-used', place: pulp.place }]);
          const eventId = entry?.body.ids?.[0];
          if (eventId === undefined) return;
          toast({
            words: 'The pulp is off the shelf.',
            undo: () => record.add([{ type: 'undone', eventId }]),
          });
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: SPACE.medium },
  jars: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
  board: { height: 6, borderRadius: 3 },
  card: {
    alignItems: 'flex-start',
    flexGrow: 1,
    flexBasis: 300,
    flexShrink: 1,
    minWidth: 0,
    maxWidth: 520,
  },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 170, minWidth: 0, gap: SPACE.hair },
  pulp: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: SPACE.medium },
});
