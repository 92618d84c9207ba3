import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Express, RequestHandler } from 'express';
import express from 'express';
import helmet from 'helmet';
import { SCREENS } from '@humble-churn/contract';
import { ProblemError } from './problemError';

/** Headers of a page that loads nothing from elsewhere and runs no text as code. */
export function pageHeaders(publicOrigin: string | null): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        // The style sheets of the interface are written by its own script, as text in a style element.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // The same as frame-ancestors says, for browsers that know only this.
    xFrameOptions: { action: 'deny' },
    // It holds for all ports of a name: at home other things may answer there that know no TLS.
    strictTransportSecurity: publicOrigin?.startsWith('https:') === true,
  });
}

const SCRIPTS = '_expo/static/js/web';

/**
 * The page, with word of every script of the app: a browser fetches them when it is idle, so that a screen not opened
 * yet still opens when the server is away.
 */
function pageWithScripts(siteDir: string, page: string): string {
  const html = readFileSync(page, 'utf8');
  const folder = join(siteDir, SCRIPTS);
  const names = existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.js')) : [];
  // The names as the app itself asks for them, brackets and all: only then is it the same address.
  const links = names.map((name) => `<link rel="prefetch" as="script" href="/${SCRIPTS}/${name}">`);
  return html.replace('</head>', `${links.join('')}</head>`);
}

/** Whether a path is one of the app's screens; one that cannot be decoded is none. */
function isScreen(path: string): boolean {
  const parts = path.split('/').filter(Boolean);
  return SCREENS.some((screen) => {
    const names = screen.split('/').filter(Boolean);
    return (
      names.length === parts.length &&
      names.every((name, i) => name === parts[i] || (name.startsWith(':') && DECODABLE.test(parts[i] ?? '')))
    );
  });
}

/** Only whole escapes. */
const DECODABLE = /^([^%]|%[0-9a-f]{2})+$/i;

/** Serves the exported app; a path that is no file and no screen gets the page that says so, as 404. */
export function serveSite(app: Express, siteDir: string): void {
  // Scripts and fonts have what is in them in their names.
  for (const folder of ['_expo', 'assets']) {
    const kept = express.static(join(siteDir, folder), { immutable: true, maxAge: '1y', fallthrough: false });
    app.use(`/${folder}`, kept);
  }
  app.use(express.static(siteDir, { index: false, maxAge: 0 }));
  // Without a pattern: one that cannot be decoded would be refused before it came here.
  app.use((request, response, next) => {
    if (request.method !== 'GET' && request.method !== 'HEAD') {
      next();
      return;
    }
    if (request.path.startsWith('/api/') || /\.[a-z0-9]{2,5}$/i.test(request.path)) {
      throw new ProblemError('not-found', 'There is nothing at this address.');
    }
    const page = join(siteDir, 'index.html');
    if (!existsSync(page)) {
      throw new ProblemError(
        'not-found',
        'The app is not built yet: start it with “npm run demo” or “npm start”.',
      );
    }
    response.status(isScreen(request.path) ? 200 : 404);
    response.set('Cache-Control', 'no-cache').type('html').send(pageWithScripts(siteDir, page));
  });
}
