import { settledPlan } from '@humble-churn/contract';
import type { Plan } from '@humble-churn/contract';
import { kitchenCalendar, scheduledUnderWay } from '@humble-churn/core';
import { View } from 'react-native';
import { useNowMs } from '../../wire/clock';
import type { KnownBatch } from '../../wire/batches';
import type { KnownKitchen } from '../../wire/kitchen';
import { Panel } from '../../ui/Panel';
import { useWidth } from '../../ui/useWidth';
import type { RibbonItem } from './DayRibbon';
import { DayRibbon } from './DayRibbon';
import { ribbonSpan } from './ribbonSpan';

interface Props {
  batches: readonly KnownBatch[];
  plans: readonly Plan[];
  kitchen: KnownKitchen;
}

const stays = (): void => undefined;

/** What is under way and planned as bands along the day, to look at; nothing where there is neither. */
export default function UnderWayRibbon({ batches, plans, kitchen }: Props) {
  const nowMs = useNowMs(60_000);
  const { width, onLayout } = useWidth(300);
  const items: RibbonItem[] = [
    ...batches.flatMap(({ id, state }) => {
      const going = scheduledUnderWay(id, state, nowMs);
      const ingredient = state.prediction.nuts[0]?.ingredient ?? '';
      return going ? [{ id, name: state.recipe.name, ingredient, placed: going.placed }] : [];
    }),
    ...plans.map((plan) => ({
      id: plan.id,
      name: plan.recipe.name,
      ingredient: plan.recipe.nuts[0]?.ingredient ?? '',
      placed: settledPlan(plan).placed,
    })),
  ];
  if (items.length === 0) return null;
  const span = ribbonSpan(items, nowMs);
  const { waking, quiet } = kitchenCalendar(kitchen.profile, kitchen.timeZone, span.fromMs, span.toMs, []);
  return (
    <Panel>
      <View onLayout={onLayout}>
        <DayRibbon
          items={items}
          movableId={null}
          span={span}
          nowMs={nowMs}
          waking={waking}
          quiet={quiet}
          household={kitchen}
          down
          width={width}
          onMove={stays}
          onMoved={stays}
        />
      </View>
    </Panel>
  );
}
