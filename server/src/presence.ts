import { AT_STEP_EVERY_MS, ROUTES } from '@humble-churn/contract';
import { LRUCache } from 'lru-cache';
import { askingDevice } from './entrance';
import { nameOfDevice } from './pairedDevices';
import type { Serving } from './routeHandlers';
import { serve } from './routeHandlers';

/** A page that has said nothing for so long is not there any more, ms. */
const GONE_AFTER_MS = 2.5 * AT_STEP_EVERY_MS;
/** More pages than a household opens at once. */
const MOST_PAGES = 200;

interface AtStep {
  kitchenId: string;
  batchId: string;
  page: string;
  device: string | null;
  step: string;
}

/** Tells pages at the counter of each other. Only in memory: it is over in seconds. */
export function servePresence(serving: Serving): void {
  const pages = new LRUCache<string, AtStep>({ max: MOST_PAGES, ttl: GONE_AFTER_MS });
  serve(serving, ROUTES.atStep, async ({ kitchen, params: { batchId }, body: { page, step }, request }) => {
    const { kitchenId } = kitchen;
    const asking = askingDevice(request);
    const device = asking === null ? null : await kitchen.read((scope) => nameOfDevice(scope, asking));
    pages.set(`${kitchenId} ${page}`, { kitchenId, batchId, page, device, step });
    const others = [...pages.values()].filter(
      (one) => one.kitchenId === kitchenId && one.batchId === batchId && one.page !== page,
    );
    return {
      others: others.map(({ page: other, device: name, step: at }) => ({
        page: other,
        device: name,
        step: at,
      })),
    };
  });
}
