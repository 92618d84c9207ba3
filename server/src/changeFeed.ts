import { EventEmitter } from 'node:events';
import type { ChangeFeed } from './database';

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
