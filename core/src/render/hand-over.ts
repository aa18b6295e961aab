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
import { jsonLd, type LinkedLesson } from '../format/json-ld';
import { writeOtio, type OtioListed } from '../format/otio';
import { writeSrt } from '../format/srt';
import { writeWebVtt } from '../format/webvtt';
import { goesAlong } from '../caution/studio-rules';
import type { Lesson } from '../lesson/lesson.schema';
import { kitOf } from '../paper/paper';
import { chaptersOf } from '../schedule/chapters';
import type { Timeline } from '../schedule/timeline';
import { chaptersOnFilm, laterOnFilm } from './on-film';
import { filmSize } from './size';

/** A file for another program. */
export interface HandedFile {
  readonly name: string;
  readonly type: string;
  /** What it is, in a few words. */
  readonly what: string;
  /** Writes it: only what is asked for is written. */
  readonly text: () => string;
}

/** What cannot be written of a lesson, with why. */
export interface NotHanded {
  readonly what: string;
  readonly why: string;
}

/**
 * What lists for editors are written from; media are named after their take, as those that are rendered from.
 *
 * @example writeEdl(listedOf(lesson, timeline))
 */
export function listedOf(lesson: Lesson, timeline: Timeline): OtioListed {
  const { title, takes } = lesson;
  const lengths = new Map(takes.map((take) => [take.id, take.durationMs]));
  return {
    ...{ title, cut: timeline.cut ?? cutOf(timeline.id, []), takes, chapters: chaptersOf(lesson, timeline), lesson },
    fileOf: (id) => `${id}.mp4`,
    lengthOf: (id) => lengths.get(id) ?? 0,
  };
}

/** What linked data are written from. @param url where it is public; null as long as it is not. */
export function linkedOf(lesson: Lesson, timeline: Timeline, url: string | null): LinkedLesson {
  const { title, description, language } = lesson;
  const { durationMs } = timeline;
  const chapters = chaptersOf(lesson, timeline);
  return { title, description, language, durationMs, chapters, materials: kitOf(lesson), url };
}

/**
 * The files that a lesson is handed over in: captions, cues and chapters as text with times, which go with its finished
 * film and so begin behind its opening card; what plays as lists for editors, without cards; and the lesson itself. What
 * this lesson cannot be written as stands apart, with why.
 *
 * @param placed the cues of a wide picture, where they stand.
 * @param url where it is public; null as long as it is not.
 * @example handOver(lesson, timeline, cues, null).files[0]?.name // 'before-the-early-bulletin-captions.vtt'
 */
export function handOver(
  lesson: Lesson,
  timeline: Timeline,
  placed: readonly PlacedCue[],
  url: string | null,
): { readonly files: readonly HandedFile[]; readonly missing: readonly NotHanded[] } {
  const base = fileName(lesson.title);
  const listed = listedOf(lesson, timeline);
  const chapters = chaptersOnFilm(lesson, timeline);
  const laterMs = laterOnFilm(lesson);
  const cues = placed.map((cue) => ({ ...cue, startMs: cue.startMs + laterMs, endMs: cue.endMs + laterMs }));
  const captions = cues.filter((cue) => cue.kind === 'caption');
  const files: HandedFile[] = [];
  const missing: NotHanded[] = [];
  const add = (end: string, type: string, what: string, text: () => string): void =>
    void files.push({ name: `${base}-${end}`, type, what, text });
  /** Not every lesson can be written as these. */
  const addList = (end: string, type: string, what: string, write: (one: OtioListed) => string): void => {
    try {
      const text = write(listed);
      add(end, type, what, () => text);
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      missing.push({ what, why: error.message });
    }
  };
  add('captions.vtt', 'text/vtt', $localize`Captions, WebVTT`, () => writeWebVtt(captions));
  add('captions.srt', 'application/x-subrip', $localize`Captions, SubRip`, () => writeSrt(captions));
  add('cues.vtt', 'text/vtt', $localize`Everything that is shown`, () => writeWebVtt(cues));
  add('cues.ass', 'text/x-ssa', $localize`Everything that is shown, as it looks`, () =>
    writeAss([...cues], { style: cueStyleOf(lesson), frame: FRAMES['16:9'], ...filmSize(lesson, '16:9') }),
  );
  add('cues.csv', 'text/csv', $localize`Everything that is shown, as a table`, () => cueSheet(cues, lesson));
  add('chapters.vtt', 'text/vtt', $localize`Chapters`, () => writeChapters(chapters));
  add('chapters.txt', 'text/plain', $localize`Chapters, as lines`, () => `${chapterLines(chapters).join('\n')}\n`);
  addList('timeline.otio', 'application/json', $localize`What plays, OpenTimelineIO`, (one) => pretty(writeOtio(one)));
  addList('edit-list.edl', 'text/plain', $localize`What plays, CMX 3600`, writeEdl);
  add('page.jsonld', 'application/ld+json', $localize`For a web page, linked data`, () =>
    pretty(jsonLd(linkedOf(lesson, timeline, url))),
  );
  add('lesson.json', 'application/json', $localize`The lesson itself, without its media`, () =>
    pretty({ ...lesson, rules: goesAlong(lesson.rules) }),
  );
  return { files, missing };
}

function pretty(value: object): string {
  return `${JSON.stringify(value, null, 2)}\n`;
}
