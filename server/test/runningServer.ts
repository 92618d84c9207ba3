import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { plainRecipe } from '@humble-churn/core';

// Tests and npm scripts both run from the root of the checkout, as one module form and as another.
const MAIN = join(process.cwd(), 'server/dist/main.mjs');
const SITE = join(process.cwd(), 'server/test/site');

export function newDataDir(): string {
  return mkdtempSync(join(tmpdir(), 'humble-churn-'));
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

/** The real server, as its own process on a free port. */
export class RunningServer {
  private constructor(
    readonly process: ChildProcess,
    readonly url: string,
  ) {}

  static start(dataDir: string, args: readonly string[] = [], environment: Record<string, string> = {}) {
    return new Promise<RunningServer>((resolve, reject) => {
      const child = spawn(process.execPath, ['--enable-source-maps', MAIN, ...args], {
        env: { ...process.env, PORT: '0', DATA_DIR: dataDir, SITE_DIR: SITE, ...environment },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      let said = '';
      const listen = (chunk: Buffer): void => {
        said += chunk.toString();
        const url = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
        if (url !== undefined) resolve(new RunningServer(child, url));
      };
      child.stdout.on('data', listen);
      child.stderr.on('data', listen);
      child.on('exit', (code) => reject(new Error(`exit ${code}: ${said}`)));
    });
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
      headers: { ...(body !== undefined && { 'content-type': 'application/json' }), ...headers },
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
