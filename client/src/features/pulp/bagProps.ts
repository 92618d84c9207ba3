import type { PulpBag } from '@humble-churn/core';
import type { KnownKitchen } from '../../wire/kitchen';

/** What every form about a bag is given. */
export interface BagProps {
  bag: PulpBag;
  /** All there are: what it can be put together with. */
  bags: readonly PulpBag[];
  kitchen: KnownKitchen;
  nowMs: number;
}
