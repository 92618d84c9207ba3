/**
 * For a server that runs for seconds: V8 translates PGlite's WebAssembly once and not a second time for speed, so that
 * it starts in half the processor time. What it does is the same.
 */
export const SHORT_LIVED = '--liftoff-only';
