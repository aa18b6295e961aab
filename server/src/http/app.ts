import '@limber/core/words/localize';
import compression from 'compression';
import connectPgSimple from 'connect-pg-simple';
import express, { type Express } from 'express';
import session from 'express-session';
import { randomUUID } from 'node:crypto';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import pg from 'pg';
import { pinoHttp } from 'pino-http';
import { openApi } from '@limber/core/api/openapi';
import { ROUTES } from '@limber/core/api/routes';
import { errorForLog } from '../log';

import { sameOrigin, signedIn } from './auth';
import type { Context } from './context';
import { filmRoutes } from './films';
import { followRoutes } from './follow';
import { guideRoutes } from './guide';
import { jobRoutes } from './jobs';
import { json } from './json';
import { arrivalRoutes } from './arrivals';
import { libraryRoutes } from './library';
import { ideasRoutes } from './ideas';
import { rulesRoutes } from './rules';
import { lessonRoutes } from './lessons';
import { mediaRoutes } from './media';
import { faceFiles, files, heads, page } from './pages';
import { fromPhone } from './near/from-phone';
import { Near } from './near/near';
import { secondScreenRoutes } from './near/second-screen';
import { Problem, problemHandler } from './problem';
import { resultRoutes } from './results';
import { peopleRoutes } from './people';
import { roomRoutes } from './room';
import { sessionRoutes } from './session';
import { shareRoutes } from './share';
import { spokenNumberRoutes } from './spoken-numbers';
import { trashRoutes } from './trash';
import { Routes } from './on';
import { uploads } from './uploads';
import { unfurled } from './viewer-page';

/** The whole HTTP side. Read top to bottom: what every request meets first, then the resources, then the pages. */
export function createApp(context: Context): Express {
  const { config, database, log } = context;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', config.trustProxy ?? false);
  // Behind a program that does TLS every request came over it, also where that one does not say so.
  if (config.secure)
    app.use((request, _response, next) => {
      Object.defineProperty(request, 'secure', { value: true });
      next();
    });

  app.get('/health', (_request, response) => void response.json({ status: 'up' }));
  app.get('/ready', async (_request, response) => {
    const [db, store] = await Promise.all([
      database.query('SELECT 1').then(
        () => true,
        () => false,
      ),
      stat(config.mediaFolder).then(
        () => true,
        () => false,
      ),
    ]);
    response.status(db && store ? 200 : 503).json({ database: db, media: store });
  });

  // What was asked, and how it went: no address, no words, and no token or number that opens something.
  app.use(
    pinoHttp({
      logger: log,
      wrapSerializers: false,
      genReqId: () => randomUUID(),
      serializers: {
        req: (request: { id: unknown; method: string; url: string }) => ({
          id: request.id,
          method: request.method,
          url: withoutSecrets(request.url),
        }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
        err: errorForLog,
      },
      autoLogging: { ignore: (request) => request.url === '/health' },
    }),
  );
  app.use(heads(config));

  // Streams of events have to leave at once: a compressor would hold them back.
  app.use(
    compression({
      filter: (request, response) =>
        !String(response.getHeader('Content-Type')).startsWith('text/event-stream') &&
        compression.filter(request, response),
    }),
  );

  const pool = new pg.Pool({ connectionString: config.databaseUrl, max: 4 });
  pool.on('error', (error) => log.error(error, 'session store'));
  const SessionStore = connectPgSimple(session);
  const sessions = session({
    name: 'limber',
    secret: config.sessionSecret,
    store: new SessionStore({ pool, tableName: 'session', pruneSessionInterval: 3600 }),
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: 'lax', secure: config.secure, maxAge: 30 * 86_400_000 },
  });

  app.use('/api', wellFormed, sameOrigin(config));
  app.use('/api/follow', json('256kb'), followRoutes(context));
  // A telephone comes by its code, and a film of its own by its token.
  const near = new Near(context);
  const upload = uploads(context);
  const phone = fromPhone(context, near, upload);
  app.use('/api/from-phone', phone.api);
  app.use('/api/uploads', phone.uploads);
  // From here on everything is for whoever is signed in, and stays in no cache; nothing large is read before that is known.
  const description = openApi();
  const described = new Routes(context, '');
  described.on(ROUTES.openapi, () => description);
  app.use('/api', noStore, described.router, sessions);
  app.use('/api/session', json('16kb'), sessionRoutes(context));
  app.use('/api', signedIn(context));
  app.use('/api/uploads', upload);
  app.use('/api', json('12mb'));
  app.use('/api/people', peopleRoutes(context));
  app.use('/api/lessons/:id/share', shareRoutes(context));
  app.use('/api/lessons', lessonRoutes(context));
  app.use('/api', filmRoutes(context));
  app.use('/api/trash', trashRoutes(context));
  app.use('/api/room', roomRoutes(context));
  app.use('/api/library', libraryRoutes(context));
  app.use('/api/rules', rulesRoutes(context));
  app.use('/api/ideas', ideasRoutes(context));
  app.use('/api/arrivals', arrivalRoutes(context));
  app.use('/api/media', mediaRoutes(context));
  app.use('/api/jobs', jobRoutes(context));
  app.use('/api/results', resultRoutes(context));
  app.use('/api/spoken-numbers', spokenNumberRoutes(context));
  app.use('/api/second-screen', secondScreenRoutes(context, near));
  app.use('/api/from-phone', phone.studio);
  app.use('/api', () => {
    throw new Problem('not-found', $localize`There is nothing at this address.`);
  });

  const studio = join(config.webFolder, 'studio/browser');
  const follow = join(config.webFolder, 'follow/browser');
  app.use('/faces', faceFiles());
  app.use('/follow', files(follow));
  app.use(files(studio));
  app.use('/guide', guideRoutes(config.guideFolder, config.webFolder));
  app.get('/v/:token', page(follow, unfurled(context)));
  app.get('/from-phone', page(follow));
  app.get('/{*path}', page(studio));
  app.use(problemHandler);
  return app;
}

/** The path of a request, without the tokens of links and the numbers of viewers, and without words that somebody typed. */
export function withoutSecrets(url: string): string {
  return url
    .split('?')[0]!
    .replace(/(\/(?:follow|v|viewers|links)\/)[\w-]{12,}/g, '$1…')
    .replace(/[^/]*[^\w./…-][^/]*/g, '…');
}

/** Texts with a NUL cannot be kept, wherever they come from; bodies are looked at by {@link json}. */
const wellFormed: express.RequestHandler = (request, _response, next) => {
  if (/%00|\0/.test(request.url)) throw new Problem('invalid', $localize`What was sent could not be read.`);
  next();
};

const noStore: express.RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};
