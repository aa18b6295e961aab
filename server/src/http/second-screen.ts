import '@limber/core/words/localize';
import express, { type Express, type Request, type Router } from 'express';
import type { Server } from 'node:http';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import * as z from 'zod';
import { ROUTES } from '@limber/core/api/routes';
import { screenPressSchema } from '@limber/core/api/second-screen';
import type { Context } from './context';
import { eventStream } from './event-stream';
import { json } from './json';
import { limited, sender } from './limit';
import { Routes, SENT } from './on';
import { files, heads, page } from './pages';
import { notFound, parse, Problem, problemHandler } from './problem';
import { SecondScreens } from './second-screens';

/** So often screens are closed that nobody films with any more, ms. */
const SWEEP_MS = 10_000;

/**
 * The studio's side of second screens. The first one that is opened opens a listener of its own, which telephones in the
 * same network can reach; the last one that is closed closes it.
 */
export function secondScreenRoutes(context: Context): Router {
  const { config, log } = context;
  const routes = new Routes(context, '/second-screen');
  const screens = new SecondScreens();
  const app = screenApp(context, screens);
  let listener: Server | null = null;

  const shut = (): void => {
    if (screens.open) return;
    listener?.close();
    listener?.closeAllConnections();
    listener = null;
  };
  setInterval(() => {
    screens.sweep();
    shut();
  }, SWEEP_MS).unref();

  const listen = async (): Promise<void> => {
    if (listener) return;
    listener = await new Promise<Server>((listens, fails) => {
      const opened = app.listen(config.secondScreenPort, '0.0.0.0', (error?: Error) =>
        error ? fails(error) : listens(opened),
      );
    }).catch((error: unknown) => {
      log.warn(error, 'second screen');
      throw new Problem(
        'port-taken',
        $localize`Port ${config.secondScreenPort} of this machine is taken by another program. Set LIMBER_SECOND_SCREEN_PORT to another one, then start the studio again.`,
      );
    });
    listener.unref();
  };

  const own = (request: Request, id: string): void => {
    if (!screens.own(id, request.user!.id)) throw notFound($localize`This second screen`);
  };

  routes.on(ROUTES.openSecondScreen, async ({ request }) => {
    await listen();
    const { port } = listener!.address() as { port: number };
    const addresses = ownAddresses().map((address) => `http://${address}:${port}/second-screen`);
    return { ...screens.begin(request.user!.id), addresses };
  });

  routes.on(ROUTES.tellSecondScreen, ({ params, body, request }) => {
    own(request, params.id);
    screens.show(params.id, body.view);
  });

  routes.on(ROUTES.secondScreenPresses, ({ params, request, response }) => {
    own(request, params.id);
    const send = eventStream(request, response);
    const stop = screens.listen(params.id, (one) => {
      send(one);
      if (one.on === 'closed') response.end();
    });
    request.on('close', stop);
    return SENT;
  });

  routes.on(ROUTES.closeSecondScreen, ({ params, request }) => {
    own(request, params.id);
    screens.close(params.id);
    // What was just said to the screen is on its way.
    setImmediate(shut);
  });
  return routes.router;
}

const joinSchema = z.object({ code: z.string().max(40) });

/** What a telephone reaches: the page that shows and drives one prompter, by a code and then a token, and nothing else. */
function screenApp({ config, log }: Context, screens: SecondScreens): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((request, _response, next) => {
    request.log = log;
    next();
  });
  app.use(heads({ secure: false }));
  const folder = join(config.webFolder, 'follow/browser');
  app.use('/follow', files(folder));
  app.get('/second-screen', page(folder));

  const api = express.Router();
  // Other pages can neither read answers nor send what is JSON.
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  const wrong = limited({
    minutes: 1,
    most: 10,
    failures: true,
    by: (request) => [sender(request)],
    words: $localize`That was a lot at once. Wait a minute, then try again.`,
  });
  api.post('/join', wrong, json('1kb'), (request, response) => {
    const token = screens.join(parse(joinSchema, request.body).code);
    if (!token)
      throw new Problem(
        'not-found',
        $localize`This code is not good, or no longer: each lets one telephone in, within ten minutes. Look at the studio for a new one.`,
      );
    response.json({ token });
  });
  api.get('/view', (request, response) => {
    const token = tokenOf(request);
    if (!screens.lets(token)) throw closed();
    const send = eventStream(request, response);
    const stop = screens.watch(token, (view) => {
      send({ open: view !== 'closed', view: view === 'closed' ? null : view });
      if (view === 'closed') response.end();
    });
    request.on('close', stop);
  });
  api.post('/press', json('1kb'), (request, response) => {
    const token = tokenOf(request);
    if (!screens.lets(token)) throw closed();
    if (!screens.press(token, parse(screenPressSchema, request.body)))
      throw new Problem('unheard', $localize`The studio does not hear this just now: look whether its page is open.`);
    response.status(204).end();
  });
  api.use(() => {
    throw new Problem('not-found', $localize`There is nothing at this address.`);
  });
  app.use('/api', api);
  app.use((_request, response) => void response.status(404).end());
  app.use(problemHandler);
  return app;
}

const closed = (): Problem =>
  new Problem('not-found', $localize`This second screen is closed. Open it anew in the studio.`);

function tokenOf(request: Request): string {
  return /^Bearer ([\w-]{20,64})$/.exec(request.get('Authorization') ?? '')?.[1] ?? '';
}

/** Where other machines in the network reach this one (IPv4); itself alone, where it is in none. */
function ownAddresses(): string[] {
  const all = Object.values(networkInterfaces()).flatMap((one) => one ?? []);
  const others = all.filter((one) => one.family === 'IPv4' && !one.internal).map((one) => one.address);
  return others.length > 0 ? others : ['127.0.0.1'];
}
