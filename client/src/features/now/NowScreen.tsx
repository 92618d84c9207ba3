import type { Plan } from '@humble-churn/contract';
import type { AgendaItem, StepKind } from '@humble-churn/core';
import { agenda, formatClock, formatDuration, formatMass, formatVolume, pulpBags } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { Suspense } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import { CalendarDays } from '../../ui/icons';
import { useNowMs } from '../../wire/clock';
import { momentText } from '../../wire/moments';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { useActiveBatches } from '../../wire/batches';
import { useKitchen } from '../../wire/kitchen';
import { plansOnAgenda, usePlans } from '../../wire/plans';
import type { BatchLook } from '../../ui/BatchBand';
import { CardLink } from '../../ui/CardLink';
import { BatchBand, batchLooks, namesApart } from '../../ui/BatchBand';
import { Button } from '../../ui/Button';
import { COLUMNS_FROM_PX, COLUMNS_MAX_PX } from '../../ui/Columns';
import { QueryFallback } from '../../ui/QueryFallback';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { SPACE, useColours } from '../../ui/theme';
import { stepName } from '../counter';
import { UnderWayRibbon } from '../days';
import { EnoughPulp } from '../pulp';
import { SmallJar } from '../shelf';
import { FirstKitchen } from './FirstKitchen';
import { MilkAhead } from './MilkAhead';
import { SoakAgain } from './SoakAgain';

/** Within this span a moment is also told as time left. */
const SOON_MS = 24 * 3_600_000;

/** What the kitchen needs now, and what next. */
export function NowScreen() {
  const batches = useActiveBatches();
  const kitchen = useKitchen();
  const plans = usePlans();
  // A plan that came a moment later would push the rest away; should it not come, the rest is shown without.
  if (!batches.data || !kitchen.data || (!plans.data && !plans.error)) {
    return <QueryFallback title="Now" what="the kitchen" queries={[batches, kitchen]} />;
  }
  return <Now batches={batches.data} kitchen={kitchen.data} plans={plans.data ?? []} />;
}

interface NowData {
  batches: readonly KnownBatch[];
  kitchen: KnownKitchen;
  plans: readonly Plan[];
}

function Now(data: NowData) {
  const { batches, kitchen, plans } = data;
  const nowMs = useNowMs(1000);
  const { width } = useWindowDimensions();
  const items = agenda(
    batches.map(({ id, state }) => ({ batchId: id, state })),
    kitchen.fridges,
    nowMs,
    plansOnAgenda(plans),
  );
  const [first, ...rest] = items;
  const row = rowsOf(data, nowMs);
  if (first === undefined && !kitchen.setUp) {
    return (
      <Screen title="A new kitchen">
        <FirstKitchen kitchen={kitchen} />
      </Screen>
    );
  }
  if (first === undefined) {
    return (
      <Screen title={kitchen.name}>
        <NothingToDo />
        <Actions />
      </Screen>
    );
  }
  if (width < COLUMNS_FROM_PX) {
    return (
      <Screen title={kitchen.name}>
        {row(first, true)}
        <SoakAgain />
        {rest.length > 0 && <AppText kind="heading">Then</AppText>}
        {rest.map((item) => row(item, false))}
        <MilkAhead batches={batches} kitchen={kitchen} nowMs={nowMs} />
        <EnoughPulp bags={pulpBags(batches, nowMs)} kitchen={kitchen} />
        <Actions more />
      </Screen>
    );
  }
  const onShelf = (item: AgendaItem): boolean => 'jar' in item || 'pulp' in item;
  const shelf = rest.filter(onShelf);
  return (
    <Screen title={kitchen.name} maxWidth={COLUMNS_MAX_PX}>
      <View style={styles.columns}>
        <View style={styles.column}>
          {row(first, true)}
          <SoakAgain />
          <Actions more />
          <MilkAhead batches={batches} kitchen={kitchen} nowMs={nowMs} />
        </View>
        <View style={styles.column}>
          <AppText kind="heading">Under way and planned</AppText>
          <Suspense>
            <UnderWayRibbon batches={batches} plans={plans} kitchen={kitchen} />
          </Suspense>
          {items.filter((item) => !onShelf(item)).map((item) => row(item, false))}
        </View>
        <View style={styles.column}>
          <AppText kind="heading">On the shelf</AppText>
          {shelf.length === 0 && (
            <AppText tone="soft">Jars and pulp stand here, by the moment they are to be used.</AppText>
          )}
          {shelf.map((item) => row(item, false))}
          <EnoughPulp bags={pulpBags(batches, nowMs)} kitchen={kitchen} />
        </View>
      </View>
    </Screen>
  );
}

/** Draws an item of the agenda, the next one large. */
function rowsOf({ batches, kitchen, plans }: NowData, nowMs: number) {
  const looks = batchLooks(batches);
  const names = namesApart(batches, looks);
  const byId = new Map(batches.map((batch) => [batch.id, batch]));
  return (item: AgendaItem, big: boolean) => {
    const batch = byId.get(item.batchId) ?? null;
    const planned = plans.find((plan) => plan.id === item.batchId)?.recipe.nuts[0]?.ingredient;
    return (
      <Item
        key={itemKey(item)}
        item={item}
        batch={batch}
        ingredient={batch?.state.prediction.nuts[0]?.ingredient ?? planned ?? ''}
        name={names.get(item.batchId) ?? batch?.state.recipe.name ?? ('name' in item ? item.name : '')}
        look={looks.get(item.batchId) ?? null}
        kitchen={kitchen}
        nowMs={nowMs}
        big={big}
      />
    );
  };
}

/** Where to go from here; `more` than a first batch. */
function Actions({ more = false }: { more?: boolean }) {
  const router = useRouter();
  return (
    <View style={styles.row}>
      {more && <Button label="Plan a batch" onPress={() => router.navigate('/bench')} />}
      <Button label="The days ahead" icon={CalendarDays} onPress={() => router.navigate('/days')} />
    </View>
  );
}

function NothingToDo() {
  const router = useRouter();
  return (
    <Panel title="Nothing to do">
      <AppText>
        No batch is under way and no jar is on the shelf. On the bench, choose a nut and how much milk you
        want: you see what it comes to before anything is soaked.
      </AppText>
      <Button label="Plan the first batch" kind="main" onPress={() => router.navigate('/bench')} />
      <SoakAgain />
    </Panel>
  );
}

function itemKey(item: AgendaItem): string {
  if ('jar' in item) return `${item.batchId}-${item.jar.id}`;
  if ('pulp' in item) return `${item.batchId}-pulp-${item.pulp.sinceMs}`;
  return `${item.batchId}-${item.kind}-${'step' in item ? item.step.id : ''}`;
}

interface ItemProps {
  item: AgendaItem;
  /** Null for a plan, which is no batch yet. */
  batch: KnownBatch | null;
  name: string;
  ingredient: string;
  look: BatchLook | null;
  kitchen: KnownKitchen;
  nowMs: number;
  big: boolean;
}

/** What to do when a clock has run out. */
function overWords(kind: StepKind, name: string, batch: KnownBatch | null): string {
  if (kind === 'cool') return `Feel whether the bowl is cool: ${name}`;
  if (kind !== 'soak') return `Stop blending: ${name}`;
  const kept = (batch?.state.prediction.soak.keptWaterG ?? 0) > 0;
  return kept ? `The soak is over: ${name}` : `Drain the ${name} nuts`;
}

/** What to do, in a few words, and when. */
function itemWords({ item, batch, name, kitchen, nowMs }: ItemProps): {
  todo: string;
  when: string;
  path: string;
} {
  const at = (ms: number): string => momentText(ms, nowMs, kitchen);
  const jarPath = 'jar' in item ? `/shelf/${item.batchId}/${item.jar.id}` : '/shelf';
  const counterPath = `/counter/${item.batchId}`;
  switch (item.kind) {
    case 'step-waiting':
      return {
        todo: `${stepName(item.step)}: ${name}`,
        when: `${batch ? `begun ${at(batch.state.plannedAtMs)}, ` : ''}whenever you are ready`,
        path: counterPath,
      };
    case 'timer-running':
      return {
        todo: `${stepName(item.step)}: ${name}`,
        when: `until ${at(item.dueMs)}`,
        path: counterPath,
      };
    case 'timer-over':
      return {
        todo: overWords(item.step.kind, name, batch),
        when: `due ${at(item.dueMs)}`,
        path: counterPath,
      };
    case 'soak-water':
      return { todo: `Fresh water for the soak: ${name}`, when: at(item.dueMs), path: counterPath };
    case 'soak-off-counter':
      return { todo: `Soak off the counter: ${name}`, when: `by ${at(item.dueMs)}`, path: counterPath };
    case 'plan-begins':
      return { todo: `Begin ${name}`, when: `planned ${at(item.dueMs)}`, path: '/days' };
    case 'jar-best-before':
      return {
        todo: `Drink ${name}, ${item.jar.label}`,
        when: `${formatVolume(item.jar.leftMl, kitchen)}, best before ${at(item.dueMs)}`,
        path: jarPath,
      };
    case 'jar-past-best':
      return {
        todo: `Use up ${name}, ${item.jar.label}`,
        when: `${formatVolume(item.jar.leftMl, kitchen)} past its best; throw out by ${at(item.dueMs)}`,
        path: jarPath,
      };
    case 'jar-discard':
      return {
        todo: `Throw away ${name}, ${item.jar.label}`,
        when: `its time ended ${at(item.dueMs)}`,
        path: jarPath,
      };
    case 'pulp-drying':
      return {
        todo: `${item.dueMs > nowMs ? 'Pulp on the tray' : 'Weigh the pulp on the tray'}: ${name}`,
        when: `${item.dueMs > nowMs ? 'about dry' : 'expected dry'} ${at(item.dueMs)}, an estimate`,
        path: '/pulp',
      };
    case 'pulp-use-by':
      return {
        todo: `${item.dueMs > nowMs ? 'Use' : 'Throw away'} pulp from ${name}`,
        when: `${formatMass(item.pulp.massG, kitchen)}, ${item.dueMs > nowMs ? 'good until' : 'was good until'} ${at(item.dueMs)}`,
        path: '/pulp',
      };
  }
}

function Item(props: ItemProps) {
  const { item, batch, ingredient, look, nowMs, big } = props;
  const colour = useColours();
  const { todo, when, path } = itemWords(props);
  const due = item.dueMs <= nowMs && item.kind !== 'step-waiting';
  const clock = item.kind === 'timer-running' || item.kind === 'timer-over';
  return (
    <CardLink
      path={path}
      style={{
        ...(big ? styles.big : styles.item),
        borderColor: due ? colour.buoy : big ? colour.kelp : colour.line,
      }}
      marks={
        <>
          {look && 'step' in item && <BatchBand look={look} width={14} height={big ? 64 : 40} />}
          {'jar' in item ? (
            <SmallJar
              jar={item.jar}
              ingredient={ingredient}
              name={batch?.state.recipe.name ?? ''}
              size={big ? 72 : 40}
            />
          ) : (
            <NutMark ingredient={ingredient} size={big ? 64 : 40} />
          )}
        </>
      }
    >
      <AppText kind={big ? 'heading' : 'strong'} {...(big && { level: 2 })}>
        {todo}
      </AppText>
      <AppText tone={due ? 'buoy' : 'soft'} kind={big ? 'body' : 'small'}>
        {when}
      </AppText>
      {big && clock && (
        <AppText kind="bigFigure" tone={due ? 'buoy' : 'kelp'}>
          {formatClock((item.dueMs - nowMs) / 1000)}
        </AppText>
      )}
      {!clock && item.dueMs > nowMs && item.dueMs - nowMs < SOON_MS && (
        <AppText kind="small" tone="soft">
          in {formatDuration((item.dueMs - nowMs) / 1000)}
        </AppText>
      )}
    </CardLink>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  columns: { flexDirection: 'row', gap: SPACE.wide, alignItems: 'flex-start' },
  column: { flex: 1, minWidth: 0, gap: SPACE.medium },
  item: { minHeight: 76 },
  big: { borderWidth: 2, padding: SPACE.wide },
});
