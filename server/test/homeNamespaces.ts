import type { ChildProcess } from 'node:child_process';
import { spawn, spawnSync } from 'node:child_process';
import { createInterface } from 'node:readline';
import { join } from 'node:path';
import type { SecureContextOptions } from 'node:tls';
import { z } from 'zod';

/** Making a network takes the rights of root. */
const ROOT = process.getuid?.() === 0 ? [] : ['sudo', '-n'];

function ip(...args: string[]): void {
  const [command = 'ip', ...rest] = [...ROOT, 'ip', ...args];
  const { status, stderr } = spawnSync(command, rest, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`ip ${args.join(' ')}: ${stderr}`);
}

const AnswerSchema = z.union([
  z.object({ status: z.number(), headers: z.record(z.string(), z.unknown()), body: z.base64() }),
  z.object({ error: z.string() }),
]);

export interface Asked {
  method?: string;
  headers?: Record<string, string>;
  body?: unknown;
  /** The authority that is trusted, as PEM; none but the machine's own where it is left out. */
  ca?: string;
  /** Besides, what it speaks. */
  tls?: Pick<SecureContextOptions, 'minVersion' | 'maxVersion' | 'ciphers'>;
}

export interface HomeAnswer {
  status: number;
  headers: Record<string, unknown>;
  bytes: Buffer;
  /** The answer as JSON; checked by whoever reads it. */
  body: any;
}

let made = 0;

/**
 * A home network of two machines, that of the kitchen and a phone, apart from all else: a server in the first has an
 * address there that is no loopback one, and nothing in either reaches any other.
 */
export class HomeNamespaces {
  readonly kitchen: string;
  readonly phone: string;
  /** The kitchen's address. */
  address: string;
  private caller: ChildProcess | null = null;
  private readonly waiting: ((line: string) => void)[] = [];
  private readonly cable: string;

  constructor() {
    const name = `hc${process.pid.toString(36)}${(made++).toString(36)}`;
    [this.kitchen, this.phone, this.cable] = [`${name}-kitchen`, `${name}-phone`, name];
    this.address = '10.203.7.1';
    ip('netns', 'add', this.kitchen);
    ip('netns', 'add', this.phone);
    const ends = [`${this.cable}a`, `${this.cable}b`] as const;
    ip(
      'link',
      'add',
      ends[0],
      'netns',
      this.kitchen,
      'type',
      'veth',
      'peer',
      'name',
      ends[1],
      'netns',
      this.phone,
    );
    ip('-n', this.kitchen, 'addr', 'add', `${this.address}/24`, 'dev', ends[0]);
    ip('-n', this.phone, 'addr', 'add', '10.203.7.2/24', 'dev', ends[1]);
    for (const [machine, end] of [
      [this.kitchen, ends[0]],
      [this.phone, ends[1]],
    ] as const) {
      ip('-n', machine, 'link', 'set', end, 'up');
      ip('-n', machine, 'link', 'set', 'lo', 'up');
    }
  }

  /** The command that runs another one on a machine of this network. */
  within(machine: string): string[] {
    return [...ROOT, 'ip', 'netns', 'exec', machine];
  }

  /** The router gives the kitchen another address. */
  moveTo(address: string): void {
    ip('-n', this.kitchen, 'addr', 'flush', 'dev', `${this.cable}a`);
    ip('-n', this.kitchen, 'addr', 'add', `${address}/24`, 'dev', `${this.cable}a`);
    this.address = address;
  }

  /** A request from the phone; rejects with the code of what went wrong. */
  async call(url: string, { method = 'GET', headers = {}, body, ca, tls }: Asked = {}): Promise<HomeAnswer> {
    this.caller ??= this.startCaller();
    const json = body === undefined ? {} : { 'content-type': 'application/json' };
    const asked = {
      url,
      method,
      headers: { ...json, ...headers },
      ca,
      tls,
      body: body && JSON.stringify(body),
    };
    const line = await new Promise<string>((resolve) => {
      this.waiting.push(resolve);
      this.caller?.stdin?.write(`${JSON.stringify(asked)}\n`);
    });
    const answer = AnswerSchema.parse(JSON.parse(line));
    if ('error' in answer) throw new Error(answer.error);
    const bytes = Buffer.from(answer.body, 'base64');
    const isJson = /json/.test(String(answer.headers['content-type']));
    return { ...answer, bytes, body: isJson ? JSON.parse(bytes.toString()) : bytes.toString() };
  }

  private startCaller(): ChildProcess {
    const program = join(process.cwd(), 'server/test/homeCaller.mjs');
    const [command = 'ip', ...rest] = [...this.within(this.phone), process.execPath, program];
    const child = spawn(command, rest, { stdio: ['pipe', 'pipe', 'inherit'] });
    createInterface({ input: child.stdout }).on('line', (line) => this.waiting.shift()?.(line));
    return child;
  }

  close(): void {
    this.caller?.kill();
    ip('netns', 'del', this.kitchen);
    ip('netns', 'del', this.phone);
  }
}
