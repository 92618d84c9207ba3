import { z } from 'zod';

type Shape = z.ZodType;

/** One call of the wire: what goes in, what comes out, both sides parse both. */
export interface Route<P extends Shape, Q extends Shape, B extends Shape, R extends Shape> {
  method: 'get' | 'post' | 'patch' | 'delete';
  /** Express-style path, parameters as `:name`. */
  path: string;
  summary: string;
  params: P;
  query: Q;
  body: B;
  response: R;
  status: 200 | 201;
  /** Creating calls carry an Idempotency-Key header: the same key makes the same thing once. */
  creates: boolean;
}

const nothing = z.undefined();

export function route<P extends Shape, Q extends Shape, B extends Shape, R extends Shape>(
  it: Route<P, Q, B, R>,
): Route<P, Q, B, R> {
  return it;
}

export const GET = {
  method: 'get',
  params: nothing,
  query: nothing,
  body: nothing,
  status: 200,
  creates: false,
} as const;
export const CREATE = {
  method: 'post',
  params: nothing,
  query: nothing,
  status: 201,
  creates: true,
} as const;
