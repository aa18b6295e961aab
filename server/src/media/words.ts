import { open, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { COMMON_WORDS } from '@limber/core/align/common-words';
import { languageModel } from '@limber/core/align/language-model';
import type { Words } from '@limber/core/align/words.document';
import { SoundGatherer, speechIn } from '@limber/core/footage/sound';
import { seeded } from '@limber/core/solve/seeded';
import type { Span } from '@limber/core/time/spans';
import { listen, type Making } from './make';
import { runTool, ToolTrouble } from './tool';

/** What Debian's `pocketsphinx-en-us` brings: how English sounds, and how its words are pronounced. */
const MODEL = '/usr/share/pocketsphinx/model/en-us';
const SAMPLE_RATE = 16_000;
const FRAME_MS = 10;
/** A stretch of speech is heard with so much before and after it, ms; pauses shorter than this do not part two. */
const MARGIN_MS = 120;
const PAUSE_MS = 150;
/** Stretches that are heard in one go: between two goes it is told how far it is. */
const AT_ONCE = 40;
/** Silence without any noise is nothing that a recogniser was taught: a little is put under it, of 32768. */
const NOISE = 100;
/** The shares of the work: getting at the sound, then hearing. */
const READING = 0.1;

/**
 * Hears what is said in a recording, by stretches without a pause, where it is known what was to be said: PocketSphinx
 * with a language model of the lesson's own words. English; what is said otherwise is heard badly, and the words of it
 * are not to be relied on.
 *
 * @param script the words that are to be said, in order.
 * @throws ToolTrouble when the recogniser is not there or failed.
 */
export async function hearWords(
  { media, original, scratch, progress, signal }: Making,
  script: readonly string[],
): Promise<Words['lines']> {
  if (!media.hasSound || script.length === 0) return [];
  const pronounced = await pronunciations();
  await writeModel(scratch, script, pronounced);
  const file = await open(join(scratch, 'speech.raw'), 'w');
  const gatherer = new SoundGatherer(SAMPLE_RATE);
  const random = seeded(1);
  const parts: Buffer[] = [];
  let heldBytes = 0;
  let writing = Promise.resolve();
  const write = (): void => {
    const all = Buffer.concat(parts.splice(0));
    heldBytes = 0;
    writing = writing.then(async () => void (await file.write(all)));
  };
  try {
    const add = (samples: Int16Array): void => {
      gatherer.add(samples);
      const noisy = samples.map((value) =>
        Math.max(-32_768, Math.min(32_767, value + NOISE * (random() + random() + random() - 1.5))),
      );
      parts.push(Buffer.from(noisy.buffer));
      heldBytes += noisy.byteLength;
      if (heldBytes > 1_000_000) write();
    };
    await listen({ add }, SAMPLE_RATE, { media, original, signal, progress: (share) => progress(READING * share) });
    write();
    await writing;
  } finally {
    await file.close();
  }
  const stretches = stretchesOf(speechIn(gatherer.frames));
  const lines: Words['lines'] = [];
  for (let at = 0; at < stretches.length; at += AT_ONCE) {
    lines.push(...(await hear(scratch, stretches.slice(at, at + AT_ONCE), media.durationMs, signal)));
    progress(READING + (1 - READING) * Math.min(1, (at + AT_ONCE) / stretches.length));
  }
  return lines;
}

/** Speech that no longer pause parts. */
function stretchesOf(speech: readonly Span[]): [number, number][] {
  const stretches: [number, number][] = [];
  for (const [from, to] of speech) {
    const last = stretches[stretches.length - 1];
    if (last && from - last[1] < PAUSE_MS) last[1] = to;
    else stretches.push([from, to]);
  }
  return stretches;
}

async function hear(
  scratch: string,
  stretches: readonly (readonly [number, number])[],
  durationMs: number,
  signal: AbortSignal,
): Promise<Words['lines']> {
  const frames = stretches.map(([from, to]) => [
    Math.floor(Math.max(0, from - MARGIN_MS) / FRAME_MS),
    Math.floor(Math.min(durationMs, to + MARGIN_MS) / FRAME_MS),
  ]);
  const control = frames.map(([from, to], i) => `speech ${from} ${to} ${i}`);
  await writeFile(join(scratch, 'control'), `${control.join('\n')}\n`);
  const heard = join(scratch, 'heard');
  await writeFile(heard, '');
  await runTool(
    'pocketsphinx_batch',
    [
      ...['-hmm', join(MODEL, 'en-us'), '-lm', join(scratch, 'model.lm'), '-dict', join(scratch, 'words.dict')],
      ...['-adcin', 'yes', '-adchdr', '0', '-cepdir', scratch, '-cepext', '.raw', '-remove_silence', 'no'],
      ...['-ctl', join(scratch, 'control'), '-hypseg', heard, '-logfn', '/dev/null'],
    ],
    { signal, timeoutMs: 3_600_000 },
  );
  return readHeard(
    await readFile(heard, 'utf8'),
    frames.map(([from]) => from! * FRAME_MS),
  );
}

/**
 * Reads what the recogniser wrote: for each stretch its number, scores, and then for each word the frame at which it
 * begins, two scores and the word; at last the frame at which it ends.
 *
 * @param startsMs where each stretch begins.
 * @example readHeard('0 S 0 T -1 A -1 L -1 0 -1 -1 <s> 12 -1 -1 press 40 -1 -1 </s> 60', [1000])
 * // [{ startMs: 1120, endMs: 1400, text: 'press' }]
 */
export function readHeard(written: string, startsMs: readonly number[]): Words['lines'] {
  return written
    .split('\n')
    .filter(Boolean)
    .flatMap((line) => {
      const fields = line.trim().split(/\s+/);
      const startMs = startsMs[Number(fields[0])];
      const first = fields.indexOf('L') + 2;
      if (startMs === undefined || first < 2) return [];
      const lines: Words['lines'] = [];
      let open = false;
      for (let at = first; at + 4 < fields.length; at += 4) {
        const word = fields[at + 3]!.replace(/\(\d+\)$/, '');
        const [from, to] = [fields[at]!, fields[at + 4]!].map((frame) => startMs + Number(frame) * FRAME_MS) as [
          number,
          number,
        ];
        if (/^[<[+]/.test(word)) {
          // A pause of some length parts two lines; a short one is between any two words.
          open &&= to - from < PAUSE_MS;
          continue;
        }
        const last = lines[lines.length - 1];
        if (open && last) Object.assign(last, { endMs: to, text: `${last.text} ${word}` });
        else lines.push({ startMs: from, endMs: to, text: word });
        open = true;
      }
      return lines;
    });
}

/** Writes the words that can be said, how they are pronounced, and which follows which. */
async function writeModel(
  scratch: string,
  script: readonly string[],
  pronounced: ReadonlyMap<string, readonly string[]>,
): Promise<void> {
  const words = script.flatMap((word) => inParts(word, pronounced));
  const talk = new Map([...COMMON_WORDS].filter(([word]) => pronounced.has(word)));
  const all = [...new Set([...words, ...talk.keys()])];
  const dictionary = all.flatMap((word) =>
    pronounced.get(word)!.map((sounds, i) => `${word}${i > 0 ? `(${i + 1})` : ''} ${sounds}`),
  );
  await writeFile(join(scratch, 'words.dict'), `${dictionary.join('\n')}\n`);
  await writeFile(join(scratch, 'model.lm'), languageModel(words, talk));
}

/** A word that nobody says how to pronounce is perhaps two that are: “slipway”. Otherwise it is left out. */
function inParts(word: string, pronounced: ReadonlyMap<string, unknown>): string[] {
  if (pronounced.has(word)) return [word];
  for (let at = 3; at <= word.length - 3; at++)
    if (pronounced.has(word.slice(0, at)) && pronounced.has(word.slice(at))) return [word.slice(0, at), word.slice(at)];
  return [];
}

let known: Promise<ReadonlyMap<string, readonly string[]>> | null = null;

/** Every word of the recogniser's dictionary with its pronunciations. */
function pronunciations(): Promise<ReadonlyMap<string, readonly string[]>> {
  known ??= readPronunciations();
  known.catch(() => (known = null));
  return known;
}

async function readPronunciations(): Promise<ReadonlyMap<string, readonly string[]>> {
  const text = await readFile(join(MODEL, 'cmudict-en-us.dict'), 'utf8').catch((error: NodeJS.ErrnoException) => {
    throw error.code === 'ENOENT' ? new ToolTrouble('missing', 'pocketsphinx-en-us', '') : error;
  });
  const words = new Map<string, string[]>();
  for (const line of text.split('\n')) {
    const at = line.indexOf(' ');
    if (at <= 0) continue;
    const word = line.slice(0, at).replace(/\(\d+\)$/, '');
    words.set(word, [...(words.get(word) ?? []), line.slice(at + 1).trim()]);
  }
  return words;
}
