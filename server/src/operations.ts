import { once } from 'node:events';
import type { RequestListener, Server } from 'node:http';
import { createServer } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import type { OpenDatabase } from './database';
import { fault, log } from './log';
import type { Metrics } from './metrics';

/** A database that says nothing for so long does not answer, ms; one that hangs breaks no connection. */
const ANSWERS_WITHIN_MS = 5000;

/** Whether the database answers. */
async function isReady({ db }: Pick<OpenDatabase, 'db'>): Promise<boolean> {
  try {
    const asked = db.execute(sql`SELECT 1`).then(() => true);
    // Given up below, it may still fail later.
    asked.catch(() => undefined);
    const silent = sleep(ANSWERS_WITHIN_MS, false, { ref: false });
    if (await Promise.race([asked, silent])) return true;
    log.error('The database says nothing');
    return false;
  } catch (error) {
    log.error(fault(error), 'The database does not answer');
    return false;
  }
}

/**
 * What programs ask that look after the server: whether it runs (`/live`), whether it can do its work (`/ready`), and
 * how it fares (`/metrics`, as Prometheus reads it). On a port of its own, so that no phone ever reaches it.
 */
export async function openOperations(
  port: number,
  address: string,
  database: Pick<OpenDatabase, 'db'>,
  metrics: Metrics,
): Promise<Server> {
  const answer: RequestListener = (request, response) => {
    const say = (status: number, body: string, type = 'text/plain; charset=utf-8'): void => {
      response.writeHead(status, { 'content-type': type, 'cache-control': 'no-store' }).end(body);
    };
    const path = request.method === 'GET' ? request.url : undefined;
    if (path === '/live') say(200, 'live\n');
    else if (path === '/ready') {
      void isReady(database).then((ready) => (ready ? say(200, 'ready\n') : say(503, 'not ready\n')));
    } else if (path === '/metrics') {
      const { registry } = metrics;
      void registry.metrics().then((text) => say(200, text, registry.contentType));
    } else say(404, 'There are /live, /ready and /metrics.\n');
  };
  const server = createServer(answer);
  server.listen(port, address);
  await once(server, 'listening');
  return server;
}
