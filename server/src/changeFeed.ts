import { EventEmitter } from 'node:events';
import type { Db } from './database';

/** A kitchen that changed. */
export interface KitchenChange {
  kitchenId: string;
  revision: number;
}

/** What is heard: one change, or that some may have been missed. */
export type Heard = KitchenChange | 'missed';

/** Tells of changes to kitchens, whichever process made them. */
export interface ChangeFeed {
  /** Said in the transaction of a change: it is heard of once the transaction is confirmed, and not otherwise. */
  changing: (db: Db, change: KitchenChange) => Promise<void>;
  /** Said once the transaction is confirmed. */
  confirmed: (change: KitchenChange) => void;
  /** Answers how to stop. */
  listen: (heard: (what: Heard) => void) => () => void;
}

/** Changes of a database that no other process writes to. */
export function localFeed(): ChangeFeed {
  const emitter = new EventEmitter().setMaxListeners(0);
  return {
    changing: () => Promise.resolve(),
    confirmed: (change) => void emitter.emit('change', change),
    listen: (heard) => {
      emitter.on('change', heard);
      return () => emitter.off('change', heard);
    },
  };
}
