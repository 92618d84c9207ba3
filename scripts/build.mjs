// Builds the app when its sources changed.
import { packages, site } from './setUp.mjs';

await packages();
await site();
