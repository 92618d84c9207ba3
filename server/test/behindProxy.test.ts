import { once } from 'node:events';
import type { IncomingMessage } from 'node:http';
import { get } from 'node:http';
import { localName } from '../src/serverNames';
import { freePort } from './freePort';
import type { Answer } from './runningServer';
import { RunningServer, newDataDir, removeDataDir } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;
/** What lets the first device in. */
let first: Record<string, string>;
/** What a cook's own machine is started with: a port of the home network that nothing else has. */
let own: Record<string, string>;

const PUBLIC = { TRUST_PROXY: '1', PUBLIC_URL: 'https://pantry.example/' };
/** What a program in front that speaks TLS sends along. */
const FORWARDED = {
  'x-forwarded-proto': 'https',
  'x-forwarded-for': '203.0.113.9',
  'x-forwarded-host': 'evil.example',
};

function pair(code: string, headers: Record<string, string>): Promise<Answer> {
  return server.call('POST', '/api/pair', { name: 'Laptop', by: { code } }, headers);
}

beforeAll(async () => {
  own = { HOME_PORT: String(await freePort()) };
  server = await RunningServer.start(dataDir, [], PUBLIC, { engine: 'pglite' });
});
afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

test('nothing is open without pairing, not even at the machine itself', async () => {
  for (const path of ['/api/kitchen', '/api/paired-devices', '/api/live']) {
    expect(await server.get(path)).toMatchObject({ status: 401, body: { code: 'not-paired' } });
  }
  expect(await server.get('/', {})).toMatchObject({ status: 200 });
});

test('the first device comes in by the code that is said at the start', async () => {
  expect(server.said()).toContain('Phones open https://pantry.example\n');
  const paired = await pair(server.code(), { ...FORWARDED, origin: 'https://pantry.example' });
  expect(paired.status).toBe(201);
  const [cookie = ''] = paired.headers.getSetCookie();
  expect(cookie).toMatch(/^__Host-humble-churn=.*; Secure/);
  const letIn = { cookie: cookie.replace(/;.*$/, ''), ...FORWARDED };
  first = letIn;
  expect(await server.get('/api/home-network', letIn)).toMatchObject({
    status: 200,
    body: { state: 'elsewhere', canSwitch: false, addresses: ['https://pantry.example'] },
  });
  // A browser is told to come by TLS only.
  const { headers } = await server.get('/', letIn);
  expect(headers.get('strict-transport-security')).toMatch(/max-age=\d{8}/);
  const other = { ...letIn, origin: 'https://evil.example' };
  expect((await server.call('PATCH', '/api/kitchen', { name: 'X' }, other)).status).toBe(403);
});

test('a device that is removed hears no more, at once', async () => {
  const made = await server.call('POST', '/api/pairing-codes', undefined, first);
  const paired = await pair(made.body.code, FORWARDED);
  const letIn = { cookie: (paired.headers.getSetCookie()[0] ?? '').replace(/;.*$/, ''), ...FORWARDED };
  const live = await server.live(letIn);
  const ended = expect(live.next()).rejects.toThrow('the stream ended');
  const path = `/api/paired-devices/${paired.body.id}`;
  expect((await server.call('DELETE', path, undefined, letIn)).status).toBe(200);
  await ended;
});

test('started again it says no code unless it is asked to', async () => {
  await server.stop();
  server = await RunningServer.start(dataDir, [], PUBLIC, { engine: 'pglite' });
  expect(server.said()).not.toContain('Pairing code');
});

test('on a cook’s own machine, who comes through a program in front is not at the machine', async () => {
  await server.stop();
  server = await RunningServer.start(dataDir, [], own, { engine: 'pglite' });
  expect((await server.get('/api/kitchen')).status).toBe(200);
  expect((await server.get('/api/kitchen', { 'x-forwarded-for': '203.0.113.9' })).status).toBe(401);
  expect((await server.get('/api/kitchen', { via: '1.1 front' })).status).toBe(401);
  const { body } = await server.get('/api/home-network');
  expect(body).toMatchObject({ state: 'off', canSwitch: true, addresses: [], trouble: null });
});

test('nor is who calls it by a name that the network answers for', async () => {
  const { port } = new URL(server.url);
  const asked = async (host: string): Promise<number | undefined> => {
    const [response] = (await once(get(`${server.url}/api/kitchen`, { headers: { host } }), 'response')) as [
      IncomingMessage,
    ];
    response.resume();
    return response.statusCode;
  };
  expect(await asked(`localhost:${port}`)).toBe(200);
  expect(await asked(`${localName()}:${port}`)).toBe(401);
});

test('it listens at both of the machine’s own addresses', async () => {
  const { port } = new URL(server.url);
  const response = await fetch(`http://[::1]:${port}/api/health`).catch(() => null);
  // A machine without that kind of address has only the other.
  if (response) expect(response.status).toBe(200);
  expect((await server.get('/api/health')).status).toBe(200);
});

test('the home network is switched at the machine, and stays as it was left', async () => {
  const turned = await server.call('PATCH', '/api/home-network', { on: true });
  expect(turned.body).toMatchObject({ state: 'on', fingerprint: expect.stringMatching(/^[0-9A-F:]{95}$/) });
  await server.stop('SIGKILL');
  server = await RunningServer.start(dataDir, [], own, { engine: 'pglite' });
  expect((await server.get('/api/home-network')).body.state).toBe('on');
  expect((await server.call('PATCH', '/api/home-network', { on: false })).body.state).toBe('off');
});

test('a port that is taken is said where it is switched', async () => {
  const { port } = new URL(server.url);
  const other = newDataDir();
  const second = await RunningServer.start(other, ['--home'], { HOME_PORT: port }, { engine: 'pglite' });
  expect(second.said()).toContain(`Port ${port} is in use`);
  expect((await second.get('/api/home-network')).body).toMatchObject({
    state: 'off',
    trouble: expect.stringContaining('HOME_PORT'),
  });
  await second.stop();
  removeDataDir(other);
});

test.each([
  [{ LISTEN: 'here' }, 'LISTEN must be an address'],
  [{ PUBLIC_URL: 'pantry' }, 'PUBLIC_URL must be an address'],
  [{ PUBLIC_URL: 'http://pantry.example' }, 'with http: only one of this machine itself'],
  [{ HOME_PORT: '99999' }, 'HOME_PORT must be a number'],
  [{ PUBLIC_URL: 'https://pantry.example' }, 'TRUST_PROXY must be the number'],
])('%j is refused in a sentence', async (environment, words) => {
  await expect(RunningServer.start(newDataDir(), [], environment as Record<string, string>)).rejects.toThrow(
    words,
  );
});
