import { randomInt } from 'node:crypto';
import { once } from 'node:events';
import { createServer } from 'node:net';

/**
 * A port that nothing listens at now. It lies below those that systems hand out by themselves: one of those may be
 * another server's, or a call's own, before whoever asked listens at it.
 */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = randomInt(20_000, 32_000);
    const taken = createServer().listen(port, '127.0.0.1');
    try {
      await once(taken, 'listening');
    } catch {
      continue;
    }
    taken.close();
    await once(taken, 'close');
    return port;
  }
}
