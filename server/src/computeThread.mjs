// A thread starts from plain JavaScript: the loader for TypeScript does not reach a thread's first file by itself.
import { register } from 'tsx/esm/api';

register();
export const { sureness, placing } = await import('./computeThread.ts');
