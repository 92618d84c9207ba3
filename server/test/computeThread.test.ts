import { USUAL_KITCHEN, plainRecipe, uncertainty } from '@humble-churn/core';
import { MessageChannel } from 'node:worker_threads';
import runInThread from '../src/computeThread';

const input = { recipe: plainRecipe('Almond', 'almond', 6.6, 8), kitchen: USUAL_KITCHEN };

test('a thread answers what the core says', async () => {
  const { port1, port2 } = new MessageChannel();
  expect(await runInThread({ name: 'uncertainty', input, cancel: port2 })).toEqual({
    cancelled: false,
    answer: uncertainty(input.recipe, input.kitchen),
  });
  port1.close();
});

test('a thread does nothing for whoever was gone before', async () => {
  const { port1, port2 } = new MessageChannel();
  port1.postMessage('cancel');
  expect(await runInThread({ name: 'uncertainty', input, cancel: port2 })).toEqual({ cancelled: true });
  port1.close();
});
