import '@limber/core/words/localize';
import { randomUUID } from 'node:crypto';
import { access, mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { inTurn } from '../../in-turn';

const require = createRequire(import.meta.url);
/** Unpacks a WOFF2 font. */
const { decompress } = require('wawoff2') as { decompress: (packed: Uint8Array) => Promise<Uint8Array> };

/** The static fonts of cues, and one for each other script: `[package, file without its end]`. */
const FONTS = [
  ...['latin', 'latin-ext'].flatMap((part) => [
    ['bricolage-grotesque', `bricolage-grotesque-${part}-800-normal`],
    ['atkinson-hyperlegible-next', `atkinson-hyperlegible-next-${part}-600-normal`],
  ]),
  ...['latin', 'latin-ext', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese', 'devanagari'].map(
    (part) => ['noto-sans', `noto-sans-${part}-600-normal`],
  ),
  ['noto-sans-jp', 'noto-sans-jp-japanese-600-normal'],
  ['noto-sans-hebrew', 'noto-sans-hebrew-hebrew-600-normal'],
  ['noto-sans-arabic', 'noto-sans-arabic-arabic-600-normal'],
] as [string, string][];

/** A font that comes with the program and is not there. */
export class NoFont extends Error {
  override readonly name = 'NoFont';
}

/**
 * Unpacks the fonts into a folder, once: the renderer of films takes no packed ones.
 *
 * @throws NoFont when one of them is not there.
 */
export async function unpackFonts(folder: string): Promise<void> {
  await mkdir(folder, { recursive: true });
  for (const [name, file] of FONTS) {
    const target = join(folder, `${file}.ttf`);
    if (await there(target)) continue;
    let packed: Buffer;
    try {
      packed = await readFile(
        join(dirname(require.resolve(`@fontsource/${name}/package.json`)), 'files', `${file}.woff2`),
      );
    } catch {
      throw new NoFont(
        $localize`The font ${basename(file)} is not there. Run ./limber start again, which installs what is missing.`,
      );
    }
    // Beside it first, each under its own name: another one may unpack at the same time, and half a font is none.
    const part = `${target}.${randomUUID()}.part`;
    await writeFile(part, await unpacked(packed));
    await rename(part, target);
  }
}

const oneByOne = inTurn();

/**
 * A font unpacked, one after another: what the unpacker returns lies in memory of its own that its next font
 * overwrites, so it is copied before that one begins.
 */
function unpacked(packed: Uint8Array): Promise<Uint8Array> {
  return oneByOne(async () => (await decompress(packed)).slice());
}

function there(path: string): Promise<boolean> {
  return access(path).then(
    () => true,
    () => false,
  );
}
