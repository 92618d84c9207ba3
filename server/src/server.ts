import type { Server } from 'node:http';
import { createServer } from 'node:http';
import { createApp } from './app';
import { backUpNightly, makeBackup } from './backup';
import { endComputeThreads, warmUpCompute } from './compute';
import { listUnreadable } from './unreadableRows';
import { loadDemoKitchen } from './demoKitchen';
import { KitchenAccess } from './kitchenAccess';
import { HomeKitchen } from './homeKitchen';
import { makeKitchen } from './kitchens';
import { LiveStreams } from './liveStreams';
import { rebuildSummaries } from './notebook';
import type { DatabasePlace } from './openDatabase';
import { openDatabase } from './openDatabase';
import { forgetOldKeys } from './routeHandlers';

const KEEP_LINE_MS = 120_000;

export interface RunningServer {
  url: string;
  /** Makes a backup now, and answers where it is. */
  backUp: () => Promise<string>;
  stop: () => Promise<void>;
}

export interface ServerOptions extends DatabasePlace {
  siteDir: string;
  port: number;
  /** Fill an empty database with the demo kitchen. */
  demo: boolean;
  /** Make anew what is derived from the logs. */
  rebuild?: boolean;
}

/** Opens the database and serves on 127.0.0.1. Rejects with a sentence when folder or port is taken. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const { siteDir, port, demo, rebuild } = options;
  warmUpCompute();
  const database = await openDatabase(options);
  try {
    const now = new Date();
    const home = await HomeKitchen.open(database, () =>
      demo ? loadDemoKitchen(database, now) : makeKitchen(database, now),
    );
    const kitchen = new KitchenAccess(database, home.id, now);
    // An update may have brought the need for them, or what they say.
    await rebuildSummaries(kitchen, rebuild === true ? 'all' : 'missing');
    await forgetOldKeys(database.db, now);
    const live = new LiveStreams(database.feed);
    const server = createServer(
      createApp({
        database,
        live,
        siteDir,
        kitchenOf: () => home.id,
        kitchenDeleted: () => home.lookAgain(),
      }),
    );
    // Screens ask every 10 to 20 s. A line shut between two of them could be shut just as a tap comes along it.
    server.keepAliveTimeout = KEEP_LINE_MS;
    server.headersTimeout = KEEP_LINE_MS + 5000;
    await tellUnreadable(kitchen);
    await listen(server, port);
    const address = server.address();
    const actual = typeof address === 'object' && address ? address.port : port;
    const endBackups = backUpNightly(database, options.backups);
    return {
      url: `http://127.0.0.1:${actual}`,
      backUp: () => makeBackup(database, options.backups, new Date()),
      stop: async () => {
        live.endAll();
        home.close();
        await endBackups();
        await new Promise<void>((resolve) => {
          server.close(() => resolve());
          server.closeIdleConnections();
          // A request that is still being answered may finish; a kept-open line may not hold up the stop.
          setTimeout(() => server.closeAllConnections(), 2000).unref();
        });
        await endComputeThreads();
        await database.close();
      },
    };
  } catch (error) {
    await endComputeThreads();
    await database.close();
    throw error;
  }
}

/** Says at the start what of the kitchen cannot be read: it is left out of every list. */
async function tellUnreadable(kitchen: KitchenAccess): Promise<void> {
  for (const { kind, id, name, problems } of await kitchen.read(listUnreadable)) {
    console.warn(`Cannot be read and is left out: ${kind} ${name ?? id} (${problems.join('; ')})`);
  }
}

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const taken = error.code === 'EADDRINUSE';
      reject(
        taken ? new Error(`Port ${port} is in use. Choose another with PORT, such as PORT=8790.`) : error,
      );
    });
    server.listen(port, '127.0.0.1', resolve);
  });
}
