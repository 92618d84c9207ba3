import { spawn } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { once } from 'node:events';
import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { AUTHORITY_PATH, ROUTES } from '@humble-churn/contract';
import type { Asked, HomeAnswer } from './homeNamespaces';
import { HomeNamespaces } from './homeNamespaces';
import { RunningServer, newDataDir, removeDataDir, runSql } from './runningServer';

const dataDir = newDataDir();
let home: HomeNamespaces;
let server: RunningServer;
/** What lets the tablet in. */
let tablet: Record<string, string>;
/** The kitchen's authority, fetched as a phone fetches it. */
let ca: string;

async function start(
  args: readonly string[] = ['--home', '--pair'],
  environment: Record<string, string> = {},
): Promise<void> {
  server = await RunningServer.start(
    dataDir,
    args,
    { HOME_PORT: '8788', ALLOWED_HOSTS: 'pantry.example', ...environment },
    { within: home.within(home.kitchen) },
  );
}

const at = (path: string): string => `https://${home.address}:8788${path}`;
const inTheClear = (path: string): string => `http://${home.address}:8788${path}`;
const phone = (path: string, asked: Asked = {}): Promise<HomeAnswer> => home.call(at(path), { ca, ...asked });

function pair(code: string, name = 'Phone by the kettle'): Promise<HomeAnswer> {
  return phone('/api/pair', { method: 'POST', body: { name, by: { code } } });
}

function cookieOf({ headers }: HomeAnswer): string {
  const [cookie = ''] = headers['set-cookie'] as string[];
  return cookie;
}

const withCookie = (answer: HomeAnswer): Record<string, string> => ({
  cookie: cookieOf(answer).replace(/;.*$/, ''),
});

/** Another six digits than these. */
const wrong = (code: string): string => String((Number(code) + 1) % 1_000_000).padStart(6, '0');

beforeAll(async () => {
  home = new HomeNamespaces();
  await start();
  const { bytes, headers } = await home.call(inTheClear(AUTHORITY_PATH));
  expect(headers['content-type']).toBe('application/x-x509-ca-cert');
  ca = new X509Certificate(bytes).toString();
});
afterAll(async () => {
  await server.stop();
  home.close();
  removeDataDir(dataDir);
});

test('says at the start where phones open it, and the code', () => {
  expect(server.said()).toContain(`Phones open https://${home.address}:8788`);
  expect(server.code()).toMatch(/^\d{6}$/);
});

test('who does not trust the kitchen’s authority gets no line', async () => {
  await expect(home.call(at('/'))).rejects.toThrow(/UNABLE_TO_VERIFY|SELF_SIGNED/);
});

describe('unpaired', () => {
  const paths = Object.values(ROUTES).filter(({ path }) => path !== ROUTES.pair.path);

  test.each(paths.map(({ method, path }) => [method, path] as const))(
    '%s %s answers 401, over TLS and without',
    async (method, path) => {
      const asked = { method: method.toUpperCase(), headers: { 'idempotency-key': 'k'.repeat(12) } };
      for (const answer of [await phone(path, asked), await home.call(inTheClear(path), asked)]) {
        expect(answer).toMatchObject({ status: 401, body: { code: 'not-paired' } });
      }
    },
  );

  test.each(['/api/live', '/api/plans.ics', '/api/kitchen/export.zip', '/api/openapi.json', '/api/none'])(
    '%s answers 401',
    async (path) => expect((await phone(path)).status).toBe(401),
  );

  test('what was sent is not looked at first', async () => {
    // No object: whoever is let in is told that it could not be read.
    expect((await phone('/api/kitchen', { method: 'PATCH', body: 'x' })).status).toBe(401);
  });

  test('the app itself is there, over TLS and without', async () => {
    for (const answer of [await phone('/pair'), await home.call(inTheClear('/pair'))]) {
      expect(answer).toMatchObject({ status: 200, body: expect.stringContaining('<html') });
    }
  });

  test('a made-up token is nobody’s', async () => {
    const cookie = `__Host-humble-churn=${'A'.repeat(43)}`;
    expect((await phone('/api/kitchen', { headers: { cookie } })).status).toBe(401);
  });

  test('nobody is paired in the clear', async () => {
    const asked = { method: 'POST', body: { name: 'Phone', by: { code: server.code() } } };
    expect(await home.call(inTheClear('/api/pair'), asked)).toMatchObject({
      status: 401,
      body: { reason: 'needs-tls' },
    });
  });
});

test.each(['evil.example', '10.203.7.9:8788', 'pantry.example.evil.example'])(
  'the host %s is turned away',
  async (host) => {
    for (const path of ['/', '/api/kitchen', '/api/pair']) {
      expect(await phone(path, { headers: { host } })).toMatchObject({
        status: 403,
        body: { code: 'foreign-host' },
      });
    }
  },
);

test('names that were allowed, and the machine’s own, are answered to', async () => {
  for (const host of ['pantry.example', 'pantry.example:8788', `${home.address}:8788`]) {
    expect((await phone('/', { headers: { host } })).status).toBe(200);
  }
});

test('no older TLS than 1.2 is spoken', async () => {
  const older = { maxVersion: 'TLSv1.1', minVersion: 'TLSv1', ciphers: 'DEFAULT@SECLEVEL=0' } as const;
  await expect(phone('/', { tls: older })).rejects.toThrow(/PROTO|ECONNRESET/);
  expect((await phone('/', { tls: { maxVersion: 'TLSv1.2' } })).status).toBe(200);
});

describe('paired', () => {
  let paired: HomeAnswer;
  let headers: Record<string, string>;

  test('by the code, once', async () => {
    const code = server.code();
    expect(await pair(wrong(code))).toMatchObject({ status: 403, body: { reason: 'wrong' } });
    paired = await pair(`${code.slice(0, 3)} ${code.slice(3)}`);
    expect(paired).toMatchObject({ status: 201, body: { name: 'Phone by the kettle', isThis: true } });
    headers = withCookie(paired);
    expect((await phone('/api/kitchen', { headers })).status).toBe(200);
    expect(await pair(code)).toMatchObject({ status: 403, body: { reason: 'used' } });
  });

  test('the token is the browser’s alone: of this host, sealed, and no script’s', async () => {
    const cookie = cookieOf(paired);
    expect(cookie).toMatch(/^__Host-humble-churn=[\w-]{43};/);
    for (const part of ['HttpOnly', 'Secure', 'SameSite=Strict', 'Path=/']) expect(cookie).toContain(part);
    expect(cookie).not.toContain('Domain');
    // In the database there is only its hash.
    const { body } = await phone('/api/paired-devices', { headers });
    expect(JSON.stringify(body)).not.toContain(headers['cookie']?.slice(-43));
  });

  test.each(['https://evil.example', 'https://10.203.7.1:9', 'http://10.203.7.1:8788', 'null'])(
    'a write set off by %s is turned away, whoever is let in',
    async (origin) => {
      const asked = { method: 'PATCH', headers: { ...headers, origin }, body: { name: 'Taken over' } };
      expect(await phone('/api/kitchen', asked)).toMatchObject({
        status: 403,
        body: { code: 'cross-site-write' },
      });
      const forged = { method: 'POST', headers: { origin }, body: { name: 'X', by: { code: '000000' } } };
      expect((await phone('/api/pair', forged)).status).toBe(403);
    },
  );

  test('the app’s own writes go through', async () => {
    const own = { ...headers, origin: `https://${home.address}:8788`, 'sec-fetch-site': 'same-origin' };
    const asked = { method: 'PATCH', headers: own, body: { name: 'Ferry kitchen' } };
    expect((await phone('/api/kitchen', asked)).body.name).toBe('Ferry kitchen');
  });

  test('no cache keeps what the kitchen answers', async () => {
    for (const path of ['/api/kitchen', '/api/paired-devices', '/api/plans.ics', '/api/kitchen/export.zip']) {
      expect((await phone(path, { headers })).headers['cache-control']).toBe('no-store');
    }
  });

  test('is listed, can be called another name, and shows a code of its own', async () => {
    const path = `/api/paired-devices/${paired.body.id}`;
    const renamed = await phone(path, { method: 'PATCH', headers, body: { name: 'Old phone' } });
    expect(renamed.body.name).toBe('Old phone');
    const made = await phone('/api/pairing-codes', { method: 'POST', headers });
    expect(made).toMatchObject({
      status: 201,
      body: { addresses: [at(''), expect.stringMatching(/\.local:8788$/)] },
    });
    const by = { secret: made.body.secret };
    const second = await phone('/api/pair', { method: 'POST', body: { name: 'Tablet', by } });
    expect(second.status).toBe(201);
    tablet = withCookie(second);
    const { devices } = (await phone('/api/paired-devices', { headers })).body;
    expect(devices.map(({ name, isThis }: any) => [name, isThis]).sort()).toEqual([
      ['Old phone', true],
      ['Tablet', false],
    ]);
    expect(devices.find(({ isThis }: any) => isThis).lastUsedAt).not.toBeNull();
  });

  test('may not switch the network it comes by', async () => {
    expect((await phone('/api/home-network', { headers })).body).toMatchObject({
      state: 'on',
      canSwitch: false,
      fingerprint: new X509Certificate(ca).fingerprint256,
    });
    const asked = { method: 'PATCH', headers, body: { on: false } };
    expect((await phone('/api/home-network', asked)).status).toBe(409);
  });

  test('a calendar reads the plans by an address of its own, and nothing else', async () => {
    const made = await phone('/api/calendar-links', { method: 'POST', headers, body: { name: 'Wall' } });
    const { path, device } = made.body;
    const read = await phone(path);
    expect(read).toMatchObject({ status: 200, body: expect.stringContaining('BEGIN:VCALENDAR') });
    // It asks to be read again; the file that is saved from Days does not.
    expect(read.body).toContain('REFRESH-INTERVAL;VALUE=DURATION:PT1H');
    expect((await phone('/api/plans.ics', { headers })).body).not.toContain('REFRESH');
    const token = path.replace(/^\/calendar\/|\.ics$/g, '');
    const cookie = `__Host-humble-churn=${token}`;
    expect((await phone('/api/kitchen', { headers: { cookie } })).status).toBe(401);
    expect((await home.call(inTheClear(path))).status).toBe(401);
    await phone(`/api/paired-devices/${device.id}`, { method: 'DELETE', headers });
    expect((await phone(path)).status).toBe(404);
    // What lets a browser in is no calendar's.
    const ours = headers['cookie']?.replace(/^.*=/, '') ?? '';
    expect((await phone(`/calendar/${ours}.ics`)).status).toBe(404);
  });

  test('still is after the server was killed; once removed it is told so, and let in no more', async () => {
    await server.stop('SIGKILL');
    await start();
    expect((await phone('/api/kitchen', { headers })).status).toBe(200);
    const path = `/api/paired-devices/${paired.body.id}`;
    const removed = await phone(path, { method: 'DELETE', headers });
    expect(removed.body.devices.map(({ name }: any) => name)).toEqual(['Tablet']);
    expect(await phone('/api/kitchen', { headers })).toMatchObject({
      status: 401,
      body: { code: 'not-paired', reason: 'removed' },
    });
  });
});

describe('codes that are no longer good, and wrong ones', () => {
  /** A code that was shown before the server was stopped and the machine got another address. */
  let shown: { code: string; secret: string };

  test('after five wrong codes there is a wait; the QR code needs none', async () => {
    shown = (await phone('/api/pairing-codes', { method: 'POST', headers: tablet })).body;
    for (let tries = 1; tries < 5; tries++) expect((await pair(wrong(shown.code))).status).toBe(403);
    expect(await pair(wrong(shown.code))).toMatchObject({ status: 429, headers: { 'retry-after': '30' } });
    // The right one is not looked at either.
    expect((await pair(shown.code)).status).toBe(429);
    const by = { secret: shown.secret };
    expect((await phone('/api/pair', { method: 'POST', body: { name: 'Second phone', by } })).status).toBe(
      201,
    );
    // Whoever came in ended the wrong tries; five more.
    shown = (await phone('/api/pairing-codes', { method: 'POST', headers: tablet })).body;
    for (let tries = 1; tries <= 5; tries++) await pair(wrong(shown.code));
  });

  test('a machine that gets another address has a certificate for it, by the same authority', async () => {
    await server.stop();
    // As if the time had passed: no test waits for it.
    const later = "waits_until = now(), expires_at = now() - interval '1 second'";
    await runSql(dataDir, `UPDATE pairing SET ${later}`);
    home.moveTo('10.203.7.77');
    // No new code is asked for: that one would end the other.
    await start(['--home']);
    expect((await phone('/')).status).toBe(200);
    // Keys are the owner's alone to read.
    for (const name of ['authority', 'server']) {
      expect(statSync(join(dataDir, 'home', `${name}.key`)).mode & 0o777).toBe(0o600);
    }
    const certificate = new X509Certificate(readFileSync(join(dataDir, 'home/server.pem')));
    expect(certificate.subjectAltName).toContain('10.203.7.77');
  });

  test('the wait doubles', async () => {
    expect(await pair(wrong(shown.code))).toMatchObject({ status: 429, headers: { 'retry-after': '60' } });
  });

  test('an expired code is told so', async () => {
    const by = { secret: shown.secret };
    expect(await phone('/api/pair', { method: 'POST', body: { name: 'Late', by } })).toMatchObject({
      status: 403,
      body: { reason: 'expired' },
    });
  });
});

test('where another program has the port of names to itself, the kitchen is open all the same', async () => {
  await server.stop();
  const hold = "require('node:dgram').createSocket('udp4').bind(5353, () => console.log('held'))";
  const [command = '', ...args] = [...home.within(home.kitchen), process.execPath, '-e', hold];
  const other = spawn(command, args, { stdio: ['ignore', 'pipe', 'inherit'] });
  await once(other.stdout, 'data');
  // Nothing is announced here: the port cannot be had.
  await start(['--home'], { ANNOUNCE: 'on' });
  while (!/The name is not announced/.test(server.said())) {
    expect(server.process.exitCode).toBeNull();
    await sleep(20);
  }
  expect((await phone('/')).status).toBe(200);
  // Phones are not sent to a name that nobody answers for.
  expect(server.said()).toContain(`Phones open https://${home.address}:8788`);
  const { addresses } = (await phone('/api/home-network', { headers: tablet })).body;
  expect(addresses[0]).toBe(`https://${home.address}:8788`);
  other.kill();
});
