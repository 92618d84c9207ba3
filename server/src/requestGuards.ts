import type { RequestHandler } from 'express';
import { ProblemError } from './problemError';

const LOCAL_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

function isLocal(host: string): boolean {
  const name = host.replace(/:\d{1,5}$/, '').toLowerCase();
  return LOCAL_NAMES.has(name);
}

/**
 * Turns away requests that reach this server by another name. A page elsewhere can point its own name at
 * 127.0.0.1; the browser then takes this server for that page's own and lets it read everything.
 */
export const localHostOnly: RequestHandler = (request, _response, next) => {
  const host = request.headers.host;
  if (host === undefined || !isLocal(host)) {
    throw new ProblemError('foreign-host', 'This server answers as 127.0.0.1 or localhost only.');
  }
  next();
};

/** Turns away writes that a page of another origin set off. Programs without a browser send neither header. */
export const ownWritesOnly: RequestHandler = (request, _response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') {
    next();
    return;
  }
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const ownOrigin = origin === undefined || origin === `http://${request.headers.host ?? ''}`;
  const ownSite = site === undefined || site === 'same-origin';
  if (!ownOrigin || !ownSite) {
    throw new ProblemError('cross-site-write', 'This request came from another site. Nothing was changed.');
  }
  next();
};
