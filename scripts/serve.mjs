import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './setUp.mjs';

/** Runs the server until it ends or is told to; passes the signals on so that it stops in good order. */
export function serve(args, environment = {}) {
  const child = spawn(
    process.execPath,
    ['--enable-source-maps', join(ROOT, 'server/dist/main.mjs'), ...args],
    {
      cwd: process.cwd(),
      stdio: 'inherit',
      env: { ...process.env, ...environment },
    },
  );
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 1));
}
