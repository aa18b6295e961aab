import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { alignLesson } from '@limber/core/align/align-lesson';
import { scriptOf } from '@limber/core/align/script';
import { heardLines } from '@limber/core/align/words.document';
import { offsetOf, RiseGatherer, SYNC_RATE } from '@limber/core/footage/sync';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { parseLines } from '@limber/core/narration/lines';
import { readLines } from '@limber/core/narration/read';
import { speechOf } from '@limber/demo/footage/filmed';
import { speak, SAMPLE_RATE } from '@limber/demo/footage/voice';
import { sayLesson } from '@limber/demo/footage/said';
import { LAYOUTS } from '@limber/demo/footage/said-captions';
import { lessonAsLongAs, saidLessons } from '@limber/demo/footage/said-lessons';
import { scoreSaid, sumOf, type SaidScore } from '@limber/demo/footage/said-score';
import { listen } from '@limber/server/media/make';
import { probe } from '@limber/server/media/probe';
import { hearWords } from '@limber/server/media/words';
import { medians, report } from './compare';

/** How well lessons are put on the clock by captions and by sound, and how fast. */
export async function align(): Promise<void> {
  const { madeOn, unseen } = saidLessons();
  for (const [name, lessons] of [
    ['lessons it was made on', madeOn],
    ['lessons unseen', unseen],
  ] as const) {
    for (const heard of [false, true]) {
      const known = heard ? 'captions and where somebody speaks' : 'captions';
      const all: SaidScore[] = [];
      for (const freedom of [0, 0.5, 1])
        for (const layout of LAYOUTS) {
          const score = sumOf(
            lessons.map((lesson, i) => {
              const said = sayLesson(lesson, 100 + i, { layout, freedom });
              return scoreSaid(said, alignLesson(lesson, parseLines(said.captions), heard ? speechOf(said) : []));
            }),
          );
          all.push(score);
          tell(`${name}, ${known} in ${layout}, freedom ${freedom}`, score);
        }
      tellSure(`${name}, ${known}`, sumOf(all).sure);
    }
  }
  await bySound(unseen.slice(0, 6));
  await speed(madeOn);
}

function tell(name: string, { rows, right, starts, startsRight, possible, invented }: SaidScore): void {
  const share = (part: number, whole: number): string => (part / Math.max(1, whole)).toFixed(2);
  process.stdout.write(
    `align · ${name} · within half a second: steps ${share(startsRight, starts)} of ${starts}, all sides ` +
      `${share(right, rows)} of ${rows} · within what was said to be possible ${share(possible, rows)} · ` +
      `placed without being filmed ${invented}\n`,
  );
}

function tellSure(name: string, sure: SaidScore['sure']): void {
  const levels = [...new Set(sure.map(([confidence]) => confidence))].sort();
  const of = (level: number): string => {
    const own = sure.filter(([confidence]) => confidence === level);
    return `said ${level}: ${own.filter(([, right]) => right).length} of ${own.length}`;
  };
  process.stdout.write(`align · ${name} · how sure, and how many were right · ${levels.map(of).join(' · ')}\n`);
}

/** Lessons spoken by a synthetic voice, put on the clock by their sound alone. */
async function bySound(lessons: readonly Lesson[]): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'limber-said-'));
  const scores: SaidScore[] = [];
  let [tookMs, lastedMs] = [0, 0];
  for (const [i, lesson] of lessons.entries()) {
    const file = join(folder, `${i}.wav`);
    const said = await spoken(lesson, 200 + i, file);
    const scratch = join(folder, `scratch-${i}`);
    mkdirSync(scratch);
    const start = performance.now();
    const lines = await hearWords(
      {
        ...{ media: await probe(file, 'sound'), original: file, scratch },
        ...{ progress: () => undefined, signal: new AbortController().signal },
      },
      scriptOf(lesson).words.map((word) => word.text),
    );
    const found = alignLesson(lesson, heardLines(lines));
    tookMs += performance.now() - start;
    lastedMs += said.durationMs;
    scores.push(scoreSaid(said, found));
  }
  tell(`${lessons.length} lessons unseen, by a synthetic voice alone, freedom 0.5`, sumOf(scores));
  tellSure('by sound', sumOf(scores).sure);
  const work = `${Math.round(lastedMs / 60_000)} minutes of sound (aim 0.2)`;
  report('align', work, tookMs / 1000, 'their length', lastedMs / 1000, 's');
  rmSync(folder, { recursive: true });
}

/** Has a lesson said aloud, into a file. */
async function spoken(lesson: Lesson, seed: number, file: string): Promise<ReturnType<typeof sayLesson>> {
  const options = { layout: 'lines', freedom: 0.5 } as const;
  // Chance falls alike whatever a sentence lasts: the first time tells which sentences there are.
  const voices = await speak([
    ...new Set(sayLesson(lesson, seed, { ...options, lengthOf: () => 1000 }).sentences.map((one) => one.text)),
  ]);
  const lengthOf = (text: string): number => Math.max(50, (1000 * (voices.get(text)?.length ?? 0)) / SAMPLE_RATE);
  const said = sayLesson(lesson, seed, { ...options, lengthOf });
  const samples = new Int16Array(Math.ceil((said.durationMs * SAMPLE_RATE) / 1000));
  for (const { startMs, text } of said.sentences)
    samples.set(voices.get(text) ?? [], Math.round((startMs * SAMPLE_RATE) / 1000));
  writeFileSync(`${file}.raw`, Buffer.from(samples.buffer));
  execFileSync('ffmpeg', [
    ...['-nostdin', '-loglevel', 'error', '-y', '-f', 's16le', '-ar', String(SAMPLE_RATE), '-ac', '1'],
    ...['-i', `${file}.raw`, file],
  ]);
  rmSync(`${file}.raw`);
  return said;
}

/** Captions of five minutes, half an hour and an hour against reading them; an hour of two recordings against hearing one. */
async function speed(lessons: readonly Lesson[]): Promise<void> {
  for (const minutes of [5, 30, 60]) {
    const lesson = lessonAsLongAs(lessons, minutes * 60_000);
    const lines = parseLines(sayLesson(lesson, 1, { layout: 'lines', freedom: 0.5 }).captions);
    const work = `${minutes} minutes of captions, ${lesson.steps.length} steps`;
    const [ours, reference] = await medians(
      () => alignLesson(lesson, lines),
      () => readLines(lines),
      6,
      1,
    );
    report('align', work, ours, 'reading them', reference);
  }
  const folder = mkdtempSync(join(tmpdir(), 'limber-sync-'));
  const file = join(folder, 'hour.wav');
  execFileSync('ffmpeg', [
    ...['-nostdin', '-loglevel', 'error', '-y', '-f', 'lavfi', '-i', 'anoisesrc=c=pink:d=3600:a=0.3:r=16000:seed=3'],
    ...['-af', "volume='0.05+abs(sin(t*1.7)*sin(t*0.37)*sin(t*5.1))':eval=frame", file],
  ]);
  const media = await probe(file, 'sound');
  const making = { media, original: file, progress: () => undefined, signal: new AbortController().signal };
  const began = performance.now();
  const one = await listen(new RiseGatherer(), SYNC_RATE, making);
  const heardMs = performance.now() - began;
  const [ours] = await medians(
    () => offsetOf(one, one),
    () => undefined,
    2,
    0,
  );
  report('align', 'where an hour lies on an hour, both heard', ours, 'hearing one of them', heardMs);
  rmSync(folder, { recursive: true });
  process.stdout.write(
    `align · memory · ${Math.round(Number(/VmHWM:\s+(\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))![1]) / 1024)} MB at most in this process\n`,
  );
}
