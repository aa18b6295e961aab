import '@limber/core/words/localize';
import { Router, type Request } from 'express';
import { joinSchema } from '@limber/core/api/near';
import { ROUTES } from '@limber/core/api/routes';
import { screenPressSchema } from '@limber/core/api/second-screen';
import type { Context } from '../context';
import { eventStream } from '../event-stream';
import { json } from '../json';
import { Routes, SENT } from '../on';
import { notFound, parse, Problem } from '../problem';
import { bearerOf } from './bearer';
import { fewWrong, type Near } from './near';
import { SecondScreens } from './second-screens';

/** Second screens of the prompter: the studio's side of them; what telephones reach is told to {@link Near}. */
export function secondScreenRoutes(context: Context, near: Near): Router {
  const routes = new Routes(context, '/second-screen');
  const screens = new SecondScreens();
  const expected = (): boolean => {
    screens.sweep();
    return screens.open;
  };
  near.reaches({ name: 'second-screen', api: screenApi(screens), expected });

  const own = (request: Request, id: string): void => {
    if (!screens.own(id, request.user!.id)) throw notFound($localize`This second screen`);
  };

  routes.on(ROUTES.openSecondScreen, async ({ request }) => {
    const addresses = await near.open('second-screen');
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
    setImmediate(() => near.shut());
  });
  return routes.router;
}

/** Shows and drives one prompter, by a code and then a token, and nothing else. */
function screenApi(screens: SecondScreens): Router {
  const api = Router();
  api.post('/join', fewWrong(), json('1kb'), (request, response) => {
    const token = screens.join(parse(joinSchema, request.body).code);
    if (!token) throw badCode();
    response.json({ token });
  });
  api.get('/view', (request, response) => {
    const token = bearerOf(request);
    if (!screens.lets(token)) throw closed();
    const send = eventStream(request, response);
    const stop = screens.watch(token, (view) => {
      send({ open: view !== 'closed', view: view === 'closed' ? null : view });
      if (view === 'closed') response.end();
    });
    request.on('close', stop);
  });
  api.post('/press', json('1kb'), (request, response) => {
    const token = bearerOf(request);
    if (!screens.lets(token)) throw closed();
    if (!screens.press(token, parse(screenPressSchema, request.body)))
      throw new Problem('unheard', $localize`The studio does not hear this just now: look whether its page is open.`);
    response.status(204).end();
  });
  return api;
}

export const badCode = (): Problem =>
  new Problem(
    'not-found',
    $localize`This code is not good, or no longer: each lets one telephone in, within ten minutes. Look at the studio for a new one.`,
  );

const closed = (): Problem =>
  new Problem('not-found', $localize`This second screen is closed. Open it anew in the studio.`);
