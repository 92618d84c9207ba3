import type { AgendaItem, StepKind } from '@humble-churn/core';
import { agenda, formatClock, formatDuration, formatMass, formatVolume } from '@humble-churn/core';
import { Link, useRouter } from 'expo-router';
import { CalendarDays, Settings2 } from '../../ui/icons';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
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
import { QueryFallback } from '../../ui/QueryFallback';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { SPACE, TOUCH, WIDE_FROM_PX, useColours } from '../../ui/theme';
import { stepName } from '../counter';
import { SmallJar } from '../shelf';
import { SoakAgain } from './SoakAgain';

/** Within this span a moment is also told as time left. */
const SOON_MS = 24 * 3_600_000;

/** What the kitchen needs now, and what next. */
export function NowScreen() {
  const batches = useActiveBatches();
  const kitchen = useKitchen();
  const plans = usePlans();
  const nowMs = useNowMs(1000);
  const router = useRouter();
  const { width } = useWindowDimensions();
  const colour = useColours();
  // A plan that came a moment later would push the rest away; should it not come, the rest is shown without.
  if (!batches.data || !kitchen.data || (!plans.data && !plans.error)) {
    return <QueryFallback title="Now" what="the kitchen" queries={[batches, kitchen]} />;
  }
  const items = agenda(
    batches.data.map(({ id, state }) => ({ batchId: id, state })),
    kitchen.data.readings,
    nowMs,
    plansOnAgenda(plans.data ?? []),
  );
  const looks = batchLooks(batches.data);
  const names = namesApart(batches.data, looks);
  const byId = new Map(batches.data.map((batch) => [batch.id, batch]));
  const [first, ...rest] = items;
  const settings = width < WIDE_FROM_PX && (
    <Link href="/kitchen" aria-label="Kitchen settings" style={styles.settings}>
      <Settings2 size={24} color={colour.ink} aria-hidden />
    </Link>
  );
  const row = (item: AgendaItem, big: boolean) => {
    const batch = byId.get(item.batchId) ?? null;
    return (
      <Item
        key={itemKey(item)}
        item={item}
        batch={batch}
        ingredient={
          batch?.state.prediction.nuts[0]?.ingredient ??
          plans.data?.find((plan) => plan.id === item.batchId)?.recipe.nuts[0]?.ingredient ??
          ''
        }
        name={names.get(item.batchId) ?? batch?.state.recipe.name ?? ('name' in item ? item.name : '')}
        look={looks.get(item.batchId) ?? null}
        kitchen={kitchen.data}
        nowMs={nowMs}
        big={big}
      />
    );
  };
  return (
    <Screen title={kitchen.data.name} aside={settings}>
      {first === undefined ? (
        <Panel title="Nothing to do">
          <AppText>
            No batch is under way and no jar is on the shelf. On the bench, choose a nut and how much milk you
            want: you see what it comes to before anything is soaked.
          </AppText>
          <Button label="Plan the first batch" kind="main" onPress={() => router.navigate('/bench')} />
          <SoakAgain />
        </Panel>
      ) : (
        <>
          {row(first, true)}
          <SoakAgain />
          {rest.length > 0 && <AppText kind="heading">Then</AppText>}
          {rest.map((item) => row(item, false))}
        </>
      )}
      <View style={styles.row}>
        {first !== undefined && <Button label="Plan a batch" onPress={() => router.navigate('/bench')} />}
        <Button label="The days ahead" icon={CalendarDays} onPress={() => router.navigate('/days')} />
      </View>
    </Screen>
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
  const at = (ms: number): string => momentText(ms, nowMs, kitchen.timeZone);
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
    case 'pulp-use-by':
      return {
        todo: `${item.dueMs > nowMs ? 'Use' : 'Throw away'} pulp from ${name}`,
        when: `${formatMass(item.pulp.massG, kitchen)}, ${item.dueMs > nowMs ? 'good until' : 'was good until'} ${at(item.dueMs)}`,
        path: '/shelf',
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
  settings: {
    minWidth: TOUCH.usual,
    minHeight: TOUCH.usual,
    display: 'flex',
    alignItems: 'center',
    justifyContent: 'center',
  },
  item: { minHeight: 76 },
  big: { borderWidth: 2, padding: SPACE.wide },
});
