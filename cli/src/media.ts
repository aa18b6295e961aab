import { probe, RefusedMedia, type Probed } from '@limber/server/media/probe';
import { InputError } from './input';

/**
 * Looks at a file before it is used.
 *
 * @throws InputError when it is no film, or no sound, that can be read.
 */
export async function probed(file: string, role: 'picture' | 'sound'): Promise<Probed> {
  try {
    const known = await probe(file, role);
    if (role === 'sound' && !known.hasSound) throw new InputError('unusable-media', `There is no sound in ${file}.`);
    return known;
  } catch (error) {
    if (error instanceof RefusedMedia) throw new InputError('unusable-media', error.message);
    if ((error as NodeJS.ErrnoException).code === 'ENOENT')
      throw new InputError('missing-file', `There is no file ${file}.`);
    throw error;
  }
}

/** A file to make something of, with nobody to tell how far it is. */
export function making(
  original: string,
  media: Probed,
): { media: Probed; original: string; progress: () => void; signal: AbortSignal } {
  return { media, original, progress: () => undefined, signal: new AbortController().signal };
}
