import { parentPort } from 'node:worker_threads';
import { sureness } from '@humble-churn/core';
import type { SurenessJob, SurenessReply } from './surenessThread';

parentPort?.on('message', ({ id, recipe, around, own, prices }: SurenessJob & { id: number }) => {
  let reply: SurenessReply;
  try {
    reply = { id, result: sureness(recipe, around, own, { prices }) };
  } catch (error) {
    reply = { id, fault: String(error) };
  }
  parentPort?.postMessage(reply);
});
