// npm start: serve the app and the kitchen in DATA_DIR, without demo data.
import { packages, site } from './setUp.mjs';
import { serve } from './serve.mjs';

await packages();
await site();
serve([]);
