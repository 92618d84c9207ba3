import { EventEmitter } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { z } from 'zod';
import type { ChangeFeed } from './database';
import { fault, log } from './log';

const CHANNEL = 'kitchen_changes';
/** A connection that broke is opened anew after so long, ms. */
const AGAIN_MS = 1000;
/** A connection that only listens asks after so long whether the other end is still there, ms: none breaks by itself. */
const STILL_THERE_AFTER_MS = 30_000;

const PayloadSchema = z.object({ kitchenId: z.uuid(), revision: z.number().int().nullable() });

/**
 * Changes by LISTEN and NOTIFY, on a connection of its own. Once it was broken something may have been missed, and
 * that is said.
 */
export async function postgresFeed(url: string): Promise<ChangeFeed & { close: () => Promise<void> }> {
  const emitter = new EventEmitter().setMaxListeners(0);
  let closing = false;
  let client: pg.Client | null = null;

  const connect = async (): Promise<void> => {
    const next = new pg.Client({
      connectionString: url,
      keepAlive: true,
      keepAliveInitialDelayMillis: STILL_THERE_AFTER_MS,
    });
    next.on('error', (error) => log.error(fault(error), 'The database stopped telling of changes'));
    next.on('end', () => void again());
    next.on('notification', ({ payload }) => {
      const change = PayloadSchema.parse(JSON.parse(payload ?? ''));
      emitter.emit('heard', change);
    });
    client = next;
    await next.connect();
    await next.query(`LISTEN ${CHANNEL}`);
  };
  let reconnecting = false;
  const again = async (): Promise<void> => {
    if (closing || reconnecting) return;
    reconnecting = true;
    for (let open = false; !open && !closing;) {
      await sleep(AGAIN_MS, undefined, { ref: false });
      open = await connect().then(
        () => true,
        () => false,
      );
    }
    reconnecting = false;
    emitter.emit('heard', 'missed');
  };

  await connect();
  return {
    changing: async (db, change) => {
      await db.execute(sql`SELECT pg_notify(${CHANNEL}, ${JSON.stringify(change)})`);
    },
    confirmed: () => undefined,
    listen: (heard) => {
      emitter.on('heard', heard);
      return () => emitter.off('heard', heard);
    },
    close: async () => {
      closing = true;
      await client?.end();
    },
  };
}
