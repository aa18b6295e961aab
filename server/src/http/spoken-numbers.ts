import '@limber/core/words/localize';
import type { Router } from 'express';
import { ROUTES } from '@limber/core/api/routes';
import { runTool, ToolTrouble } from '../media/tool';
import type { Context } from './context';
import { Routes, SENT } from './on';
import { Problem } from './problem';

/** Faster than talk: the next number may come in less than a second. Words a minute. */
const RATE = 200;
/** A number is a second of sound at most, ms. */
const LONGEST_MS = 10_000;

/** Numbers in the synthetic voice, for one ear of whoever films: nothing of it is in any film. */
export function spokenNumberRoutes(context: Context): Router {
  const routes = new Routes(context, '/spoken-numbers');
  const known = new Map<number, Buffer>();

  const spoken = async (n: number): Promise<Buffer> => {
    const pieces: Buffer[] = [];
    await runTool('espeak-ng', ['-v', 'en-gb+f2', '-s', String(RATE), '-a', '150', '--stdout', '--', String(n)], {
      timeoutMs: LONGEST_MS,
      onOutput: (piece) => pieces.push(piece),
    });
    return Buffer.concat(pieces);
  };

  routes.on(ROUTES.spokenNumber, async ({ params: { n }, response }) => {
    try {
      const sound = known.get(n) ?? (await spoken(n));
      known.set(n, sound);
      response.type('audio/wav').send(sound);
      return SENT;
    } catch (error) {
      if (!(error instanceof ToolTrouble)) throw error;
      context.log.warn(error, 'spoken number');
      throw new Problem(
        'no-voice',
        $localize`The voice that speaks numbers is not here: install espeak-ng, or let ./limber start do it. A click needs nothing.`,
      );
    }
  });
  return routes.router;
}
