import '@limber/core/words/localize';
import express, { type Request, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { facePlaces } from '../media/faces';
import { Problem } from './problem';

/** What every answer says of itself: what its page may load and run, and from where. */
export function heads({ secure }: { secure: boolean }): RequestHandler[] {
  const nonce = (_request: IncomingMessage, response: ServerResponse): string =>
    `'nonce-${String((response as Response).locals['nonce'])}'`;
  // A worker that looks for faces runs on WebAssembly; a page never does.
  const compiles = (request: IncomingMessage): string =>
    /^\/worker-[\w-]+\.js$/.test(request.url ?? '') ? "'wasm-unsafe-eval'" : "'self'";
  return [
    (_request, response, next) => {
      response.locals['nonce'] = randomBytes(16).toString('base64');
      next();
    },
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", nonce, compiles],
          styleSrc: ["'self'", nonce],
          styleSrcAttr: ["'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          mediaSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: secure ? { maxAge: 31_536_000, includeSubDomains: false } : false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  ];
}

/** Files of a page. They carry their content in their name and never change; one that a page names as it is may. */
export function files(folder: string): RequestHandler {
  return express.static(folder, {
    index: false,
    maxAge: '1y',
    immutable: true,
    setHeaders: (response, path) => {
      if (/other-fonts\.css$/.test(path)) response.set('Cache-Control', 'no-cache');
    },
  });
}

/** What finds a face in a page that films: of its packages no more than this. */
export function faceFiles(): RequestHandler {
  const { models, wasm } = facePlaces();
  const places = new Map<string, string>([
    ...['blazeface.json', 'blazeface.bin', 'facemesh.json', 'facemesh.bin'].map(
      (name) => [`/${name}`, models] as const,
    ),
    ...['tfjs-backend-wasm.wasm', 'tfjs-backend-wasm-simd.wasm'].map((name) => [`/${name}`, wasm] as const),
  ]);
  return (request, response, next) => {
    const root = places.get(request.path);
    if (root) response.sendFile(request.path.slice(1), { root, maxAge: '1d' });
    else next();
  };
}

/** What stands in a page's head in place of its title. */
const TITLE = /<title>[^<]*<\/title>/;

/**
 * The page of a folder, at every address that is none of a file.
 *
 * @param heading what stands in its head in place of its title, as HTML; null for its own.
 */
export function page(
  folder: string,
  heading: (request: Request, response: Response) => Promise<string | null> = () => Promise.resolve(null),
): RequestHandler {
  let html: string | undefined;
  return async (request, response) => {
    // A missing file is missing; only addresses of pages get the page.
    if (/\.\w+$/.test(request.path)) throw new Problem('not-found', $localize`There is no such file.`);
    const index = join(folder, 'index.html');
    if (!html && !existsSync(index))
      throw new Problem('not-built', $localize`The pages are not built yet: run ./limber start.`);
    html ??= readFileSync(index, 'utf8');
    const instead = await heading(request, response);
    const titled = instead === null ? html : html.replace(TITLE, () => instead);
    response
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(titled.replaceAll('%NONCE%', String(response.locals['nonce'])));
  };
}
