import type { ChildProcess } from 'node:child_process';
import { spawn, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { plainRecipe } from '@humble-churn/core';
import pg from 'pg';
import { newFolder } from './newFolder';
import { SHORT_LIVED } from './shortLived';

// Tests and npm scripts both run from the root of the checkout, as one module form and as another.
const MAIN = join(process.cwd(), 'server/dist/main.mjs');
const SITE = join(process.cwd(), 'server/test/site');

/** The kind of database that is tested: Jest's project says it, or whoever runs this outside of Jest. */
export const ENGINE = (globalThis as { ENGINE?: string }).ENGINE ?? process.env['ENGINE'] ?? 'pglite';

/** The database that stands for a data folder on the PostgreSQL server of the tests. */
export function databaseUrl(dataDir: string): string {
  return `${process.env['POSTGRES_URL'] ?? ''}/${basename(dataDir).toLowerCase()}`;
}

/** Makes that database if it is not there. */
export async function ensureDatabase(dataDir: string): Promise<string> {
  const url = databaseUrl(dataDir);
  const client = new pg.Client(`${process.env['POSTGRES_URL'] ?? ''}/postgres`);
  await client.connect();
  try {
    await client.query(`CREATE DATABASE "${basename(url)}"`);
  } catch (error) {
    // It is there, or is being made at this very moment.
    if (!['42P04', '23505'].includes((error as { code?: string }).code ?? '')) throw error;
  } finally {
    await client.end();
  }
  return url;
}

/** Runs SQL in the database of a folder that no server has open, after these migrations. */
export async function runSql(
  dataDir: string,
  sql: string,
  { migrations, engine = ENGINE }: { migrations?: string; engine?: string } = {},
): Promise<void> {
  const env = engine === 'postgres' ? { DATABASE_URL: await ensureDatabase(dataDir) } : {};
  const script = join(process.cwd(), 'server/test/folderSql.ts');
  const args = [
    SHORT_LIVED,
    '--import',
    'tsx',
    script,
    dataDir,
    ...(migrations === undefined ? [] : [migrations]),
  ];
  const { status, stderr } = spawnSync(process.execPath, args, {
    input: sql,
    encoding: 'utf8',
    env: { ...process.env, ...env },
  });
  if (status !== 0) throw new Error(stderr);
}

/** What tells a server its database. */
async function databaseOf(dataDir: string, engine = ENGINE): Promise<Record<string, string>> {
  return engine === 'postgres'
    ? { DATA_DIR: dataDir, DATABASE_URL: await ensureDatabase(dataDir) }
    : { DATA_DIR: dataDir };
}

export function newDataDir(where?: { onDisk: boolean }): string {
  return newFolder('humble-churn-', where);
}

export function removeDataDir(dataDir: string): void {
  rmSync(dataDir, { recursive: true, force: true });
}

export interface Answer {
  status: number;
  type: string;
  headers: Headers;
  /** The answer as JSON; checked by whoever reads it. */
  body: any;
}

/** Runs the server's program with what it is to do, until it ends. */
export async function runMain(
  dataDir: string,
  args: readonly string[],
  engine = ENGINE,
  environment: Record<string, string> = {},
): Promise<{ status: number | null; said: string }> {
  const env = { ...process.env, ...(await databaseOf(dataDir, engine)), ...environment };
  const child = spawn(process.execPath, [SHORT_LIVED, MAIN, ...args], { env });
  let said = '';
  for (const output of [child.stdout, child.stderr]) {
    output.on('data', (chunk: Buffer) => (said += chunk.toString()));
  }
  const status = await new Promise<number | null>((resolve) => child.once('close', resolve));
  return { status, said };
}

const CODE = /Pairing code[^\n]*: (\d{6})/;

interface StartingWith {
  program?: readonly string[];
  engine?: string;
  /** The command it is run by, such as one that puts it into a network of its own. */
  within?: readonly string[];
}

/** What lets these tests in where nothing is open without pairing, by data folder. */
const credentials = new Map<string, Record<string, string>>();

/** Pairs with a server by the code it says at its start. */
async function pairedWith(url: string, code: string): Promise<Record<string, string>> {
  const response = await fetch(`${url}/api/pair`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Tests', by: { code } }),
  });
  const [cookie] = response.headers.getSetCookie();
  if (response.status !== 201 || cookie === undefined) throw new Error(await response.text());
  return { cookie: cookie.replace(/;.*$/, '') };
}

/** The real server, as its own process on a free port. */
export class RunningServer {
  private constructor(
    readonly process: ChildProcess,
    readonly url: string,
    /** All it said so far. */
    readonly said: () => string,
    /** Headers that let a request in. */
    readonly letIn: Record<string, string> = {},
  ) {}

  static async start(
    dataDir: string,
    args: readonly string[] = [],
    environment: Record<string, string> = {},
    {
      program = [SHORT_LIVED, '--enable-source-maps', MAIN],
      engine = ENGINE,
      within = [],
    }: StartingWith = {},
  ): Promise<RunningServer> {
    const database = await databaseOf(dataDir, engine);
    const known = credentials.get(dataDir);
    const pairs = engine === 'postgres' && program.includes(MAIN) && known === undefined;
    const server = await new Promise<RunningServer>((resolve, reject) => {
      const [command = process.execPath, ...rest] = [...within, process.execPath, ...program, ...args];
      const child = spawn(command, pairs ? [...rest, '--pair'] : rest, {
        env: { ...process.env, ANNOUNCE: 'off', PORT: '0', SITE_DIR: SITE, ...database, ...environment },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      let said = '';
      const listen = (chunk: Buffer): void => {
        said += chunk.toString();
        const url = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
        if (url !== undefined && (!pairs || CODE.test(said))) {
          resolve(new RunningServer(child, url, () => said, known));
        }
      };
      child.stdout.on('data', listen);
      child.stderr.on('data', listen);
      child.on('exit', (code) => reject(new Error(`exit ${code}: ${said}`)));
    });
    if (!pairs) return server;
    const letIn = await pairedWith(server.url, server.code()).catch(async (error: unknown) => {
      // Another server of the same database was started meanwhile: its code ended this one, and lets all in.
      for (let tries = 0; tries < 200 && !credentials.has(dataDir); tries++) await sleep(50);
      const others = credentials.get(dataDir);
      if (!others) throw error;
      return others;
    });
    credentials.set(dataDir, letIn);
    return new RunningServer(server.process, server.url, server.said, letIn);
  }

  /** The pairing code it said at its start. */
  code(): string {
    return CODE.exec(this.said())?.[1] ?? '';
  }

  private ended(): Promise<number | null> {
    return new Promise((resolve) => {
      if (this.process.exitCode !== null || this.process.signalCode !== null) resolve(this.process.exitCode);
      else this.process.once('exit', (code) => resolve(code));
    });
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
    const ended = this.ended();
    this.process.kill(signal);
    return ended;
  }

  async call(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(`${this.url}${path}`, {
      method,
      headers: {
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...this.letIn,
        ...headers,
      },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const text = await response.text();
    const type = response.headers.get('content-type') ?? '';
    return {
      status: response.status,
      type,
      headers: response.headers,
      body: type.includes('json') ? JSON.parse(text) : text,
    };
  }

  get(path: string, headers?: Record<string, string>): Promise<Answer> {
    return this.call('GET', path, undefined, headers);
  }

  /** Adds to a batch's log; answers the batch as it then is, or the refusal. */
  async say(batchId: string, happenings: readonly unknown[], query = ''): Promise<Answer> {
    const said = await this.create(`/api/batches/${batchId}/events${query}`, { happenings });
    return said.status === 201 ? { ...said, body: (await this.get(`/api/batches/${batchId}`)).body } : said;
  }

  /** The stream of what changes in the kitchen: the next change it tells of, each time it is asked. */
  async live(
    headers: Record<string, string> = {},
  ): Promise<{ next: () => Promise<unknown>; end: () => void }> {
    const stop = new AbortController();
    const response = await fetch(`${this.url}/api/live`, {
      headers: { ...this.letIn, ...headers },
      signal: stop.signal,
    });
    const type = response.headers.get('content-type') ?? '';
    if (!response.body || !type.startsWith('text/event-stream'))
      throw new Error(`${response.status} ${type}`);
    const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    const next = async (): Promise<unknown> => {
      for (;;) {
        const end = text.indexOf('\n\n');
        if (end >= 0) {
          const message = text.slice(0, end);
          text = text.slice(end + 2);
          const data = /^data: ?(.*)$/m.exec(message)?.[1];
          if (data !== undefined) return JSON.parse(data);
        } else {
          const { value, done } = await reader.read();
          if (done) throw new Error('the stream ended');
          text += value;
        }
      }
    };
    return { next, end: () => stop.abort() };
  }

  create(path: string, body: unknown, key: string = crypto.randomUUID()): Promise<Answer> {
    return this.call('POST', path, body, { 'idempotency-key': key });
  }
}

const PLAIN = plainRecipe('Almond milk', 'almond', (4 * 236.588 * 0.998) / 143, 8);

/** A recipe in the form of the wire: a cup of almonds on the counter, a minute in a strong jug. */
export const RECIPE = {
  ...PLAIN,
  amount: { by: 'nuts', massG: 143 },
  soak: { ...PLAIN.soak, method: 'counter', pourTempC: 20 },
  blend: { ...PLAIN.blend, machine: 'high-speed-jug', end: { by: 'seconds', seconds: 60 } },
};

/** What a pack of seeds says, in the form of the wire. */
/** The pack of something that goes in besides. */
export const ADDITION_PACK = {
  name: 'Fig paste',
  kind: 'sweetener',
  allergens: ['soy'],
  byRegion: false,
  fatPct: 0.5,
  carbPct: 60,
  carbIncludesFibre: false,
  proteinPct: 2,
  sugarsPct: 50,
  fibrePct: 8,
  kcalPer100G: 260,
  sodiumMgPer100G: 20,
  gPerMl: 1.2,
  gEach: 15,
  pieceName: 'square',
  relativeSweetness: 1,
  when: 'before',
  shortensKeeping: true,
  capGPerL: 80,
};

export const PACK = {
  name: 'Chia',
  kind: 'seed',
  allergens: [],
  byRegion: false,
  gels: true,
  seleniumUgPerG: null,
  rawLimitGPerServing: null,
  fatPct: 31,
  carbPct: 7.7,
  carbIncludesFibre: false,
  proteinPct: 17,
  sugarsPct: null,
  fibrePct: 34.4,
  kcalPer100G: 444,
  cupG: 160,
};
