import type { StartTimes, ScheduledBatch, PlanJob, KitchenCalendar, TimeInterval } from '@humble-churn/core';
import { startTimesOf, withFinishMoved, withSoakMoved } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import type { BatchLook } from '../../ui/BatchBand';
import { BatchBand } from '../../ui/BatchBand';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, WIDE_FROM_PX } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import type { KnownKitchen } from '../../wire/queries';
import type { RibbonItem } from './DayRibbon';
import { DayRibbon } from './DayRibbon';

const HOUR_MS = 3_600_000;

/** The ribbon with its hand: what is being planned can be moved along it. */
export function Ribbon({
  items,
  days,
  nowMs,
  kitchen,
  held,
  onMoved,
}: {
  /** One under way has its look, as on the other screens. */
  items: readonly (RibbonItem & { note: string; look?: BatchLook | undefined })[];
  days: KitchenCalendar;
  nowMs: number;
  kitchen: KnownKitchen;
  held: { id: string; job: PlanJob; placed: ScheduledBatch } | null;
  onMoved: (moments: StartTimes) => void;
}) {
  const { width } = useWindowDimensions();
  const inside = useWidth(340);
  const [from, setFrom] = useState<{ moments: StartTimes; span: TimeInterval } | null>(null);
  const ends = items.flatMap(({ placed }) => placed.steps.map(({ toMs }) => toMs));
  const begins = items.flatMap(({ placed }) => placed.steps.map(({ fromMs }) => fromMs));
  const fitting = {
    fromMs: Math.max(nowMs - 14 * HOUR_MS, Math.min(nowMs, ...begins) - HOUR_MS),
    toMs: Math.max(nowMs + 12 * HOUR_MS, ...ends) + 2 * HOUR_MS,
  };
  // While a band is moved the time under it stands still.
  const span = from?.span ?? fitting;
  return (
    <Panel title="The ribbon">
      <View onLayout={inside.onLayout}>
        <DayRibbon
          items={items}
          movableId={held?.id ?? null}
          span={span}
          nowMs={nowMs}
          waking={days.waking}
          quiet={days.quiet}
          timeZone={kitchen.timeZone}
          down={width < WIDE_FROM_PX}
          width={inside.width}
          onMove={(what, byMin) => {
            if (!held) return;
            const was = from?.moments ?? startTimesOf(held.placed);
            if (!from) setFrom({ moments: was, span });
            const placed =
              what === 'soak'
                ? withSoakMoved(held.job, was, byMin)
                : withFinishMoved(held.job, days, was, byMin);
            onMoved(startTimesOf(placed));
          }}
          onMoved={() => setFrom(null)}
        />
      </View>
      {items.map((item) => (
        <View key={item.id} style={styles.row}>
          {item.look && <BatchBand look={item.look} width={10} height={22} />}
          <NutMark ingredient={item.ingredient} size={22} />
          <AppText kind="small" style={styles.what}>
            {item.name}
            {item.note}
          </AppText>
        </View>
      ))}
      <AppText kind="small" tone="soft">
        Hatched: asleep. Brass edge: machines are quiet. Soft bands soak, solid ones need you, the outline
        chills. The dotted bands can be moved with a finger or the arrow keys.
      </AppText>
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
  what: { flexShrink: 1 },
});
