// Every law of a run draws from the seed that jest.config.cjs said.
const fc = require('fast-check');

fc.configureGlobal({ seed: Number(process.env.LAW_SEED) });
