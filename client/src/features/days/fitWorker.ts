import type { FitJob } from '@humble-churn/core';
import { fit } from '@humble-churn/core';

addEventListener('message', ({ data }: MessageEvent<FitJob>) => postMessage(fit(data)));
