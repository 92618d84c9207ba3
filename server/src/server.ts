import type { RequestListener, Server } from 'node:http';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { createApp } from './app';
import { backUpNightly, makeBackup } from './backup';
import { endComputeThreads, warmUpCompute } from './compute';
import { listUnreadable } from './unreadableRows';
import { loadDemoKitchen } from './demoKitchen';
import { cameInHere, cameInTheClear } from './entrance';
import { KitchenAccess } from './kitchenAccess';
import { HomeKitchen } from './homeKitchen';
import { HomeNetwork } from './homeNetwork';
import { makeKitchen } from './kitchens';
import { LiveStreams } from './liveStreams';
import { rebuildSummaries } from './notebook';
import { z } from 'zod';
import type { OpenDatabase } from './database';
import type { DatabasePlace } from './openDatabase';
import { openDatabase } from './openDatabase';
import { makeCode } from './pairing';
import { listDevices } from './pairedDevices';
import { forgetOldKeys } from './routeHandlers';
import { inUrl, namesOf } from './serverNames';
import { fault, log } from './log';
import { Metrics } from './metrics';
import { openOperations } from './operations';

const KEEP_LINE_MS = 120_000;

/** Addresses that only this machine can use. */
const THIS_MACHINE = ['127.0.0.1', '::1'];

export interface RunningServer {
  url: string;
  /** What a cook is told at the start besides. */
  words: string[];
  /** Makes a backup now, and answers where it is. */
  backUp: () => Promise<string>;
  stop: () => Promise<void>;
}

export interface ServerOptions extends DatabasePlace {
  siteDir: string;
  port: number;
  /** The address it listens at; null for this machine's own, which nobody else can use. */
  listen: string | null;
  /** On the home network, on whatever was chosen in the kitchen. */
  home: boolean;
  homePort: number;
  /** Whether the machine's name is announced on the home network. */
  announced: boolean;
  /** Names this server answers to besides its own. */
  allowedHosts: readonly string[];
  /** Where others reach it, through a program in front of it. */
  publicUrl: string | null;
  trustProxy: boolean | number | string;
  /** Where programs that look after the server ask; null for nowhere. */
  operations: { port: number; address: string } | null;
  /** Say a pairing code at the start. */
  pair: boolean;
  /** Fill an empty database with the demo kitchen. */
  demo: boolean;
  /** Make anew what is derived from the logs. */
  rebuild?: boolean;
}

/** Whether this is one household's own machine, where whoever sits at it needs no pairing. */
function isPersonal({ databaseUrl, publicUrl, trustProxy, listen }: ServerOptions): boolean {
  return databaseUrl === undefined && publicUrl === null && trustProxy === false && listen === null;
}

/** Opens the database and serves on this machine. Rejects with a sentence when folder or port is taken. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  warmUpCompute();
  const database = await openDatabase(options);
  try {
    const now = new Date();
    const home = await HomeKitchen.open(database, () =>
      options.demo ? loadDemoKitchen(database, now) : makeKitchen(database, now),
    );
    const kitchen = new KitchenAccess(database, home.id, now);
    // An update may have brought the need for them, or what they say.
    await rebuildSummaries(kitchen, options.rebuild === true ? 'all' : 'missing');
    await forgetOldKeys(database.db, now);
    await tellUnreadable(kitchen);
    const live = new LiveStreams(database.feed);
    const metrics = new Metrics(() => live.count);
    const { servers, network } = await openDoors(options, database, live, home, metrics);
    const { operations } = options;
    if (operations) {
      servers.push(await openOperations(operations.port, operations.address, database, metrics));
    }
    const backUp = async (moment: Date): Promise<string> => {
      const path = await makeBackup(database, options.backups, moment);
      await tidy(database, moment).catch((error: unknown) =>
        log.error(fault(error), 'The database was not tidied'),
      );
      return path;
    };
    const endBackups = backUpNightly(options.backups, backUp);
    return {
      url: urlOf(servers),
      words: await wordsAtStart(options, kitchen, network),
      backUp: () => backUp(new Date()),
      stop: async () => {
        live.endAll();
        home.close();
        await Promise.all([endBackups(), network?.stop(), ...servers.map(stopped)]);
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

/** Removes old idempotency keys and frees the space of what was removed. */
async function tidy({ db, vacuum }: OpenDatabase, now: Date): Promise<void> {
  await forgetOldKeys(db, now);
  await vacuum();
}

/** Serves on this machine, and on the home network where that is on. */
async function openDoors(
  options: ServerOptions,
  database: OpenDatabase,
  live: LiveStreams,
  home: HomeKitchen,
  metrics: Metrics,
): Promise<{ servers: Server[]; network: HomeNetwork | null }> {
  const { siteDir, publicUrl, trustProxy, allowedHosts } = options;
  const personal = isPersonal(options);
  const reach = { home: null as HomeNetwork | null, publicUrl };
  const app = createApp({
    database,
    live,
    siteDir,
    kitchenOf: () => home.id,
    kitchenDeleted: () => home.lookAgain(),
    reach,
    isOwnName: namesOf([...allowedHosts, ...(publicUrl === null ? [] : [new URL(publicUrl).host])]),
    openHere: personal,
    metrics,
    trustProxy,
  });
  const servers = await listenHere(options, (request, response) => {
    if (personal) cameInHere(request);
    app(request, response);
  });
  if (publicUrl !== null) return { servers, network: null };
  reach.home = await HomeNetwork.start({
    folder: join(options.dataDir, 'home'),
    port: options.homePort,
    on: options.home,
    announced: options.announced,
    keepLineMs: KEEP_LINE_MS,
    answer: app,
    answerInTheClear: (request, response) => {
      cameInTheClear(request);
      app(request, response);
    },
  });
  return { servers, network: reach.home };
}

/** What whoever starts it has to know to come in. */
async function wordsAtStart(
  options: ServerOptions,
  kitchen: KitchenAccess,
  network: HomeNetwork | null,
): Promise<string[]> {
  const addresses = options.publicUrl === null ? (network?.addresses() ?? []) : [options.publicUrl];
  const words = addresses.map((address) => `Phones open ${address}`);
  const trouble = network?.tell(true).trouble ?? null;
  if (trouble !== null) words.push(trouble);
  const { devices } = await kitchen.read((scope) => listDevices(scope, null));
  // Somebody has to be the first.
  if (options.pair || (!isPersonal(options) && devices.length === 0)) {
    const { code } = await kitchen.change((scope) => makeCode(scope, addresses));
    words.push(`Pairing code, good once and for five minutes: ${code}`);
  }
  return words;
}

function urlOf([first]: readonly Server[]): string {
  const address = first?.address();
  if (typeof address !== 'object' || !address) throw new Error('The server does not listen.');
  return `http://${inUrl(address.address)}:${address.port}`;
}

function stopped(server: Server): Promise<void> {
  return new Promise((resolve) => {
    server.close(() => resolve());
    server.closeIdleConnections();
    // A request that is still being answered may finish; a kept-open line may not hold up the stop.
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  });
}

/** Says at the start what of the kitchen cannot be read: it is left out of every list. */
async function tellUnreadable(kitchen: KitchenAccess): Promise<void> {
  for (const { kind, id, problems } of await kitchen.read(listUnreadable)) {
    log.warn({ kind, id, problems }, 'A row cannot be read and is left out');
  }
}

const NoSuchAddressSchema = z.object({ code: z.enum(['EADDRNOTAVAIL', 'EAFNOSUPPORT', 'EADDRINUSE']) });

/** Listens at both of this machine's own addresses, or at the one that was chosen. */
async function listenHere({ port, listen }: ServerOptions, answer: RequestListener): Promise<Server[]> {
  const [first = '127.0.0.1', ...others] = listen === null ? THIS_MACHINE : [listen];
  const servers = [await listening(port, first, answer).catch(tellTaken(port))];
  const address = servers[0]?.address();
  const actual = typeof address === 'object' && address ? address.port : port;
  for (const other of others) {
    try {
      servers.push(await listening(actual, other, answer));
    } catch (error) {
      // A machine may have no such address; the first one serves.
      if (!NoSuchAddressSchema.safeParse(error).success) throw error;
    }
  }
  return servers;
}

function tellTaken(port: number): (error: unknown) => never {
  return (error) => {
    if (z.object({ code: z.literal('EADDRINUSE') }).safeParse(error).success) {
      throw new Error(`Port ${port} is in use. Choose another with PORT, such as PORT=8790.`);
    }
    throw error;
  };
}

function listening(port: number, address: string, answer: RequestListener): Promise<Server> {
  const server = createServer(answer);
  // Screens ask every 10 to 20 s. A line shut between two of them could be shut just as a tap comes along it.
  server.keepAliveTimeout = KEEP_LINE_MS;
  server.headersTimeout = KEEP_LINE_MS + 5000;
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, address, () => {
      // Such as more lines than the system allows: those there are go on.
      server.on('error', (error) => log.error(fault(error), 'A line was not taken'));
      resolve(server);
    });
  });
}
