import type { Recipe, ScheduledBatch, StartTimes, TimeInterval } from '@humble-churn/core';
import { startTimesOf, withFinishMoved, withSoakMoved } from '@humble-churn/core';
import { useState } from 'react';
import { StyleSheet, View, useWindowDimensions } from 'react-native';
import type { BatchLook } from '../../ui/BatchBand';
import { BatchBand, batchLooks } from '../../ui/BatchBand';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { SPACE, WIDE_FROM_PX } from '../../ui/theme';
import { useWidth } from '../../ui/useWidth';
import type { RibbonItem } from './DayRibbon';
import { DayRibbon } from './DayRibbon';
import { ribbonSpan } from './ribbonSpan';
import type { Days } from './useDays';
import { useDays } from './useDays';

/** One under way has its look, as on the other screens. */
type Item = RibbonItem & { note: string; look?: BatchLook | undefined };

/** All that lies in the days: under way, planned, and being planned. */
function itemsOf({ underWay, kept, held, shown, moving, batches }: Days): Item[] {
  const looks = batchLooks(batches);
  const item = (id: string, recipe: Recipe, placed: ScheduledBatch, note: string): Item => ({
    id,
    name: recipe.name,
    note,
    ingredient: recipe.nuts[0]?.ingredient ?? '',
    placed,
  });
  return [
    ...underWay.map(({ id, state, placed }) => ({
      ...item(id, state.recipe, placed, ', under way'),
      look: looks.get(id),
      ingredient: state.prediction.nuts[0]?.ingredient ?? '',
    })),
    ...kept.map(({ plan, placed }) =>
      item(plan.id, plan.recipe, (plan.id === moving?.plan.id && shown) || placed, ', planned'),
    ),
    ...(held && shown && !moving ? [item(held.id, held.recipe, shown, ', being planned')] : []),
  ];
}

/** The ribbon with its hand: what is being planned can be moved along it. */
export function Ribbon() {
  const days = useDays();
  const { calendar, nowMs, kitchen, held: inHand, shown, moving, dispatch } = days;
  const items = itemsOf(days);
  const held = inHand && shown && (moving || days.fitting.current) ? { ...inHand, placed: shown } : null;
  const { width } = useWindowDimensions();
  const inside = useWidth(340);
  const [from, setFrom] = useState<{ moments: StartTimes; span: TimeInterval } | null>(null);
  // While a band is moved the time under it stands still.
  const span = from?.span ?? ribbonSpan(items, nowMs);
  return (
    <Panel title="The ribbon">
      <View onLayout={inside.onLayout}>
        <DayRibbon
          items={items}
          movableId={held?.id ?? null}
          span={span}
          nowMs={nowMs}
          waking={calendar.waking}
          quiet={calendar.quiet}
          household={kitchen}
          down={width < WIDE_FROM_PX}
          width={inside.width}
          onMove={(what, byMin) => {
            if (!held) return;
            const was = from?.moments ?? startTimesOf(held.placed);
            if (!from) setFrom({ moments: was, span });
            const placed =
              what === 'soak'
                ? withSoakMoved(held.job, was, byMin)
                : withFinishMoved(held.job, calendar, was, byMin);
            dispatch({ type: 'moved-by-hand', startTimes: startTimesOf(placed) });
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
