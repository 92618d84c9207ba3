import { spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';

const ROOT = process.cwd();
const COPIED = [
  'core',
  'contract',
  'client',
  'scripts',
  'jest.config.cjs',
  'babel.plain.cjs',
  'tsconfig.base.json',
];
const OWN = '@humble-churn';

/** A copy of the sources that finds its own packages, and all others where they are. */
function copyOfSources(): string {
  const copy = mkdtempSync(join(tmpdir(), 'humble-churn-copy-'));
  const left = new Set(['node_modules', 'dist', '.expo']);
  for (const name of COPIED) {
    cpSync(join(ROOT, name), join(copy, name), {
      recursive: true,
      filter: (from) => !left.has(basename(from)),
    });
  }
  // Jest asks for the folder of every project, whichever it runs.
  mkdirSync(join(copy, 'server'));
  writeFileSync(join(copy, 'package.json'), '{}');
  const modules = join(copy, 'node_modules');
  mkdirSync(join(modules, OWN), { recursive: true });
  for (const name of readdirSync(join(ROOT, 'node_modules'))) {
    if (name !== OWN) symlinkSync(join(ROOT, 'node_modules', name), join(modules, name));
  }
  for (const name of ['core', 'contract', 'client']) {
    const nested = join(ROOT, name, 'node_modules');
    if (existsSync(nested)) symlinkSync(nested, join(copy, name, 'node_modules'));
  }
  for (const name of ['core', 'contract']) symlinkSync(join(copy, name), join(modules, OWN, name));
  return copy;
}

const copy = copyOfSources();
afterAll(() => rmSync(copy, { recursive: true, force: true }));

function edit(file: string, before: RegExp, insert: string): void {
  const path = join(copy, file);
  const text = readFileSync(path, 'utf8');
  const at = before.exec(text);
  if (!at) throw new Error(`${file} has no ${before.source}`);
  writeFileSync(path, text.slice(0, at.index) + insert + text.slice(at.index));
}

function run(...args: string[]): { status: number | null; said: string } {
  const { JEST_WORKER_ID: _, ...env } = process.env;
  const [script = '', ...rest] = args;
  const done = spawnSync(process.execPath, [join(ROOT, 'node_modules', script), ...rest], {
    cwd: copy,
    env,
    encoding: 'utf8',
  });
  return { status: done.status, said: `${done.stdout}${done.stderr}` };
}

// What it found is kept beside the copy: the second look asks only for what changed since.
const types = (folder: string) =>
  run(
    'typescript/bin/tsc',
    ...['--noEmit', '--incremental', '--tsBuildInfoFile', join(copy, `${folder}.tsbuildinfo`), '-p', folder],
  );
const coreTests = (...names: string[]) => run('jest/bin/jest.js', '--selectProjects', 'core', '--', ...names);

test('a nut is added in one file and a step in two, as CONTRIBUTING.md says', () => {
  const row = /\n {2}\{ key: 'almond', [^\n]*/.exec(
    readFileSync(join(copy, 'core/src/ingredients/nutTable.ts'), 'utf8'),
  );
  const nut = row?.[0].replace("'almond'", "'beech'").replace("'Almond'", "'Beech nut'") ?? '';
  edit('core/src/ingredients/nutTable.ts', /\n {2}\{ key: 'cashew'/, nut);
  edit(
    'core/src/batch/stepTable.ts',
    /\n {2}bottle: \{/,
    '\n  ring: { ...BY_HAND, times: once, urgent: true },',
  );
  // What is said at it is still missing, and the types say so.
  expect(types('client').said).toMatch(/stepLabels\.ts.*'ring' is missing/);
  edit(
    'client/src/features/counter/stepTextsFromStrain.ts',
    /\n {2}bottle: \{/,
    "\n  ring: { name: 'Ring', screen: 'done', guide: () => ({ todo: ['Ring the bell.'] }) },",
  );
  expect(types('client').said).toBe('');
  const tables = coreTests('stepTable', 'ingredient.test');
  expect(tables.said).toMatch(/Tests: +\d+ passed/);
  expect(tables.status).toBe(0);
});
