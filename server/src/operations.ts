import { once } from 'node:events';
import type { RequestListener, Server } from 'node:http';
import { createServer } from 'node:http';
import { sql } from 'drizzle-orm';
import type { OpenDatabase } from './database';
import { fault, log } from './log';
import type { Metrics } from './metrics';

/** Whether the database answers. */
async function isReady({ db }: Pick<OpenDatabase, 'db'>): Promise<boolean> {
  try {
    await db.execute(sql`SELECT 1`);
    return true;
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
