import type { FitJob } from './fit';
import { fit } from './fit';

addEventListener('message', ({ data }: MessageEvent<FitJob>) => postMessage(fit(data)));
