import { ROUTES, toInstant } from '@humble-churn/contract';
import fc from 'fast-check';
import { z } from 'zod';
import { RECIPE, type RunningServer } from '../runningServer';

type Schema = Readonly<Record<string, any>>;
type Route = (typeof ROUTES)[keyof typeof ROUTES];

/** Values as a schema has them, and at its edges; what no example could be made of is any JSON. */
function valuesOf(schema: Schema, defs: Schema, depth = 0): fc.Arbitrary<unknown> {
  const inner = (one: Schema): fc.Arbitrary<unknown> => valuesOf(one, defs, depth + 1);
  if (depth > 12) return fc.constant(null);
  if (typeof schema['$ref'] === 'string') return inner(defs[schema['$ref'].split('/').at(-1) ?? ''] ?? {});
  if ('const' in schema) return fc.constant(schema['const']);
  if (Array.isArray(schema['enum'])) return fc.constantFrom(...schema['enum']);
  const ways = schema['anyOf'] ?? schema['oneOf'];
  if (Array.isArray(ways)) return fc.oneof(...ways.map(inner));
  switch (schema['type']) {
    case 'object': {
      const required: readonly string[] = schema['required'] ?? [];
      const properties = Object.entries<Schema>(schema['properties'] ?? {});
      const fields = Object.fromEntries(properties.map(([name, one]) => [name, inner(one)]));
      return fc.record(fields, { requiredKeys: required.filter((name) => name in fields) });
    }
    case 'array':
      return fc.array(inner(schema['items'] ?? {}), {
        minLength: schema['minItems'] ?? 0,
        maxLength: Math.min(schema['maxItems'] ?? 3, Math.max(3, schema['minItems'] ?? 0)),
      });
    case 'integer':
    case 'number': {
      const min = schema['minimum'] ?? schema['exclusiveMinimum'] ?? -1e6;
      const max = schema['maximum'] ?? schema['exclusiveMaximum'] ?? 1e6;
      const whole = schema['type'] === 'integer';
      const between = whole
        ? fc.integer({
            min: Math.ceil(Math.max(min, -2147483648)),
            max: Math.floor(Math.min(max, 2147483647)),
          })
        : fc.double({ min, max, noNaN: true });
      return fc.oneof(between, fc.constantFrom(min, max));
    }
    case 'string': {
      if (schema['format'] === 'uuid') return fc.uuid();
      if (schema['format'] === 'date-time') {
        const nowMs = Date.now();
        return fc.integer({ min: -1e6, max: 4e8 }).map((ms) => toInstant(nowMs + ms));
      }
      if (typeof schema['pattern'] === 'string') return fc.stringMatching(new RegExp(schema['pattern']));
      return fc.string({
        minLength: schema['minLength'] ?? 0,
        maxLength: Math.min(schema['maxLength'] ?? 40, 200),
      });
    }
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    default:
      return fc.jsonValue();
  }
}

/** What nobody should send, and somebody does. */
const HOSTILE = fc.oneof(
  fc.constantFrom<unknown>(
    null, true, -0, -1, 0, 1e308, -1e308, 5e-324, 9007199254740992, 2147483648, 1e21,
    '', ' ', '\u0000', 'a\u0000b', '\ud800', '\u202e', '../../etc/passwd', '__proto__', "'; DROP TABLE batches; --",
    '%', '%00', 'NaN', '1e999', '0x10', '٣', 'x'.repeat(70_000), '2026-02-30T25:61:61Z', '9999-12-31T23:59:59.999Z',
    '-271821-04-20T00:00:00.000Z', '00000000-0000-0000-0000-000000000000',
    [], {}, [[[[[[]]]]]], { length: 1e9 }, { toString: 1 }, JSON.parse('{"__proto__":{"admin":true}}'),
    Array(5000).fill(0),
  ),
  fc.jsonValue(),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
); // prettier-ignore

/** Paths to everything inside a value. */
function places(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([name, one]) => places(one, [...path, name]))];
}

function replaced(value: unknown, [name, ...rest]: readonly string[], by: unknown): unknown {
  if (name === undefined) return by;
  if (Array.isArray(value))
    return value.map((one, i) => (String(i) === name ? replaced(one, rest, by) : one));
  const fields = Object.entries(value as object);
  return Object.fromEntries(fields.map(([key, one]) => [key, key === name ? replaced(one, rest, by) : one]));
}

/** A value with up to three of its places taken by something hostile. */
function mutated(value: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> {
  const wounds = fc.array(fc.tuple(fc.nat(), HOSTILE), { minLength: 1, maxLength: 3 });
  return fc.tuple(value, wounds).map(([sound, all]) =>
    all.reduce<unknown>((now, [nth, by]) => {
      const at = places(now);
      return replaced(now, at[nth % at.length] ?? [], by);
    }, sound),
  );
}

/** Known good bodies, so that much of what is sent goes far before it is refused. */
function sound(route: Route): unknown[] {
  const glassAt = toInstant(Date.now() + 40 * 3_600_000);
  switch (route) {
    case ROUTES.startBatch:
      return [{ recipe: RECIPE }];
    case ROUTES.saveRecipe:
    case ROUTES.saveVersion:
      return [{ recipe: RECIPE }];
    case ROUTES.predict:
    case ROUTES.sureness:
      return [{ format: 'humble-churn/recipe', version: 1, recipe: RECIPE }];
    case ROUTES.makePlan:
    case ROUTES.fit:
      return [{ recipe: RECIPE, glassAt }];
    default:
      return [];
  }
}

function jsonSchema(shape: z.ZodType): Schema | null {
  if (shape instanceof z.ZodUndefined) return null;
  return z.toJSONSchema(shape, { io: 'input', unrepresentable: 'any' });
}

function bodiesOf(route: Route): fc.Arbitrary<unknown> {
  const schema = jsonSchema(route.body);
  if (!schema) return fc.constant(undefined);
  const any = valuesOf(schema, schema['$defs'] ?? {});
  const good = sound(route);
  const start = good.length > 0 ? fc.oneof(any, fc.constantFrom(...good)) : any;
  return fc.oneof({ weight: 2, arbitrary: start }, { weight: 3, arbitrary: mutated(start) });
}

/** A text as it goes into an address. A lone surrogate cannot be sent at all. */
function inAddress(value: unknown): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value ?? '');
  return encodeURIComponent(Buffer.from(text.slice(0, 2000)).toString());
}

function addressesOf(route: Route, ids: Readonly<Record<string, readonly string[]>>): fc.Arbitrary<string> {
  const names = [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => name ?? '');
  const params = fc.tuple(
    ...names.map((name) =>
      fc.oneof(
        { weight: 4, arbitrary: fc.constantFrom(...(ids[name] ?? []), 'ingredient', 'own-x') },
        { weight: 1, arbitrary: HOSTILE.map(inAddress) },
      ),
    ),
  );
  const schema = jsonSchema(route.query);
  const fields = Object.keys(schema?.['properties'] ?? {});
  const queries = schema ? mutated(valuesOf(schema, schema['$defs'] ?? {})) : fc.constant({});
  return fc.tuple(params, queries).map(([given, query]) => {
    const path = names.reduce((now, name, i) => now.replace(`:${name}`, given[i] || '-'), route.path);
    const asked = Object.entries(typeof query === 'object' && query !== null ? query : {})
      .filter(([name]) => fields.includes(name))
      .map(([name, value]) => `${name}=${inAddress(value)}`);
    return asked.length > 0 ? `${path}?${asked.join('&')}` : path;
  });
}

export interface Fuzzed {
  calls: number;
  /** How many were taken: a fuzz that is refused at the door tries nothing. */
  taken: number;
  /** Answers of 500 and above, with what was sent. */
  broken: string[];
  slowestMs: number;
  /** What took longest. */
  slowest: string;
}

/** Sends every route what its schema allows and what it does not; nothing of it may be answered by 500 or more. */
export async function fuzzRoutes(
  server: RunningServer,
  calls: number,
  seed: number,
  told: (route: string, fuzzed: Fuzzed) => void = () => undefined,
): Promise<Fuzzed> {
  const begun = (await server.create('/api/batches', { recipe: RECIPE })).body.id as string;
  const kept = (await server.create('/api/recipes', { recipe: RECIPE })).body.id as string;
  const glassAt = toInstant(Date.now() + 30 * 3_600_000);
  const planned = (await server.create('/api/plans', { recipe: RECIPE, glassAt })).body.id as string;
  const ids = { batchId: [begun], recipeId: [kept], planId: [planned] };
  const sum: Fuzzed = { calls: 0, taken: 0, broken: [], slowestMs: 0, slowest: '' };
  for (const [name, route] of Object.entries(ROUTES)) {
    const sent = fc.sample(fc.tuple(addressesOf(route, ids), bodiesOf(route)), { numRuns: calls, seed });
    for (const [path, body] of sent) {
      const from = performance.now();
      const headers = { 'idempotency-key': crypto.randomUUID() };
      const { status } = await server.call(route.method.toUpperCase(), path, body, headers);
      const tookMs = performance.now() - from;
      sum.calls++;
      if (status < 300) sum.taken++;
      const what = (): string =>
        `${status} ${route.method} ${path} ${JSON.stringify(body)?.slice(0, 1500) ?? ''}`;
      if (status >= 500) sum.broken.push(what());
      if (tookMs > sum.slowestMs) Object.assign(sum, { slowestMs: tookMs, slowest: what() });
    }
    told(name, sum);
  }
  // After all that it must still answer, and tell all it has.
  for (const path of [
    'kitchen',
    'batches',
    'plans',
    'recipes',
    'ingredients',
    'unreadable',
    'changes?since=0',
  ]) {
    const { status, body } = await server.get(`/api/${path}`);
    if (status !== 200) sum.broken.push(`${status} get /api/${path} at the end`);
    if (path === 'unreadable' && body.unreadable.length > 0) {
      sum.broken.push(`written and cannot be read: ${JSON.stringify(body.unreadable).slice(0, 1000)}`);
    }
  }
  return sum;
}
