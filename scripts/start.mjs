// npm start: serve the app and the kitchen in DATA_DIR, without demo data.
import { isBuiltForRunning, packages, server, site } from './setUp.mjs';
import { serve } from './serve.mjs';

if (!isBuiltForRunning()) {
  await packages();
  await site();
  await server();
}
// `npm start -- --rebuild` makes anew what is derived from the logs.
serve(process.argv.slice(2));
