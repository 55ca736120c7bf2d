/** Serves the built web application: compressed files, and the page with a fresh style nonce each time. */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type RequestHandler, type Response, Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { HttpProblem } from './problem.js';

const noncePlaceholder = 'NONCE_OF_THIS_ANSWER';

/** Headers for every answer; scripts and styles only our own; strict transport where there is TLS. */
export function contentPolicy(tls: boolean): RequestHandler {
  const headers = helmet({
    strictTransportSecurity: tls,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: [
          "'self'",
          (_request, response) => `'nonce-${(response as Response).locals['nonce'] as string}'`,
        ],
        styleSrcAttr: ["'none'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
        requireTrustedTypesFor: ["'script'"],
        // Angular's own policies, and the page's own for the addresses of its workers.
        trustedTypes: ['angular', 'angular#bundler', 'default'],
      },
    },
  });
  return (request, response, next) => {
    response.locals['nonce'] = randomBytes(16).toString('base64');
    headers(request, response, next);
  };
}

/** @param folder of the built browser files */
export function web(folder: string): Router {
  const router = Router();
  const index = join(folder, 'index.html');
  if (!existsSync(index)) return router;
  const page = readFileSync(index, 'utf8');
  const sendPage: RequestHandler = (_request, response) => {
    response
      .type('html')
      .set('Cache-Control', 'no-cache')
      .send(page.replaceAll(noncePlaceholder, response.locals['nonce'] as string));
  };
  router.get(['/', '/index.html'], sendPage);
  router.use(
    expressStaticGzip(folder, {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: {
        setHeaders: (response, path) =>
          response.setHeader(
            'Cache-Control',
            /-[A-Z0-9]{8}\.\w+(?:\.br)?$/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
          ),
      },
    }),
  );
  router.get(/^\/(?!api\/)[^.]*$/, sendPage);
  return router;
}

export const nothingHere: RequestHandler = (request, _response, next) =>
  next(new HttpProblem(404, 'Not found', `There is nothing at ${request.path.slice(0, 200)}.`));
