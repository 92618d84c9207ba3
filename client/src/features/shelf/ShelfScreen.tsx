import type { JarState, JarStay, Keeping, PulpBag } from '@humble-churn/core';
import {
  drinkingOrder,
  formatSetTemp,
  formatVolume,
  jarAgeDays,
  jarKeeping,
  pulpBags,
} from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { useActiveBatches } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { CardLink } from '../../ui/CardLink';
import { kitchenFridges } from '../../ui/kitchenFridges';
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
import { useJarAllergensText } from '../../wire/allergens';
import { Freshness, KeepingTimes } from './Freshness';
import { FoundJar } from './FoundJar';
import { SmallJar, jarCapacityMl } from './SmallJar';
import { ageText } from './jarWords';

interface ShelvedJar {
  batch: KnownBatch;
  jar: JarState;
  stay: JarStay;
  kept: Keeping;
}

/** The jars in use, those that end first first. */
function shelvedJars(batches: readonly KnownBatch[], kitchen: KnownKitchen, nowMs: number): ShelvedJar[] {
  return batches
    .flatMap((batch) =>
      batch.state.jars.flatMap((jar): ShelvedJar[] => {
        const stay = jar.places[jar.places.length - 1];
        if (jar.fate !== 'in-use' || !stay) return [];
        return [{ batch, jar, stay, kept: jarKeeping(batch.state, jar, kitchen.fridges, nowMs) }];
      }),
    )
    .sort((one, other) => drinkingOrder(one.kept, other.kept));
}

/** Jars by where they stand: each fridge, the counter, the freezer; empty places are left out. */
function byPlace(
  jars: readonly ShelvedJar[],
  kitchen: KnownKitchen,
): { title: string; jars: ShelvedJar[] }[] {
  const fridges = kitchenFridges(kitchen);
  const known = new Set(fridges.map(({ id }) => id));
  const at = (place: JarStay['place']): ShelvedJar[] => jars.filter(({ stay }) => stay.place === place);
  return [
    ...fridges.map(({ id, name, tempC }) => ({
      title: `${name}, ${formatSetTemp(tempC, kitchen.measures)}`,
      jars: at('fridge').filter(({ stay }) => stay.fridge === id),
    })),
    { title: 'A fridge that was removed', jars: at('fridge').filter(({ stay }) => !known.has(stay.fridge)) },
    { title: 'On the counter', jars: at('out') },
    { title: 'Freezer', jars: at('freezer') },
  ].filter((group) => group.jars.length > 0);
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
  const jars = shelvedJars(batches.data, kitchen.data, nowMs);
  // The one that ends first is drunk first.
  const liquid = jars.filter(({ stay, kept }) => stay.place !== 'freezer' && kept.state !== 'discard');
  const { profile } = kitchen.data;
  const largestMl = Math.max(0, ...jars.map(({ jar }) => jarCapacityMl(jar, profile.jars)));
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
      {byPlace(jars, kitchen.data).map((group) => (
        <Group
          key={group.title}
          {...group}
          firstId={liquid.length > 1 ? liquid[0]?.jar.id : undefined}
          largestMl={largestMl}
          kitchen={kitchen.data}
          nowMs={nowMs}
        />
      ))}
      <View style={styles.fridge}>
        <Button
          label={profile.otherFridges.length > 0 ? 'The fridges’ logs' : 'The fridge’s log'}
          hint="How warm the fridge was: its log"
          kind="quiet"
          onPress={() => router.navigate('/fridge')}
        />
        <FoundJar kitchen={kitchen.data} />
      </View>
      <PulpCard bags={pulpBags(batches.data, nowMs)} kitchen={kitchen.data} nowMs={nowMs} />
      <AppText kind="small" tone="soft">
        Smell and look each time; when in doubt, pour it out. Sour milk is not rescued by cooking. These times
        are estimates and no promise: salt does not lengthen them.
      </AppText>
      <SafetyLink />
    </Screen>
  );
}

interface OfShelf {
  /** The jar to drink first, where there is a choice. */
  firstId: string | undefined;
  /** What the largest jar holds, mL: all are drawn to one scale. */
  largestMl: number;
  kitchen: KnownKitchen;
  nowMs: number;
}

function Group({ title, jars, ...shelf }: OfShelf & { title: string; jars: readonly ShelvedJar[] }) {
  const colour = useColours();
  return (
    <View role="region" aria-label={title} style={styles.group}>
      <AppText kind="heading">{title}</AppText>
      <View style={styles.jars}>
        {jars.map((one) => (
          <JarCard key={one.jar.id} {...one} {...shelf} />
        ))}
      </View>
      <View style={[styles.board, { backgroundColor: colour.edge }]} />
    </View>
  );
}

function JarCard({ batch, jar, kept, firstId, largestMl, kitchen, nowMs }: ShelvedJar & OfShelf) {
  const allergensOf = useJarAllergensText();
  return (
    <CardLink
      path={`/shelf/${batch.id}/${jar.id}`}
      style={styles.card}
      marks={
        <View style={styles.drawing}>
          <SmallJar
            jar={jar}
            name={batch.state.recipe.name}
            ingredient={batch.state.prediction.nuts[0]?.ingredient ?? ''}
            ageDays={jarAgeDays(jar, nowMs)}
            capacityMl={jarCapacityMl(jar, kitchen.profile.jars)}
            largestMl={largestMl}
            size={JAR_PX}
          />
        </View>
      }
    >
      <AppText kind="strong">{batch.state.recipe.name}</AppText>
      <AppText kind="small" tone="soft">
        {jar.label}, {formatVolume(jar.leftMl, kitchen)} left, {ageText(jar, nowMs)}
      </AppText>
      {jar.id === firstId && <AppText kind="strong">Drink this first</AppText>}
      <Freshness state={kept.state} />
      <KeepingTimes kept={kept} nowMs={nowMs} household={kitchen} small />
      <AppText kind="small" tone="soft">
        Allergens: {allergensOf(batch.state, jar)}
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

/** How wide the largest jar is drawn, px. */
const JAR_PX = 84;

const styles = StyleSheet.create({
  fridge: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  // As wide as the largest jar: words of all cards begin at one line.
  drawing: { width: JAR_PX, alignItems: 'center' },
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
