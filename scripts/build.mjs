// npm run build: makes the app and the server, so that running them needs neither tools nor sources.
import { packages, say, server, site } from './setUp.mjs';

await packages();
await site();
await server();
say('Built. “npm ci --omit=dev && npm start” runs it, here or in a copy of this folder.');
