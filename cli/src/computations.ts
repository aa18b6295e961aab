import { describeDose, repetitionMs } from '@limber/core/dose/dose';
import { deriveCues } from '@limber/core/cue/derive';
import { showCues } from '@limber/core/cue/show';
import { checkLesson } from '@limber/core/check/check-lesson';
import { sorted } from '@limber/core/check/finding';
import { differences } from '@limber/core/compare/compare';
import { FRAMES } from '@limber/core/cue/frame';
import { writeAss } from '@limber/core/format/ass';
import { cueSheet } from '@limber/core/format/cue-sheet';
import { writeSrt } from '@limber/core/format/srt';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { filmSize } from '@limber/core/render/size';
import { movesOf } from '@limber/core/lesson/lesson.schema';
import { lengthOfWay, usualTempoMs, waysOf } from '@limber/core/move/way';
import { areasOf } from '@limber/core/schedule/areas';
import { wilson } from '@limber/core/insight/wilson';
import { fitWithWords } from '@limber/core/check/fit-with-words';
import { suggestOrder } from '@limber/core/solve/order';
import { schedule } from '@limber/core/schedule/schedule';
import { readingOf, readNarration } from '@limber/core/narration/read';
import { NarrationError } from '@limber/core/narration/lines';
import { eventsFileSchema } from '@limber/core/viewing/event.schema';
import { playedOf } from '@limber/core/viewing/played';
import {
  fileNamed,
  frameNamed,
  InputError,
  options,
  readCut,
  readJson,
  readLesson,
  readText,
  readTimeline,
  styleNamed,
  wishNamed,
  type ReadFile,
} from './input';
import { align } from './align';
import { analyse } from './analyse';
import { checkCues, seenIn, seenOf } from './check-cues';
import { exported, imported } from './hand-over';
import { logged } from './log';
import { propose } from './propose';
import { renderFilm } from './render';
import { saidDone } from './said-done';
import { shown } from './shown';
import { sync } from './sync';

type Computation = (args: readonly string[], read: ReadFile) => Promise<unknown>;

/** What can be computed on files. A string is printed as it is, anything else as one JSON document. */
export const computations: Readonly<Record<string, Computation>> = {
  schedule: async (args, read) => {
    const { plain, named } = options(args, ['cut']);
    const { plan } = await readCut(plain[0], named, read);
    const { totalMs, firstMoveMs, talkShare, steps } = schedule(plan);
    return {
      durationMs: totalMs,
      // The name of it in scripts that were written earlier.
      totalMs,
      firstMoveMs,
      talkShare,
      steps: steps.map(({ stepId, startMs, endMs, doseMs, speechMs }) => ({
        stepId,
        startMs,
        endMs,
        doseMs,
        speechMs,
      })),
    };
  },

  cues: async (args, read) => {
    const { plain, named } = options(args, ['format', 'cut', 'frame', 'style']);
    const format = named.get('format') ?? 'json';
    if (!['json', 'csv', 'vtt', 'srt', 'ass'].includes(format))
      throw new InputError('unknown-format', `--format is json, csv, vtt, srt or ass, not “${format}”.`);
    const { lesson, timeline } = await readTimeline(plain[0], named, read);
    if (format === 'csv') return cueSheet(deriveCues(lesson, timeline).cues, lesson);
    if (format !== 'json') {
      const [frame, style] = [frameNamed(named), styleNamed(named, lesson)];
      const { cues } = showCues(lesson, { timeline, frame, style });
      if (format === 'vtt') return writeWebVtt(cues);
      if (format === 'srt') return writeSrt(cues);
      return writeAss(cues, { style, frame: FRAMES[frame], ...filmSize(lesson, frame) });
    }
    const { cues, orphans } = deriveCues(lesson, timeline);
    return { cues, orphans };
  },

  render: async (args, read) => {
    const { plain, named } = options(args, ['cut', 'frame', 'style', 'captions']);
    const [file, folder, out] = plain;
    if (!folder || !out)
      throw new InputError('missing-file', 'Name the lesson, the folder of its media, and the film to write.');
    const { lesson } = await readCut(file, named, read);
    return renderFilm(lesson, wishNamed(named, out), styleNamed(named, lesson), folder, out);
  },

  analyse: async (args, read) => {
    const { plain, named } = options(args, ['mirrored', 'plan']);
    const mirrored = named.get('mirrored') ?? 'true';
    if (mirrored !== 'true' && mirrored !== 'false')
      throw new InputError('unknown-value', `--mirrored is true or false, not “${mirrored}”.`);
    const plan = named.get('plan');
    return analyse(fileNamed(plain[0]), mirrored === 'true', plan === undefined ? null : await readLesson(plan, read));
  },

  align: async (args, read) => {
    const { plain } = options(args, []);
    return align(await readLesson(plain[0], read), fileNamed(plain[1]), read);
  },

  propose: async (args, read) => {
    const { plain, named } = options(args, ['log']);
    const [file, analysis, captions] = plain;
    return propose(await readLesson(file, read), { analysis, captions, log: named.get('log') }, read);
  },

  log: async (args, read) => {
    const { plain } = options(args, []);
    return logged(fileNamed(plain[0]), await readLesson(plain[1], read), read);
  },

  'said-done': async (args, read) => {
    const { plain } = options(args, []);
    const [file, ...files] = plain;
    return saidDone(await readLesson(file, read), files, read);
  },

  sync: async (args) => {
    const { plain } = options(args, []);
    return sync(fileNamed(plain[0]), fileNamed(plain[1]));
  },

  place: async (args, read) => {
    const { plain, named } = options(args, ['frame', 'cut', 'style', 'analysis']);
    const { lesson, timeline } = await readTimeline(plain[0], named, read);
    const analysis = named.get('analysis');
    const seenOn = seenOf(timeline, analysis === undefined ? null : await seenIn(analysis, read));
    const { cues } = showCues(lesson, { timeline, frame: frameNamed(named), style: styleNamed(named, lesson), seenOn });
    return {
      cues: cues.map(({ key, kind, startMs, endMs, text, lines, box }) => ({
        ...{ key, kind, startMs, endMs, text, lines, box },
      })),
    };
  },

  'check-cues': async (args, read) => {
    const { plain, named } = options(args, ['cut', 'analysis']);
    const { lesson, timeline } = await readTimeline(plain[0], named, read);
    const analysis = named.get('analysis');
    return checkCues(lesson, timeline, analysis === undefined ? null : await seenIn(analysis, read));
  },

  export: async (args, read) => {
    const { plain, named } = options(args, ['format', 'cut']);
    const { lesson, timeline } = await readTimeline(plain[0], named, read);
    return exported(lesson, timeline, named.get('format'));
  },

  import: async (args, read) => {
    const { plain, named } = options(args, ['as', 'rate']);
    return imported(plain[0], named.get('as'), named.get('rate'), read);
  },

  diff: async (args, read) => {
    const { plain } = options(args, []);
    return { differences: differences(await readLesson(plain[0], read), await readLesson(plain[1], read)) };
  },

  assembly: async (args, read) => {
    const { plain, named } = options(args, ['cut']);
    const { durationMs, cut, passages } = (await readTimeline(plain[0], named, read)).timeline;
    return {
      durationMs,
      pieces: (cut?.pieces ?? []).map(({ id, takeId, fromMs, toMs }) => ({ id, takeId, fromMs, toMs })),
      passages: passages.map(({ kind, stepId, side, startMs, endMs, beatsMs }) => ({
        ...{ kind, stepId, side, startMs, endMs, beatsMs },
      })),
    };
  },

  check: async (args, read) => {
    const { plain, named } = options(args, ['cut']);
    const { plan } = await readCut(plain[0], named, read);
    const { open } = sorted(checkLesson(plan), plan.setAside);
    return { findings: open.map(shown) };
  },

  fit: async (args, read) => {
    const { plain, named } = options(args, ['minutes', 'tolerance']);
    const lesson = await readLesson(plain[0], read);
    const minutes = Number(named.get('minutes') ?? Number.NaN);
    if (!(minutes > 0 && minutes <= 240))
      throw new InputError('impossible-number', 'Give --minutes, a number up to 240, as in --minutes 7.5.');
    const tolerance = named.has('tolerance') ? Number(named.get('tolerance')) * 1000 : lesson.toleranceMs;
    if (!(tolerance >= 0 && tolerance <= 600_000))
      throw new InputError('impossible-number', '--tolerance is in seconds, from 0 to 600.');
    const { along, ...result } = fitWithWords(lesson, Math.round(minutes * 60_000), Math.round(tolerance));
    return {
      ...result,
      words: { mended: along.mended, left: along.left.map(shown) },
      steps: movesOf(lesson.steps).map((step) => ({
        stepId: step.id,
        before: describeDose(step.dose),
        after: describeDose(result.changes?.find((one) => one.stepId === step.id)?.dose ?? step.dose),
      })),
    };
  },

  areas: async (args, read) => {
    const { plain } = options(args, []);
    const lesson = await readLesson(plain[0], read);
    return {
      steps: movesOf(lesson.steps).map((step) => ({
        stepId: step.id,
        // Once along the route, as is usual for its length and its tool; the planned tempo where it goes nowhere.
        lengthMs: usualTempoMs(step.move, step.sidePlan) ?? repetitionMs(step.dose),
        lengthMm: Math.round(lengthOfWay(step.move, step.sidePlan)),
        areas: areasOf(step),
        directions: waysOf(step.move, step.sidePlan),
      })),
    };
  },

  order: async (args, read) => {
    const { plain } = options(args, []);
    return suggestOrder(await readLesson(plain[0], read));
  },

  'read-narration': async (args, read) => {
    const { plain } = options(args, []);
    try {
      return readingOf(readNarration(await readText(plain[0], read)));
    } catch (error) {
      if (error instanceof NarrationError) throw new InputError('no-narration', error.message);
      throw error;
    }
  },

  interval: async (args) => {
    const { plain } = options(args, []);
    const [method, ...numbers] = plain;
    if (method !== 'wilson')
      throw new InputError('unknown-method', `There is no interval “${method ?? ''}”. There is: wilson.`);
    if (numbers.length !== 2 || !numbers.every((text) => /^\d+$/.test(text)))
      throw new InputError('impossible-number', 'Give two whole numbers: how many did (K), and of how many (N).');
    const [k, n] = numbers.map(Number) as [number, number];
    try {
      return wilson(k, n);
    } catch (error) {
      throw new InputError('impossible-number', error instanceof Error ? error.message : '');
    }
  },

  spans: async (args, read) => {
    const { plain } = options(args, []);
    const parsed = eventsFileSchema.safeParse(await readJson(plain[0], read));
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      const path = issue.path.map(String).join('.');
      throw new InputError('invalid-events', `${path}: ${issue.message}`, { path });
    }
    const { durationMs, events } = parsed.data;
    const byViewing = new Map<string, typeof events>();
    for (const event of events) byViewing.set(event.viewingId, [...(byViewing.get(event.viewingId) ?? []), event]);
    if (byViewing.size <= 1) return playedOf(events, durationMs);
    return { viewings: [...byViewing].map(([viewingId, own]) => ({ viewingId, ...playedOf(own, durationMs) })) };
  },
};
