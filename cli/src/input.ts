import type * as z from 'zod';
import { DocumentError } from '@limber/core/document/document';
import { parseBundle } from '@limber/core/format/bundle';
import { CUE_STYLES, cueStyleOf } from '@limber/core/cue/styles';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import { parseCutId, type CutId } from '@limber/core/assembly/cut';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { CAPTION_WAYS, FILM_FRAMES, type FilmWish } from '@limber/core/render/film.schema';
import { planOf, timelineOf, type Timeline } from '@limber/core/schedule/timeline';

/** What was given cannot be used; printed as one JSON document with exit status 2. */
export class InputError extends Error {
  override readonly name = 'InputError';
  constructor(
    readonly type: string,
    detail: string,
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }

  get problem(): object {
    return { title: 'The input cannot be used', detail: this.message, type: this.type, ...this.extra };
  }
}

export type ReadFile = (file: string) => Promise<string>;

/** The name of a file that has to be given. */
export function fileNamed(file: string | undefined): string {
  if (!file) throw new InputError('missing-file', 'Name the file to read.');
  return file;
}

export async function readText(name: string | undefined, read: ReadFile): Promise<string> {
  const file = fileNamed(name);
  try {
    return (await read(file)).replace(/^\uFEFF/, '');
  } catch {
    throw new InputError('missing-file', `The file ${file} cannot be read. Check its name.`);
  }
}

export async function readJson(file: string | undefined, read: ReadFile): Promise<unknown> {
  const text = await readText(file, read);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new InputError('not-json', `The file ${file} is no JSON: ${error instanceof Error ? error.message : ''}`);
  }
}

export async function readLesson(file: string | undefined, read: ReadFile): Promise<Lesson> {
  try {
    return parseBundle(await readJson(file, read));
  } catch (error) {
    if (error instanceof DocumentError) throw new InputError('invalid-bundle', error.message, { path: error.path });
    throw error;
  }
}

/**
 * What `analyse` wrote, as much of it as is asked for.
 *
 * @throws InputError when the file is not what `analyse` writes.
 */
export async function readAnalysis<T>(file: string | undefined, asked: z.ZodType<T>, read: ReadFile): Promise<T> {
  const known = asked.safeParse(await readJson(file, read));
  if (known.success) return known.data;
  const { path, message } = known.error.issues[0]!;
  throw new InputError('invalid-analysis', `${file} is not what \`analyse\` writes: ${path.join('.')} ${message}.`);
}

/** A lesson with what `--cut` names of it: its plan in that reduction. */
export async function readCut(
  file: string | undefined,
  named: ReadonlyMap<string, string>,
  read: ReadFile,
): Promise<{ lesson: Lesson; id: CutId; plan: Lesson }> {
  const lesson = await readLesson(file, read);
  const name = named.get('cut') ?? 'full';
  const id = parseCutId(name);
  if (!id)
    throw new InputError(
      'unknown-cut',
      `--cut is full, practice, half:morning, half:evening or step:ID, not “${name}”.`,
    );
  const plan = planOf(lesson, id);
  if (!plan) throw new InputError('unknown-cut', `There is no step “${name.slice('step:'.length)}” in this lesson.`);
  return { lesson, id, plan };
}

/** What happens when along a cut, with the lesson that it is of. */
export async function readTimeline(
  file: string | undefined,
  named: ReadonlyMap<string, string>,
  read: ReadFile,
): Promise<{ lesson: Lesson; timeline: Timeline }> {
  const { lesson, id } = await readCut(file, named, read);
  const timeline = timelineOf(lesson, id);
  if (!timeline) throw new InputError('unknown-cut', 'This step does not play in the lesson: nothing of it is marked.');
  return { lesson, timeline };
}

/** The shape of picture that `--frame` names; a wide one without it. */
export function frameNamed(named: ReadonlyMap<string, string>): FilmWish['frame'] {
  const name = named.get('frame') ?? '16:9';
  const frame = FILM_FRAMES.find((one) => one === name);
  if (!frame) throw new InputError('unknown-frame', `--frame is 16:9, 9:16 or 1:1, not “${name}”.`);
  return frame;
}

/** What film `--cut`, `--frame`, `--captions` and the name of the file ask for. */
export function wishNamed(named: ReadonlyMap<string, string>, out: string): FilmWish {
  const kind = /\.webm$/i.test(out) ? 'webm' : /\.mp4$/i.test(out) ? 'mp4' : null;
  if (!kind) throw new InputError('unknown-format', `A film is written as .mp4 or .webm, not “${out}”.`);
  const ways = CAPTION_WAYS.join(', ');
  const captions = CAPTION_WAYS.find((one) => one === (named.get('captions') ?? 'track'));
  if (!captions)
    throw new InputError('unknown-captions', `--captions is one of ${ways}, not “${named.get('captions')}”.`);
  return { cut: parseCutId(named.get('cut') ?? 'full')!, frame: frameNamed(named), captions, kind, stillMs: null };
}

/** The style of cues that `--style` names; the lesson's own without it. */
export function styleNamed(named: ReadonlyMap<string, string>, lesson: Lesson): CueStyle {
  const name = named.get('style');
  if (name === undefined) return cueStyleOf(lesson);
  const style = CUE_STYLES.find((one) => one.name.toLowerCase() === name.toLowerCase());
  if (style) return style;
  const names = CUE_STYLES.map((one) => one.name.toLowerCase()).join(', ');
  throw new InputError('unknown-style', `There is no style “${name}”. There are: ${names}.`);
}

/** Splits arguments into what stands alone and `--name value` pairs. */
export function options(
  args: readonly string[],
  known: readonly string[],
): { plain: string[]; named: Map<string, string> } {
  const plain: string[] = [];
  const named = new Map<string, string>();
  for (let i = 0; i < args.length; i++) {
    const arg = args[i]!;
    if (!arg.startsWith('--')) {
      plain.push(arg);
      continue;
    }
    const [name, inline] = arg.slice(2).split('=', 2) as [string, string | undefined];
    if (!known.includes(name))
      throw new InputError(
        'unknown-option',
        `--${name} is not known here.${known.length > 0 ? ` There is: ${known.map((one) => `--${one}`).join(', ')}.` : ''}`,
      );
    const value = inline ?? args[++i];
    if (value === undefined) throw new InputError('missing-value', `--${name} needs a value.`);
    named.set(name, value);
  }
  return { plain, named };
}
