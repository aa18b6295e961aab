import '../words/localize';
import { cutOf } from '../assembly/cut';
import { FRAMES } from '../cue/frame';
import type { PlacedCue } from '../cue/place';
import { cueStyleOf } from '../cue/styles';
import { writeAss } from '../format/ass';
import { chapterLines, writeChapters } from '../format/chapter-files';
import { cueSheet } from '../format/cue-sheet';
import { writeEdl } from '../format/edl';
import { fileName } from '../format/file-name';
import { FormatError } from '../format/format-error';
import { jsonLd } from '../format/json-ld';
import { writeOtio } from '../format/otio';
import { writeSrt } from '../format/srt';
import { writeWebVtt } from '../format/webvtt';
import type { Lesson } from '../lesson/lesson.schema';
import { paperOf } from '../paper/paper';
import { chaptersOf } from '../schedule/chapters';
import type { Timeline } from '../schedule/timeline';
import { filmSize } from './size';

/** A file for another program. */
export interface HandedFile {
  readonly name: string;
  readonly type: string;
  /** What it is, in a few words. */
  readonly what: string;
  readonly text: string;
}

/** What cannot be written of a lesson, with why. */
export interface NotHanded {
  readonly what: string;
  readonly why: string;
}

/**
 * The files that a lesson is handed over in: captions, cues and chapters as text with times, what plays as lists for
 * editors, and the lesson itself. What this lesson cannot be written as stands apart, with why.
 *
 * @param cues those of a wide picture, where they stand.
 * @param url where it is public; null as long as it is not.
 * @example handOver(lesson, timeline, cues, null).files[0]?.name // 'before-the-early-bulletin-captions.vtt'
 */
export function handOver(
  lesson: Lesson,
  timeline: Timeline,
  cues: readonly PlacedCue[],
  url: string | null,
): { readonly files: readonly HandedFile[]; readonly missing: readonly NotHanded[] } {
  const base = fileName(lesson.title);
  const chapters = chaptersOf(lesson, timeline);
  const captions = cues.filter((cue) => cue.kind === 'caption');
  const listed = { title: lesson.title, cut: timeline.cut ?? cutOf('full', []), takes: lesson.takes, chapters };
  const lengths = new Map(lesson.takes.map((take) => [take.id, take.durationMs]));
  const otio = (): object =>
    writeOtio({ ...listed, lesson, fileOf: (id) => `${id}.mp4`, lengthOf: (id) => lengths.get(id) ?? 0 });
  const ass = (): string =>
    writeAss([...cues], { style: cueStyleOf(lesson), frame: FRAMES['16:9'], ...filmSize(lesson, '16:9') });
  const { title, description, language } = lesson;
  const { durationMs } = timeline;
  const linked = { title, description, language, durationMs, chapters, materials: paperOf(lesson).kit, url };
  const all: readonly (readonly [name: string, type: string, what: string, write: () => string])[] = [
    ['captions.vtt', 'text/vtt', $localize`Captions, WebVTT`, () => writeWebVtt(captions)],
    ['captions.srt', 'application/x-subrip', $localize`Captions, SubRip`, () => writeSrt(captions)],
    ['cues.vtt', 'text/vtt', $localize`Everything that is shown`, () => writeWebVtt(cues)],
    ['cues.ass', 'text/x-ssa', $localize`Everything that is shown, as it looks`, ass],
    ['cues.csv', 'text/csv', $localize`Everything that is shown, as a table`, () => cueSheet(cues, lesson)],
    ['chapters.vtt', 'text/vtt', $localize`Chapters`, () => writeChapters(chapters)],
    ['chapters.txt', 'text/plain', $localize`Chapters, as lines`, () => `${chapterLines(chapters).join('\n')}\n`],
    ['timeline.otio', 'application/json', $localize`What plays, OpenTimelineIO`, () => pretty(otio())],
    ['edit-list.edl', 'text/plain', $localize`What plays, CMX 3600`, () => writeEdl(listed)],
    ['page.jsonld', 'application/ld+json', $localize`For a web page, linked data`, () => pretty(jsonLd(linked))],
    ['lesson.json', 'application/json', $localize`The lesson itself, without its media`, () => pretty(lesson)],
  ];
  const files: HandedFile[] = [];
  const missing: NotHanded[] = [];
  for (const [end, type, what, write] of all)
    try {
      files.push({ name: `${base}-${end}`, type, what, text: write() });
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      missing.push({ what, why: error.message });
    }
  return { files, missing };
}

function pretty(value: object): string {
  return `${JSON.stringify(value, null, 2)}\n`;
}
