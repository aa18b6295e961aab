import '@limber/core/words/localize';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ffmpeg } from '../ffmpeg';
import { assFilter } from './ffmpeg';

/** Letters that a film would show in another font than the preview, or not at all. */
export class WrongFont extends Error {
  override readonly name = 'WrongFont';
}

/**
 * Has the renderer choose a font for every letter of a film before anything is made: where a name does not match, it
 * takes another font without a word.
 *
 * @param ass all cues of the film, see `writeAss`.
 * @param fonts the folder of unpacked fonts.
 * @throws WrongFont with a sentence.
 */
export async function checkFonts(ass: string, fonts: string, scratch: string, signal?: AbortSignal): Promise<void> {
  const script = join(scratch, 'fonts.ass');
  await writeFile(script, atOnce(ass));
  const said = await ffmpeg(
    [
      ...['-f', 'lavfi', '-i', 'color=black:size=160x90:rate=1:duration=1'],
      ...['-vf', assFilter(script, fonts), '-frames:v', '1', '-f', 'null', '-'],
    ],
    { level: 'verbose', keep: 1_000_000, ...(signal ? { signal } : {}) },
  );
  const missing = /failed to find any fallback with glyph 0x([0-9A-F]+)/i.exec(said);
  if (missing) {
    const letter = String.fromCodePoint(parseInt(missing[1]!, 16));
    throw new WrongFont(
      $localize`The letter “${letter}” is in none of the fonts that films have. Write that cue with other letters.`,
    );
  }
  for (const [, wanted, found] of said.matchAll(/fontselect: \((.+?), \d+, \d+\) -> (?:.*, )?([^,\n]+)$/gm))
    if (bare(wanted!) !== bare(found!))
      throw new WrongFont(
        $localize`The font “${wanted}” cannot be used: another one, ${found}, would stand in the film. Run ./limber start again, which installs what is missing.`,
      );
}

/** Family and PostScript name of one font differ by their spaces and dashes. */
function bare(name: string): string {
  return name.replace(/[\s-]/g, '');
}

/** The same lines, all on the one picture that is drawn. */
function atOnce(ass: string): string {
  return ass
    .replace(/^Dialogue: 0,[^,]+,[^,]+,/gm, 'Dialogue: 0,0:00:00.00,0:00:09.00,')
    .replace(/\\fade\([^)]*\)/g, '');
}
