import { once } from 'node:events';
import { createServer } from 'node:net';

/** A port that nothing listens at now. */
export async function freePort(): Promise<number> {
  const taken = createServer().listen(0, '127.0.0.1');
  await once(taken, 'listening');
  const address = taken.address();
  taken.close();
  return typeof address === 'object' && address ? address.port : 0;
}
