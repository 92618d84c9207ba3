import { Agent, get, request } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import { RECIPE, RunningServer, newDataDir, removeDataDir } from './runningServer';

const dataDir = newDataDir();
let server: RunningServer;

beforeAll(async () => {
  server = await RunningServer.start(dataDir);
});

afterAll(async () => {
  await server.stop();
  removeDataDir(dataDir);
});

/** A request with any headers at all; fetch would not let the Host header through. */
function raw(
  method: string,
  path: string,
  headers: Record<string, string>,
  body = '',
): Promise<{ status: number; text: string }> {
  const { port } = new URL(server.url);
  return new Promise((resolve, reject) => {
    const call = request({ host: '127.0.0.1', port, method, path, headers }, (response) => {
      let text = '';
      response.on('data', (chunk: Buffer) => (text += chunk.toString()));
      response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
    });
    call.on('error', reject);
    call.end(body);
  });
}

const JSON_TYPE = { 'content-type': 'application/json' };

test.each([
  'evil.example',
  'evil.example:8787',
  '127.0.0.1.evil.example',
  '192.168.1.20:8787',
  'localhost.evil.example',
])('a request for the host “%s” is turned away', async (host) => {
  for (const path of ['/api/kitchen', '/', '/api/openapi.json']) {
    const { status, text } = await raw('GET', path, { host });
    expect(status).toBe(403);
    expect(text).toContain('foreign-host');
  }
});

test.each(['127.0.0.1:8787', 'localhost:9', 'LOCALHOST', '[::1]:8787'])(
  'the host “%s” is this machine',
  async (host) => {
    expect((await raw('GET', '/api/health', { host })).status).toBe(200);
  },
);

describe('a write set off by a page elsewhere', () => {
  const own = (): string => new URL(server.url).host;

  test.each<[string, Record<string, string>]>([
    ['of another origin', { origin: 'http://evil.example' }],
    ['of another port here', { origin: 'http://127.0.0.1:1' }],
    ['of a sandboxed frame', { origin: 'null' }],
    ['that the browser calls cross-site', { 'sec-fetch-site': 'cross-site' }],
    ['that the browser calls same-site', { 'sec-fetch-site': 'same-site' }],
  ])('%s is turned away and changes nothing', async (_name, headers) => {
    const body = JSON.stringify({ name: 'Taken over' });
    const { status, text } = await raw(
      'PATCH',
      '/api/kitchen',
      { host: own(), ...JSON_TYPE, ...headers },
      body,
    );
    expect(status).toBe(403);
    expect(text).toContain('cross-site-write');
    expect((await server.get('/api/kitchen')).body.name).not.toBe('Taken over');
  });

  test('as a form post, or as text, is not understood', async () => {
    for (const type of [
      'application/x-www-form-urlencoded',
      'text/plain',
      'multipart/form-data; boundary=x',
    ]) {
      const { status } = await raw(
        'PATCH',
        '/api/kitchen',
        { host: own(), 'content-type': type },
        '{"name":"x"}',
      );
      expect(status).toBe(415);
    }
  });

  test('while the app’s own writes go through', async () => {
    const headers = { host: own(), origin: server.url, 'sec-fetch-site': 'same-origin', ...JSON_TYPE };
    const { status } = await raw('PATCH', '/api/kitchen', headers, JSON.stringify({ name: 'Mine' }));
    expect(status).toBe(200);
  });
});

test('no page elsewhere is allowed to read', async () => {
  const answer = await server.get('/api/kitchen', { origin: 'http://evil.example' });
  expect(answer.headers.get('access-control-allow-origin')).toBeNull();
});

test('headers keep the page to its own files', async () => {
  const { headers } = await server.get('/');
  const policy = headers.get('content-security-policy') ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(policy).toContain("script-src 'self'");
  expect(policy).not.toContain('unsafe-eval');
  expect(policy).toContain("frame-ancestors 'none'");
  expect(headers.get('x-content-type-options')).toBe('nosniff');
  expect(headers.get('x-powered-by')).toBeNull();
});

test('listens on this machine alone', async () => {
  const { networkInterfaces } = await import('node:os');
  const outside = Object.values(networkInterfaces())
    .flat()
    .find((one) => one && !one.internal && one.family === 'IPv4');
  const { port } = new URL(server.url);
  // A machine without a network has no other address to try.
  if (!outside) return;
  await expect(fetch(`http://${outside.address}:${port}/api/health`)).rejects.toThrow();
});

test('nothing that was sent comes back in a fault', async () => {
  const { text } = await raw(
    'POST',
    '/api/batches',
    { host: new URL(server.url).host, ...JSON_TYPE, 'idempotency-key': 'k'.repeat(20) },
    JSON.stringify({ recipe: { ...RECIPE, name: '<script>' } }).slice(0, -3),
  );
  expect(text).not.toContain('<script>');
});

test('the page has word of the scripts of screens that are opened later', async () => {
  const response = await fetch(`${server.url}/bench`);
  expect(response.headers.get('content-type')).toContain('text/html');
  expect(response.headers.get('cache-control')).toBe('no-cache');
  const html = await response.text();
  const href = '/_expo/static/js/web/[later]-1.js';
  expect(html).toContain(`<link rel="prefetch" as="script" href="${href}">`);
  // A browser keeps these: they are there when the server is away.
  for (const kept of [href, '/assets/face.0a1b.woff2']) {
    const answer = await fetch(`${server.url}${kept}`);
    expect(answer.status).toBe(200);
    expect(answer.headers.get('cache-control')).toContain('immutable');
  }
});

test('a line stays open between two askings of a screen', async () => {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const reused = (): Promise<boolean> =>
    new Promise((resolve, reject) => {
      const call = get(`${server.url}/api/health`, { agent }, (response) => {
        response.resume();
        response.on('end', () => resolve(call.reusedSocket));
      });
      call.on('error', reject);
    });
  expect(await reused()).toBe(false);
  // Longer than Node would leave it open by itself.
  await sleep(6500);
  expect(await reused()).toBe(true);
  agent.destroy();
});

describe('addresses and ways to call them', () => {
  test('a wrong method is told so, with the right ones', async () => {
    const wrong = await server.call('PUT', '/api/kitchen');
    expect(wrong.status).toBe(405);
    expect(wrong.headers.get('allow')).toBe('GET, PATCH, DELETE');
    expect(wrong.body.code).toBe('method-not-allowed');
    expect((await server.create('/api/plans.ics', {})).status).toBe(405);
    expect((await server.get('/api/kitchen')).status).toBe(200);
  });

  test('a screen is a page; what is none gets the page that says so, as 404', async () => {
    for (const path of ['/', '/shelf', '/ingredients/own-chia', '/shelf/a/b']) {
      expect(await server.get(path)).toMatchObject({ status: 200, type: expect.stringContaining('html') });
    }
    for (const path of ['/nowhere', '/shelf/a', '/shelf/%E0%A4%A', '/shelf/a/%', '/counter/a/b']) {
      expect(await server.get(path)).toMatchObject({ status: 404, type: expect.stringContaining('html') });
    }
    expect(await server.get('/api/nothing')).toMatchObject({ status: 404, body: { code: 'not-found' } });
  });

  test('no page may frame the app, whichever header a browser knows', async () => {
    const { headers } = await server.get('/');
    expect(headers.get('x-frame-options')).toBe('DENY');
    expect(headers.get('content-security-policy')).toContain("frame-ancestors 'none'");
  });

  test('long answers are compressed for who can read that', async () => {
    const { headers } = await server.get('/api/openapi.json', { 'accept-encoding': 'gzip' });
    expect(headers.get('content-encoding')).toBe('gzip');
  });
});
