import type { Request, RequestHandler } from 'express';
import { ProblemError } from './problemError';

/**
 * Turns away requests that reach this server by a name that is none of its own. A page elsewhere can point its name at
 * this machine; the browser then takes this server for that page's own and lets it read everything.
 */
export function knownHostsOnly(isOwnName: (host: string) => boolean): RequestHandler {
  return (request, _response, next) => {
    const { host } = request.headers;
    if (host === undefined || !isOwnName(host)) {
      throw new ProblemError(
        'foreign-host',
        'This server does not answer to that name. Others can be allowed with ALLOWED_HOSTS.',
      );
    }
    next();
  };
}

/** Turns away writes that a page of another origin set off. Programs without a browser send neither header. */
export function ownWritesOnly(publicOrigin: string | null): RequestHandler {
  return (request, _response, next) => {
    checkOrigin(request, publicOrigin);
    next();
  };
}

function checkOrigin(request: Request, publicOrigin: string | null): void {
  if (request.method === 'GET' || request.method === 'HEAD') return;
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const own = [`${request.protocol}://${request.headers.host ?? ''}`, publicOrigin];
  const ownOrigin = origin === undefined || own.includes(origin);
  const ownSite = site === undefined || site === 'same-origin';
  if (!ownOrigin || !ownSite) {
    throw new ProblemError('cross-site-write', 'This request came from another site. Nothing was changed.');
  }
}
