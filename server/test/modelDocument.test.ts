import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
const SOURCE = readdirSync(join(ROOT, 'core/src'), { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts'))
  .map((name) => readFileSync(join(ROOT, 'core/src', name), 'utf8'))
  .join('\n');

/** What a constant is set to in the code, where that is written as one number. */
function inCode(name: string): number[] {
  const written = [...SOURCE.matchAll(new RegExp(`const ${name}(?:: \\w+)? = ([\\d_.e-]+);`, 'g'))];
  return written.map(([, value]) => Number(value?.replaceAll('_', '')));
}

const rows = readFileSync(join(ROOT, 'docs/model.md'), 'utf8')
  .split('\n')
  .map((line) => /^\| `([A-Z_]+)` *\| ([\d.]+) *\|[^|]*\| (\w+) *\|$/.exec(line))
  .filter((row) => row !== null)
  .map(([, name = '', value = '', source = '']) => ({ name, value: Number(value), source }));

test('every constant is listed with its source', () => {
  expect(rows.length).toBeGreaterThan(45);
  expect(new Set(rows.map(({ source }) => source))).toEqual(new Set(['defined', 'custom', 'estimate']));
});

test.each(rows)('$name is in the code what the page says', ({ name, value }) => {
  expect(inCode(name)).toEqual([value]);
});
