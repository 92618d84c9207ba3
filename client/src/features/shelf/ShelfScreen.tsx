import type { JarState, Keeping, PulpBag } from '@humble-churn/core';
import { drinkingOrder, formatTemp, formatVolume, jarKeeping, pulpBags } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { useActiveBatches } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { CardLink } from '../../ui/CardLink';
import { NutMark } from '../../ui/NutMark';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { PULP_PLACE_LABELS } from '../../ui/pulpLabels';
import { SafetyLink } from '../../ui/SafetyLink';
import { Screen } from '../../ui/Screen';
import { QueryFallback } from '../../ui/QueryFallback';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { bagName } from '../pulp';
import { useBatchAllergensText } from '../../wire/allergens';
import { Freshness, KeepingTimes } from './Freshness';
import { SmallJar } from './SmallJar';

interface ShelvedJar {
  batch: KnownBatch;
  jar: JarState;
  frozen: boolean;
  kept: Keeping;
}

/** The jars there are, and until when each is good. */
export function ShelfScreen() {
  const batches = useActiveBatches();
  const kitchen = useKitchen();
  const nowMs = useNowMs(30_000);
  const router = useRouter();
  if (!batches.data || !kitchen.data) {
    return <QueryFallback title="Shelf" what="the jars" queries={[batches, kitchen]} />;
  }
  const { readings } = kitchen.data;
  const jars: ShelvedJar[] = batches.data.flatMap((batch) =>
    batch.state.jars
      .filter((jar) => jar.fate === 'in-use')
      .map((jar) => ({
        batch,
        jar,
        frozen: jar.places[jar.places.length - 1]?.place === 'freezer',
        kept: jarKeeping(batch.state, jar, readings, nowMs),
      })),
  );
  // The one that ends first is drunk first.
  jars.sort((one, other) => drinkingOrder(one.kept, other.kept));
  const first = jars.find(({ frozen, kept }) => !frozen && kept.state !== 'discard');
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
        firstId={fridge.length > 1 ? first?.jar.id : undefined}
        kitchen={kitchen.data}
        nowMs={nowMs}
      />
      <View style={styles.fridge}>
        <Button
          label="The fridge’s log"
          hint="How warm the fridge was: its log"
          kind="quiet"
          onPress={() => router.navigate('/fridge')}
        />
      </View>
      <Group title="Freezer" jars={freezer} kitchen={kitchen.data} nowMs={nowMs} />
      <PulpCard bags={pulpBags(batches.data, nowMs)} kitchen={kitchen.data} nowMs={nowMs} />
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
  firstId,
  kitchen,
  nowMs,
}: {
  title: string;
  jars: readonly ShelvedJar[];
  /** The jar to drink first, where there is a choice. */
  firstId?: string | undefined;
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  const colour = useColours();
  if (jars.length === 0) return null;
  return (
    <View role="region" aria-label={title} style={styles.group}>
      <AppText kind="heading">{title}</AppText>
      <View style={styles.jars}>
        {jars.map((one) => (
          <JarCard
            key={one.jar.id}
            {...one}
            drinkFirst={one.jar.id === firstId}
            kitchen={kitchen}
            nowMs={nowMs}
          />
        ))}
      </View>
      <View style={[styles.board, { backgroundColor: colour.edge }]} />
    </View>
  );
}

function JarCard({
  batch,
  jar,
  kept,
  drinkFirst,
  kitchen,
  nowMs,
}: ShelvedJar & {
  drinkFirst: boolean;
  kitchen: KnownKitchen;
  nowMs: number;
}) {
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
      {drinkFirst && <AppText kind="strong">Drink this first</AppText>}
      <Freshness state={kept.state} />
      <KeepingTimes kept={kept} nowMs={nowMs} household={kitchen} small />
      <AppText kind="small" tone="soft">
        Allergens: {allergensOf(batch.state)}
      </AppText>
    </CardLink>
  );
}

/** The pulp there is, in short; all about it stands on a screen of its own. */
function PulpCard({
  bags,
  kitchen,
  nowMs,
}: {
  bags: readonly PulpBag[];
  kitchen: KnownKitchen;
  nowMs: number;
}) {
  return (
    <View role="region" aria-label="Pulp" style={styles.group}>
      <AppText kind="heading">Pulp</AppText>
      <View style={styles.jars}>
        {bags.length === 0 && (
          <CardLink path="/pulp" style={styles.card} marks={null}>
            <AppText kind="strong">None put away</AppText>
            <AppText kind="small" tone="soft">
              What it makes, and how it keeps
            </AppText>
          </CardLink>
        )}
        {bags.map((bag) => (
          <CardLink
            key={`${bag.place} ${bag.id}`}
            path="/pulp"
            style={styles.card}
            marks={<NutMark ingredient={bag.nuts[0] ?? ''} size={40} />}
          >
            <AppText kind="strong">{bagName(bag, kitchen)}</AppText>
            <AppText kind="small" tone="soft">
              {PULP_PLACE_LABELS[bag.place]}
              {bag.place === 'drying' && bag.useByMs > nowMs
                ? ''
                : `; ${bag.useByMs > nowMs ? 'use by' : 'throw away: was good until'} ${momentText(bag.useByMs, nowMs, kitchen)}`}
            </AppText>
          </CardLink>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  fridge: { alignItems: 'flex-start' },
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
});
