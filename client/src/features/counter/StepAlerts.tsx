import type { AgendaItem } from '@humble-churn/core';
import { agenda, NO_LOGS } from '@humble-churn/core';
import { useEffect, useRef } from 'react';
import { serverNowMs } from '../../wire/clock';
import { plansOnAgenda, usePlans } from '../../wire/plans';
import { useActiveBatches } from '../../wire/batches';
import { callTheCook, readWays } from './attention';

const LOOK_EVERY_MS = 500;

/** What the cook is called for; jars and pulp wait on the shelf. */
function callFor(item: AgendaItem, name: string): string | null {
  switch (item.kind) {
    case 'timer-over':
      if (item.step.kind === 'cool') return `${name}: feel whether the bowl is cool.`;
      if (item.step.kind === 'jug-again') return `${name}: stop, and look whether all is mixed in.`;
      return item.step.kind === 'soak'
        ? `The soak of ${name} is over.`
        : `${name}: stop, and feel a drop between finger and thumb.`;
    case 'soak-water':
      return `${name}: fresh water for the soak.`;
    case 'soak-off-counter':
      return `${name}: the soak must leave the counter.`;
    case 'plan-begins':
      return `Time to begin ${item.name}.`;
    default:
      return null;
  }
}

/** Calls once for whatever comes due while the app is open, on any screen; not for what was over before. */
export function StepAlerts() {
  const batches = useActiveBatches();
  const plans = usePlans();
  const called = useRef<Set<string> | null>(null);
  const { data } = batches;
  const planned = plans.data;
  // Nothing is drawn by it: a page drawn anew twice a second would never come to its first drawing on a slow phone.
  useEffect(() => {
    if (!data || !planned) return;
    const underWay = data.filter(({ state }) => state.current !== null);
    const going = underWay.map(({ id, state }) => ({ batchId: id, state: { ...state, jars: [], pulp: [] } }));
    const ahead = plansOnAgenda(planned);
    const look = (): void => {
      const nowMs = serverNowMs();
      const first = called.current === null;
      called.current ??= new Set();
      for (const item of agenda(going, NO_LOGS, nowMs, ahead)) {
        if (item.dueMs > nowMs) continue;
        const words = callFor(item, underWay.find(({ id }) => id === item.batchId)?.state.recipe.name ?? '');
        // More time moves the moment: when that is over it is called for again.
        const key = `${item.batchId} ${item.kind} ${Math.round(item.dueMs / 1000)}`;
        if (words === null || called.current.has(key)) continue;
        called.current.add(key);
        if (!first) callTheCook(words, readWays());
      }
    };
    look();
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, [data, planned]);
  return null;
}
