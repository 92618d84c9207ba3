// A PostgreSQL server for tests and measurements: Debian's, in a temporary folder, gone when it is stopped.
import { spawn, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where Debian keeps the programs of each version. */
const VERSIONS = '/usr/lib/postgresql';

/** The folder with the programs of the newest version there is; null without one. */
export function postgresPrograms() {
  if (!existsSync(VERSIONS)) return null;
  const versions = readdirSync(VERSIONS).filter((name) => existsSync(join(VERSIONS, name, 'bin/postgres')));
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest === undefined ? null : join(VERSIONS, newest, 'bin');
}

function freePort() {
  return new Promise((resolve, reject) => {
    const server = createServer().once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
}

function numberOf(flag, user) {
  return Number(spawnSync('id', [flag, user], { encoding: 'utf8' }).stdout);
}

/**
 * Starts a server on a free port of 127.0.0.1. It writes without waiting for the disk, unless `durable` says so: its
 * data is gone after the tests anyway.
 */
export async function startPostgres({ durable = false } = {}) {
  const programs = postgresPrograms();
  if (!programs) throw new Error('There is no PostgreSQL; npm test installs it.');
  const folder = mkdtempSync(join(tmpdir(), 'humble-churn-postgres-'));
  // PostgreSQL does not run as root; Debian makes it a user of its own.
  const owner =
    process.getuid?.() === 0 ? { uid: numberOf('-u', 'postgres'), gid: numberOf('-g', 'postgres') } : {};
  if (owner.uid !== undefined) chownSync(folder, owner.uid, owner.gid);
  const data = join(folder, 'data');
  const options = { cwd: folder, ...owner };
  const args = ['-D', data, '-U', 'postgres', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8', '--no-sync'];
  const made = spawnSync(join(programs, 'initdb'), args, { ...options, encoding: 'utf8' });
  if (made.status !== 0) throw new Error(`initdb failed: ${made.stderr}`);
  const port = await freePort();
  const settings = {
    listen_addresses: '127.0.0.1',
    port,
    unix_socket_directories: folder,
    max_connections: 200,
    ...(!durable && { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' }),
  };
  const server = spawn(
    join(programs, 'postgres'),
    ['-D', data, ...Object.entries(settings).flatMap(([name, value]) => ['-c', `${name}=${value}`])],
    { ...options, stdio: ['ignore', 'ignore', 'pipe'] },
  );
  const ended = new Promise((resolve) => server.once('exit', resolve));
  await new Promise((resolve, reject) => {
    let said = '';
    server.stderr.on('data', (chunk) => {
      said += chunk;
      if (said.includes('ready to accept connections')) resolve();
    });
    void ended.then(() => reject(new Error(`PostgreSQL did not start: ${said}`)));
  });
  // Nobody reads what it says from now on; it must not wait for that.
  server.stderr.resume();
  return {
    url: `postgres://postgres@127.0.0.1:${port}`,
    stop: async () => {
      // Fast shutdown: connections that are still open are ended.
      server.kill('SIGINT');
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
