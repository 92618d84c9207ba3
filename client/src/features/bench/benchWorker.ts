import type { BenchJob } from './benchAnswer';
import { answer } from './benchAnswer';

addEventListener('message', ({ data }: MessageEvent<BenchJob>) => postMessage(answer(data)));
