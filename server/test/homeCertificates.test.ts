import { X509Certificate } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, createServer } from 'node:tls';
import fc from 'fast-check';
import type { KeyAndCertificate } from '../src/homeCertificates';
import { homeCertificates, makeAuthority, makeServerCertificate, stillServes } from '../src/homeCertificates';
import { waitAfterS } from '../src/pairing';
import { isHomeAddress, localName, namesOf } from '../src/serverNames';

const NOW = new Date();
const DAY_MS = 86_400_000;
const HOME_NAMES = ['ferry.local', '192.168.1.20', 'fd00::7'];
let authority: KeyAndCertificate;

beforeAll(async () => {
  authority = await makeAuthority(NOW);
});

/** What a client that trusts the authority says to a server with this certificate. */
async function handshake(certificate: KeyAndCertificate, host: string): Promise<string> {
  const server = createServer({ ...certificate }, (socket) => socket.end());
  server.on('tlsClientError', () => undefined);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  const said = await new Promise<string>((resolve) => {
    // Told the name apart from the address: nothing is looked up.
    const client = connect({ port, host: '127.0.0.1', servername: host, ca: authority.cert }, () =>
      resolve('trusted'),
    );
    client.on('error', (error) => resolve(error.message));
    client.on('close', () => client.destroy());
  });
  server.close();
  return said;
}

test('a server of the home is trusted, under its own names only', async () => {
  const certificate = await makeServerCertificate(authority, HOME_NAMES, NOW);
  expect(await handshake(certificate, 'ferry.local')).toBe('trusted');
  expect(await handshake(certificate, 'other.local')).toContain('does not match');
});

test.each(['bank.example', 'local.example', 'notlocal'])(
  'with its key nobody can pass for %s',
  async (name) => {
    const stolen = await makeServerCertificate(authority, [name], NOW);
    expect(await handshake(stolen, name)).toBe('permitted subtree violation');
  },
);

test.each(['8.8.8.8', '172.32.0.1', '2001:db8::1'])('nor for the address %s', async (address) => {
  const stolen = await makeServerCertificate(authority, ['ferry.local', address], NOW);
  expect(await handshake(stolen, 'ferry.local')).toBe('permitted subtree violation');
});

test('the authority vouches for servers and for no other authority; its limits must be understood', () => {
  const certificate = new X509Certificate(authority.cert);
  expect(certificate.ca).toBe(true);
  // The object identifier of the name constraints, and the word that they are critical after it.
  expect(certificate.raw.toString('hex')).toContain('0603551d1e0101ff');
});

test('a server’s certificate is good for 397 days at most, and renewed a month before', async () => {
  const certificate = await makeServerCertificate(authority, HOME_NAMES, NOW);
  const { validFrom, validTo } = new X509Certificate(certificate.cert);
  const days = (Date.parse(validTo) - Date.parse(validFrom)) / DAY_MS;
  expect(days).toBeLessThanOrEqual(397);
  expect(days).toBeGreaterThan(396);
  const after = (some: number): Date => new Date(NOW.getTime() + some * DAY_MS);
  expect(stillServes(certificate, authority, HOME_NAMES, after(365))).toBe(true);
  expect(stillServes(certificate, authority, HOME_NAMES, after(367))).toBe(false);
  expect(stillServes(certificate, authority, ['10.0.0.9'], NOW)).toBe(false);
  expect(stillServes(certificate, await makeAuthority(NOW), HOME_NAMES, NOW)).toBe(false);
});

test('what is kept in a folder is used again, and made anew where it was cut short', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'humble-churn-home-'));
  const first = await homeCertificates(folder, HOME_NAMES, NOW);
  expect(await homeCertificates(folder, HOME_NAMES, NOW)).toEqual(first);
  const moved = await homeCertificates(folder, [...HOME_NAMES, '192.168.1.21'], NOW);
  expect(moved.authority).toEqual(first.authority);
  expect(moved.server).not.toEqual(first.server);
  writeFileSync(join(folder, 'server.pem'), moved.server.cert.slice(0, 90));
  const again = await homeCertificates(folder, HOME_NAMES, NOW);
  expect(again.authority).toEqual(first.authority);
  expect(new X509Certificate(again.server.cert).subjectAltName).toContain('ferry.local');
  rmSync(folder, { recursive: true });
});

test('the wait after wrong codes begins at the fifth, doubles, and ends at an hour', () => {
  expect([0, 1, 4, 5, 6, 7, 8].map(waitAfterS)).toEqual([0, 0, 0, 30, 60, 120, 240]);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), (tries) => {
      const [wait, next] = [waitAfterS(tries), waitAfterS(tries + 1)];
      expect(wait).toBeLessThanOrEqual(3600);
      expect(next).toBeGreaterThanOrEqual(wait);
      if (wait > 0) expect(next).toBe(Math.min(3600, 2 * wait));
    }),
  );
});

test.each([
  ['10.1.2.3', true],
  ['172.31.255.255', true],
  ['172.32.0.1', false],
  ['192.168.0.1', true],
  ['169.254.9.9', true],
  ['127.0.0.1', true],
  ['::1', true],
  ['::ffff:192.168.1.4', true],
  ['::ffff:8.8.8.8', false],
  ['fe80::1%eth0', true],
  ['fd12::9', true],
  ['2001:db8::1', false],
  ['8.8.8.8', false],
  ['no address', false],
])('%s is of a home network: %s', (address, expected) => {
  expect(isHomeAddress(address)).toBe(expected);
});

test.each([
  ['Ferry-Laptop', 'ferry-laptop.local'],
  ['ferry.lan', 'ferry.local'],
  ["The cook's", 'the-cook-s.local'],
  ['', 'humble-churn.local'],
  ['--', 'humble-churn.local'],
])('a machine called “%s” is %s on the home network', (host, expected) => {
  expect(localName(host)).toBe(expected);
});

test('a name that is allowed is answered to with any port, and no part of it is', () => {
  const isOwn = namesOf(['Pantry.example:443']);
  expect(isOwn('pantry.example')).toBe(true);
  expect(isOwn('PANTRY.example:8788')).toBe(true);
  expect(isOwn('[::1]:8787')).toBe(true);
  for (const host of ['example', 'x.pantry.example', 'pantry.example.evil', '', 'pantry.example:1:2']) {
    expect(isOwn(host)).toBe(false);
  }
});
