import { chapterLines } from '@limber/core/format/chapter-files';
import { parseEdl, writeEdl } from '@limber/core/format/edl';
import { FormatError } from '@limber/core/format/format-error';
import { jsonLd } from '@limber/core/format/json-ld';
import { parseOtio, writeOtio } from '@limber/core/format/otio';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { linkedOf, listedOf } from '@limber/core/render/hand-over';
import { hostWords } from '@limber/core/render/host-words';
import { chaptersOnFilm } from '@limber/core/render/on-film';
import type { Timeline } from '@limber/core/schedule/timeline';
import { msOfFrame, parseFrameRate } from '@limber/core/time/frames';
import { linesOf } from './align';
import { InputError, fileNamed, readJson, readLesson, readText, type ReadFile } from './input';

const EXPORTS = ['otio', 'edl', 'chapters', 'jsonld', 'host-text'] as const;
const IMPORTS = ['segments', 'captions', 'bundle'] as const;

/**
 * A cut of a lesson in a form that other programs and video hosts read.
 *
 * @throws InputError for a form that is not known, and where nothing plays that could be handed over.
 */
export function exported(lesson: Lesson, timeline: Timeline, format: string | undefined): unknown {
  switch (EXPORTS.find((one) => one === format)) {
    case 'otio':
      return told(() => writeOtio(listedOf(lesson, filmed(timeline))));
    case 'edl':
      return told(() => writeEdl(listedOf(lesson, filmed(timeline))));
    case 'chapters':
      return `${chapterLines(chaptersOnFilm(lesson, timeline)).join('\n')}\n`;
    case 'jsonld':
      return jsonLd(linkedOf(lesson, timeline, null));
    case 'host-text': {
      const { title, description, tags, pinned, endCard } = hostWords(lesson, timeline);
      return `${[title, description, tags, pinned, endCard.join('\n')].filter(Boolean).join('\n\n')}\n`;
    }
    default:
      throw new InputError('unknown-format', `--format is ${EXPORTS.join(', ')}, not “${format ?? ''}”.`);
  }
}

function filmed(timeline: Timeline): Timeline {
  if (!timeline.cut) throw new InputError('nothing-plays', 'Nothing of this lesson is filmed and marked yet.');
  return timeline;
}

/**
 * What a file of another program, or of this one, carries: pieces with what is marked on them, captions, or a lesson.
 *
 * @param rate frames a second of an edit list, which does not say it: `25` or `30000/1001`.
 * @throws InputError with the line or the path of what is wrong.
 */
export async function imported(
  name: string | undefined,
  as: string | undefined,
  rate: string | undefined,
  read: ReadFile,
): Promise<unknown> {
  const file = fileNamed(name);
  switch (IMPORTS.find((one) => one === as)) {
    case 'segments':
      return /\.edl$/i.test(file) ? fromEdl(await readText(file, read), rate) : fromOtio(await readJson(file, read));
    case 'captions':
      return { lines: await linesOf(file, read) };
    case 'bundle':
      return readLesson(file, read);
    default:
      throw new InputError('unknown-format', `--as is ${IMPORTS.join(', ')}, not “${as ?? ''}”.`);
  }
}

function fromEdl(text: string, said = '25'): unknown {
  const rate = parseFrameRate(said);
  if (!rate) throw new InputError('impossible-number', `--rate is 25 or 30000/1001, not “${said}”.`);
  const { title, events } = told(() => parseEdl(text, rate));
  const pieces = events.map(({ reel, clip, from, to, at }) => ({
    ...{ reel, clip, fromMs: msOfFrame(from, rate), toMs: msOfFrame(to, rate), startMs: msOfFrame(at, rate) },
  }));
  return { title, pieces, segments: [] };
}

function fromOtio(value: unknown): unknown {
  const { title, clips } = told(() => parseOtio(value));
  // A part that plays in several pieces is marked on each of them.
  const segments = new Map<string, object>();
  for (const { marks, file } of clips)
    for (const { name, startMs, endMs, segment } of marks)
      segments.set(segment?.id ?? JSON.stringify([file, name, startMs]), segment ?? { name, file, startMs, endMs });
  const pieces = clips.map(({ piece, name, file, fromMs, toMs }) => piece ?? { name, file, fromMs, toMs });
  return { title, pieces, segments: [...segments.values()] };
}

function told<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof FormatError)
      throw new InputError('unreadable', error.message, error.line === null ? {} : { line: error.line });
    throw error;
  }
}
