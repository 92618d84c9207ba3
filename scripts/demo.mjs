// npm run demo: everything from a fresh clone to the demo kitchen in a browser. --fresh starts it over, --home opens it
// to phones.
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ROOT, packages, say, server, site } from './setUp.mjs';
import { serve } from './serve.mjs';

await packages();
await site();
await server();
const dataDir = resolve(process.env.DATA_DIR ?? join(ROOT, 'data'));
const fresh = process.argv.includes('--fresh');
if (fresh) say(`Starting over with a new demo kitchen in ${dataDir}…`);
else if (!existsSync(join(dataDir, 'pg'))) say('Loading six weeks of the demo kitchen…');
serve(['--demo', ...process.argv.slice(2)], { DATA_DIR: dataDir });
