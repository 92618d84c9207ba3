import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const read = (name: string): string => readFileSync(join(process.cwd(), name), 'utf8');

const ROWS = [...read('docs/security.md').matchAll(/^\| [\d., to]+\| [^|]+\| `([^`]+)`: (.+?) +\|$/gm)].map(
  ([, file = '', title = '']) => [file, title] as const,
);

test('there is a row for each of the requirements that apply', () => {
  expect(ROWS.length).toBeGreaterThan(20);
});

test.each(ROWS)('%s has the test that is named: %s', (file, title) => {
  expect(read(file).includes(`'${title}'`)).toBe(true);
});
