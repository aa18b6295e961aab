import { deriveCues } from '@limber/core/cue/derive';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { wilson } from '@limber/core/insight/wilson';
import { schedule } from '@limber/core/lesson/schedule';
import { readingOf, readNarration } from '@limber/core/narration/read';
import { TranscriptError } from '@limber/core/narration/transcript';
import { eventsFileSchema } from '@limber/core/viewing/event.schema';
import { playedOf } from '@limber/core/viewing/played';
import { InputError, options, readJson, readLesson, readText, type ReadFile } from './input';

type Computation = (args: readonly string[], read: ReadFile) => Promise<unknown>;

/** What can be computed on files. A string is printed as it is, anything else as one JSON document. */
export const computations: Readonly<Record<string, Computation>> = {
  schedule: async (args, read) => {
    const { plain } = options(args, []);
    const { totalMs, firstMoveMs, talkShare, steps } = schedule(await readLesson(plain[0], read));
    return { totalMs, firstMoveMs, talkShare, steps };
  },

  cues: async (args, read) => {
    const { plain, named } = options(args, ['format']);
    const format = named.get('format') ?? 'json';
    if (format !== 'json' && format !== 'vtt')
      throw new InputError('unknown-format', `--format is json or vtt, not “${format}”.`);
    const { cues, orphans } = deriveCues(await readLesson(plain[0], read));
    return format === 'vtt' ? writeWebVtt(cues) : { cues, orphans };
  },

  'read-narration': async (args, read) => {
    const { plain } = options(args, []);
    try {
      return readingOf(readNarration(await readText(plain[0], read)));
    } catch (error) {
      if (error instanceof TranscriptError) throw new InputError('no-narration', error.message);
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
