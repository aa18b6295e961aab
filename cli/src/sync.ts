import { offsetOf, RiseGatherer, SYNC_RATE, type Rises } from '@limber/core/footage/sync';
import { listen } from '@limber/server/media/make';
import { making, probed } from './media';

/**
 * Where a recording lies on another one of the same room, by sound.
 *
 * @throws InputError when one of them is no recording with sound.
 */
export async function sync(a: string, b: string): Promise<unknown> {
  const [one, other] = [await risesOf(a), await risesOf(b)];
  return offsetOf(one, other) ?? { offsetMs: null, confidence: 0 };
}

async function risesOf(file: string): Promise<Rises> {
  return listen(new RiseGatherer(), SYNC_RATE, making(file, await probed(file, 'sound')));
}
