// A server for tests that serves several kitchens of one database: a request names its kitchen in a header.
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { z } from 'zod';
import { createApp } from '../src/app';
import { endComputeThreads } from '../src/compute';
import { cameInHere } from '../src/entrance';
import { Metrics } from '../src/metrics';
import { makeKitchen } from '../src/kitchens';
import { LiveStreams } from '../src/liveStreams';
import { openDatabase } from '../src/openDatabase';
import { namesOf } from '../src/serverNames';

const EnvironmentSchema = z.object({
  DATA_DIR: z.string(),
  SITE_DIR: z.string(),
  DATABASE_URL: z.string().optional(),
  KITCHENS: z.coerce.number().int().min(1).default(2),
});

async function main(): Promise<void> {
  const { DATA_DIR, SITE_DIR, DATABASE_URL, KITCHENS } = EnvironmentSchema.parse(process.env);
  const database = await openDatabase({
    dataDir: DATA_DIR,
    databaseUrl: DATABASE_URL,
    backups: { folder: join(DATA_DIR, 'backups'), keep: 1 },
  });
  const ids: string[] = [];
  while (ids.length < KITCHENS) ids.push(await makeKitchen(database, new Date()));
  const app = createApp({
    database,
    live: new LiveStreams(database.feed),
    siteDir: SITE_DIR,
    kitchenDeleted: () => Promise.resolve(),
    reach: { home: null, publicUrl: null },
    isOwnName: namesOf([]),
    openHere: true,
    trustProxy: false,
    metrics: new Metrics(() => 0),
    kitchenOf: (request) => ids[Number(request.get('x-kitchen') ?? 0)] ?? randomUUID(),
  });
  const server = createServer((request, response) => {
    cameInHere(request);
    app(request, response);
  }).listen(0, '127.0.0.1', () => {
    const address = server.address();
    if (typeof address === 'object' && address) console.log(`http://127.0.0.1:${address.port}`);
  });
  process.on('SIGTERM', () => {
    server.close();
    server.closeAllConnections();
    void Promise.all([endComputeThreads(), database.close()]).then(() => process.exit(0));
  });
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
