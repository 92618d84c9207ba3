import { z } from 'zod';

// A page may run no text as code. Without this the first schema made would try to, and the browser would report it.
if ('location' in globalThis) z.config({ jitless: true });
