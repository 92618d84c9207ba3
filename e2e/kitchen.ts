import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Batch } from '@humble-churn/contract';
import { KitchenSchema, coreEvent } from '@humble-churn/contract';
import type { EventBody, Recipe, StepKind } from '@humble-churn/core';
import { batchState } from '@humble-churn/core';
import type { Page } from '@playwright/test';
import { test as base, expect } from '@playwright/test';
import { newFolder } from '../server/test/newFolder';
import { SHORT_LIVED } from '../server/test/shortLived';

/** Where the kitchens stand; another zone shows what the app does at another time of day. */
export const ZONE = process.env['KITCHEN_ZONE'] ?? 'Europe/Lisbon';
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');

/** The real server over the real export, on a folder of its own. It can be stopped, killed and started again. */
export class Kitchen {
  readonly dataDir = newFolder('humble-churn-e2e-');
  url = '';
  private child: ChildProcess | null = null;
  private port = '0';
  /** The export it serves; the one that was built where it is null. */
  siteDir: string | null = null;
  /** All it said so far. */
  said = '';

  constructor(
    private readonly args: readonly string[],
    /** The command it is run by, such as one that puts it into a network of its own. */
    private readonly within: readonly string[] = [],
    private readonly environment: Readonly<Record<string, string>> = {},
  ) {}

  async start(): Promise<this> {
    this.url = await new Promise<string>((resolve, reject) => {
      const all = [...this.within, process.execPath, SHORT_LIVED, 'server/dist/main.mjs', ...this.args];
      const [command = process.execPath, ...args] = all;
      const child = spawn(command, args, {
        cwd: ROOT,
        env: {
          ...process.env,
          ANNOUNCE: 'off',
          TZ: ZONE,
          DATA_DIR: this.dataDir,
          PORT: this.port,
          ...(this.siteDir !== null && { SITE_DIR: this.siteDir }),
          ...this.environment,
        },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      this.child = child;
      this.said = '';
      const listen = (chunk: Buffer): void => {
        this.said += chunk.toString();
        const url = /http:\/\/127\.0\.0\.1:\d+/.exec(this.said)?.[0];
        if (url !== undefined) resolve(url);
      };
      child.stdout.on('data', listen);
      child.stderr.on('data', listen);
      child.once('exit', () => reject(new Error(this.said)));
    });
    // Back at the same address after a restart, as on the cook's own machine.
    this.port = new URL(this.url).port;
    return this;
  }

  /** Has the stand-ins for scale and thermometer offered, as the demo kitchen does. */
  async offerSimulatedDevices(): Promise<this> {
    const address = `${this.url}/api/kitchen`;
    const { profile } = KitchenSchema.parse(await (await fetch(address)).json());
    await fetch(address, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ profile: { ...profile, simulatedDevices: true } }),
    });
    return this;
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  }

  /** Takes what it is sent and says nothing, as a laptop whose lid was shut: no connection breaks. */
  fallAsleep(): void {
    this.child?.kill('SIGSTOP');
  }

  wakeUp(): void {
    this.child?.kill('SIGCONT');
  }

  async close(): Promise<void> {
    await this.stop();
    rmSync(this.dataDir, { recursive: true, force: true });
  }
}

/** `SLOWER=4` runs the pages as on a device that is so many times slower than this machine. */
const SLOWER = Number(process.env['SLOWER'] ?? 0);

async function slowDown(page: Page): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
}

interface Kitchens {
  /** A kitchen without demo data; one for each worker. */
  empty: Kitchen;
  /** The demo kitchen; one for each worker. */
  demo: Kitchen;
}

export const test = base.extend<{ quiet: undefined; ownKitchen: Kitchen }, Kitchens>({
  ownKitchen: async ({}, use) => {
    const kitchen = await new Kitchen([]).start();
    await use(kitchen);
    await kitchen.close();
  },
  empty: [
    async ({}, use) => {
      const kitchen = await new Kitchen([]).start();
      await kitchen.offerSimulatedDevices();
      await use(kitchen);
      await kitchen.close();
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  demo: [
    async ({}, use) => {
      const kitchen = await new Kitchen(['--demo']).start();
      await use(kitchen);
      await kitchen.close();
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  // No page may say anything in the console, break, or reach beyond this machine.
  quiet: [
    async ({ page, context }, use) => {
      if (SLOWER) {
        await slowDown(page);
        context.on('page', (one) => void slowDown(one));
      }
      const said: string[] = [];
      page.on('pageerror', (error) => said.push(`error: ${error.message}`));
      page.on('console', (message) => {
        const expected =
          /Failed to load resource|ERR_CONNECTION_REFUSED|error occurred when fetching the script/.test(
            message.text(),
          );
        if (message.type() === 'error' && !expected) said.push(message.text());
      });
      page.on('request', (request) => {
        const { protocol, hostname } = new URL(request.url());
        if (protocol.startsWith('http') && hostname !== '127.0.0.1')
          said.push(`left the machine: ${request.url()}`);
      });
      await use(undefined);
      expect(said).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** The figure in front of a unit in a text, as a number. */
export function figure(text: string | null, unit: string): number {
  const found = new RegExp(`([\\d.]+)\\s*${unit}`).exec(text ?? '');
  if (!found) throw new Error(`no ${unit} in “${text ?? ''}”`);
  return Number(found[1]);
}

/** What the bench says the batch comes to. */
export function outcome(page: Page) {
  return page.getByRole('region', { name: 'What it comes to' });
}

/** What it comes to on a phone: the jar with its figures, or the strip over a decision that is open. */
export function answer(page: Page) {
  return outcome(page).or(page.getByRole('button', { name: /back to the jar/ }));
}

/** The line of a decision on the bench. */
export function decision(page: Page, title: string) {
  return page.getByRole('button', { name: new RegExp(`^${title}:`) });
}

/** Opens a decision on the bench of a phone, where it is closed. */
export async function openDecision(page: Page, title: string): Promise<void> {
  const line = decision(page, title);
  if ((await line.getAttribute('aria-expanded')) === 'false') await line.click();
  await expect(line).toHaveAttribute('aria-expanded', 'true');
}

/** Opens the bench and waits until it also says how sure it is. */
export async function openBench(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/bench`);
  await expect(outcome(page)).toContainText(/Likely(?!being worked out)/);
}

interface RecipeThere {
  waterPerNut: number;
  amount: { by: string; massG?: number; volumeMl?: number };
  nuts: { ingredient: string; share: number }[];
  peel: string;
  soak: { method: string; hours: number; pourTempC: number; saltGPerKg: number };
  strain: { squeeze: string; washShare: number };
  blend: { waterOrder: string; iceShare: number; machineName: string | null; liquidTempC: number };
  additions: { addition: string; gPerL: number; when: string }[];
}

/** The recipe as it lies on the bench, or the other one beside it. */
export function onBench(page: Page, side: 'recipe' | 'other' = 'recipe') {
  return page.evaluate((which) => {
    const there = JSON.parse(localStorage.getItem('humble-churn.bench') ?? '{}') as Record<
      string,
      RecipeThere
    >;
    return there[which] as RecipeThere;
  }, side);
}

/** Waits until this device can open the app by itself. */
export async function opensOffline(page: Page): Promise<void> {
  await expect
    .poll(() => page.evaluate(() => navigator.serviceWorker.ready.then(({ active }) => active?.state)))
    .toBe('activated');
}

/** An entry counts on the screen before the server has it: waits until none is on its way. */
export async function allSent(page: Page): Promise<void> {
  if (page.url() === 'about:blank') return;
  const waiting = () =>
    page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('humble-churn.waiting')));
  await expect.poll(waiting).toEqual([]);
}

/** The server's own log of a batch. */
export async function logOf(page: Page, url: string, batchId: string): Promise<Batch> {
  return (await (await page.request.get(`${url}/api/batches/${batchId}`)).json()) as Batch;
}

export async function stateOf(page: Page, url: string, batchId: string) {
  await allSent(page);
  const state = batchState((await logOf(page, url, batchId)).events.map(coreEvent));
  if (!state) throw new Error('no such batch');
  return state;
}

export async function makeBatch(page: Page, url: string, recipe: Recipe): Promise<string> {
  const made = await page.request.post(`${url}/api/batches`, {
    data: { recipe },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  return ((await made.json()) as Batch).id;
}

/** Says to the server what happened to a batch; answers its status. */
export async function say(
  page: Page,
  url: string,
  batchId: string,
  ...happenings: EventBody[]
): Promise<number> {
  const answer = await page.request.post(`${url}/api/batches/${batchId}/events`, {
    data: { happenings },
    headers: { 'idempotency-key': crypto.randomUUID() },
  });
  return answer.status();
}

/** Says of a batch all that is done up to a step, with blades that ran as long as they should; answers its id. */
export async function madeUpTo(kind: StepKind, page: Page, url: string, recipe: Recipe): Promise<string> {
  const batchId = await makeBatch(page, url, recipe);
  for (let { current } = await stateOf(page, url, batchId); current && current.kind !== kind;) {
    const { id: step, timerS } = current;
    if (current.kind === 'bottle') {
      const jars = [{ id: crypto.randomUUID(), label: 'Jar', volumeMl: 500, place: 'fridge' as const }];
      await say(page, url, batchId, { type: 'bottled', jars, scalded: true });
    } else expect(await say(page, url, batchId, { type: 'step-done', step })).toBe(201);
    if (current.kind === 'blend') {
      await say(page, url, batchId, { type: 'step-timed', step, seconds: timerS ?? 60 });
    }
    ({ current } = await stateOf(page, url, batchId));
  }
  return batchId;
}
