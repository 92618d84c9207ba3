import type { Server } from 'node:http';
import { createServer } from 'node:http';
import { createApp } from './app';
import { endComputeThreads, warmUpCompute } from './compute';
import type { Db } from './database';
import { openDatabase } from './database';
import { listUnreadable } from './unreadableRows';
import { loadDemoKitchen } from './demoKitchen';
import { ensureKitchen } from './kitchens';
import { forgetOldKeys } from './routeHandlers';

const KEEP_LINE_MS = 120_000;

export interface RunningServer {
  url: string;
  stop: () => Promise<void>;
}

export interface ServerOptions {
  dataDir: string;
  siteDir: string;
  port: number;
  /** Fill an empty database with the demo kitchen. */
  demo: boolean;
  /** Remove what is in the data folder first. */
  startOver?: boolean;
}

/** Opens the data folder and serves on 127.0.0.1. Rejects with a sentence when folder or port is taken. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const { dataDir, siteDir, port, demo, startOver } = options;
  warmUpCompute();
  const { db, close } = await openDatabase(dataDir, startOver);
  try {
    const now = new Date();
    if (demo) await loadDemoKitchen(db, now);
    await ensureKitchen(db, now);
    await forgetOldKeys(db, now);
    const server = createServer(createApp(db, siteDir));
    // Screens ask every 10 to 20 s. A line shut between two of them could be shut just as a tap comes along it.
    server.keepAliveTimeout = KEEP_LINE_MS;
    server.headersTimeout = KEEP_LINE_MS + 5000;
    await tellUnreadable(db);
    await listen(server, port);
    const address = server.address();
    const actual = typeof address === 'object' && address ? address.port : port;
    return {
      url: `http://127.0.0.1:${actual}`,
      stop: async () => {
        await new Promise<void>((resolve) => {
          server.close(() => resolve());
          server.closeIdleConnections();
          // A request that is still being answered may finish; a kept-open line may not hold up the stop.
          setTimeout(() => server.closeAllConnections(), 2000).unref();
        });
        await endComputeThreads();
        await close();
      },
    };
  } catch (error) {
    await endComputeThreads();
    await close();
    throw error;
  }
}

/** Says at the start what of the kitchen cannot be read: it is left out of every list. */
async function tellUnreadable(db: Db): Promise<void> {
  for (const { kind, id, name, problems } of await listUnreadable(db)) {
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
