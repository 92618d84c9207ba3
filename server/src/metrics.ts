import type { Request, RequestHandler } from 'express';
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';
import { z } from 'zod';
import { log } from './log';

/** Upper ends of the classes that times of answers are counted in, s. */
const CLASSES_S = [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10];

const RouteSchema = z.object({ path: z.string() });

/** The pattern of a route, never the address itself: that may name a batch, or hold a key. */
function routeOf(request: Request): string {
  const route = RouteSchema.safeParse(request.route);
  return route.success ? route.data.path : 'site';
}

/** How the server fares, in figures; each server has its own. */
export class Metrics {
  readonly registry = new Registry();
  private readonly answers = new Histogram({
    name: 'http_request_duration_seconds',
    help: 'Time until an answer was sent, by route',
    labelNames: ['method', 'route', 'status'],
    buckets: CLASSES_S,
    registers: [this.registry],
  });

  constructor(openStreams: () => number) {
    collectDefaultMetrics({ register: this.registry });
    new Gauge({
      name: 'live_streams',
      help: 'Pages that hear of changes as they happen',
      registers: [this.registry],
      collect() {
        this.set(openStreams());
      },
    });
  }

  /** Counts and logs each answer once it is sent. */
  readonly measured: RequestHandler = (request, response, next) => {
    const end = this.answers.startTimer();
    response.once('finish', () => {
      const { method } = request;
      const route = routeOf(request);
      const status = response.statusCode;
      const seconds = end({ method, route, status });
      log.info({ method, route, status, ms: Math.round(seconds * 1000) }, 'answered');
    });
    next();
  };
}
