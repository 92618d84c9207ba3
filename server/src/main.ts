import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { startServer } from './server';

const SITE = fileURLToPath(new URL('../../client/dist', import.meta.url));

const EnvironmentSchema = z.object({
  PORT: z.coerce.number().int().min(0).max(65535).default(8787),
  DATA_DIR: z.string().min(1).default('./data'),
  SITE_DIR: z.string().min(1).default(SITE),
});

async function main(): Promise<void> {
  const environment = EnvironmentSchema.safeParse(process.env);
  if (!environment.success) {
    throw new Error(`PORT must be a number up to 65535, DATA_DIR and SITE_DIR folders.`);
  }
  const { PORT, DATA_DIR, SITE_DIR } = environment.data;
  const server = await startServer({
    dataDir: resolve(DATA_DIR),
    siteDir: resolve(SITE_DIR),
    port: PORT,
    demo: process.argv.includes('--demo'),
    startOver: process.argv.includes('--fresh'),
  });
  console.log(`Humble Churn is at ${server.url}`);
  let stopping = false;
  const stop = (): void => {
    if (stopping) return;
    stopping = true;
    console.log('Stopping; everything confirmed is kept.');
    server.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error);
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
