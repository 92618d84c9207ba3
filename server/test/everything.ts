import type { RunningServer } from './runningServer';

const PATHS = [
  '/api/kitchen',
  '/api/kitchen/fridge-log',
  '/api/kitchen/fridge-days',
  '/api/notebook?limit=100',
  '/api/batches?limit=100',
  '/api/batches?scope=active',
  '/api/recipes',
  '/api/recipes?put=away',
  '/api/plans',
  '/api/plans.ics',
  '/api/ingredients',
  '/api/unreadable',
  '/api/changes?since=0',
];

/** All that a kitchen has to say, without values of these names; the time is always left out. */
export async function everything(of: RunningServer, ...without: string[]): Promise<Record<string, unknown>> {
  const left = new Set(['serverTime', ...without]);
  const said = await Promise.all(PATHS.map((path) => of.get(path)));
  const rest = (value: unknown): unknown =>
    JSON.parse(JSON.stringify(value, (name, one: unknown) => (left.has(name) ? undefined : one)));
  return Object.fromEntries(PATHS.map((path, i) => [path, rest(said[i]?.body)]));
}
