import { queueOptionsSymbol } from 'piscina';
import { QUICK, QuickFirst } from '../src/quickFirst';

test('quick jobs are taken first, and each kind in the order it came in', () => {
  const queue = new QuickFirst();
  const job = (name: string, options: object | null) => ({ name, [queueOptionsSymbol]: options });
  for (const one of [
    job('a search', null),
    job('draws', QUICK),
    job('another search', null),
    job('more draws', QUICK),
  ]) {
    queue.push(one);
  }
  const taken = Array.from({ length: 5 }, () => queue.shift());
  const names = ['draws', 'more draws', 'a search', 'another search'];
  expect(taken).toEqual([...names.map((name) => expect.objectContaining({ name })), null]);
  expect(queue.size).toBe(0);
});
