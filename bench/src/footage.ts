import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { withPlan, type Planned } from '@limber/core/footage/with-plan';
import { clipOf, type Clip } from '@limber/demo/footage/clips';
import { filmClip } from '@limber/demo/footage/draw-clip';
import { scoreOf, type Score } from '@limber/demo/footage/score';
import { analyseFilm } from '@limber/server/media/analyse';
import { probe } from '@limber/server/media/probe';
import { report } from './compare';
import { spent } from './processor';

/** Clips on which the method was made, and those that it was tried on afterwards. */
const SETS = { 'clips it was made on': [1, 20], 'clips unseen': [21, 30] } as const;

/**
 * Looking at footage: how well on drawn clips of known truth, and its processor time against decoding alone, faces by
 * themselves against the length of the film.
 */
export async function footage(): Promise<void> {
  const folder = '.data/clips';
  mkdirSync(folder, { recursive: true });
  for (const [name, [first, last]] of Object.entries(SETS)) {
    const scores: Score[] = [];
    const planned: Score[] = [];
    for (let seed = first; seed <= last; seed++) {
      const clip = clipOf(seed);
      const file = join(folder, `${seed}.mp4`);
      if (!existsSync(file)) {
        await filmClip(clip, join(folder, 'part.mp4'));
        renameSync(join(folder, 'part.mp4'), file);
      }
      const seen = await analyseFilm(file, await probe(file));
      scores.push(scoreOf(clip, seen));
      planned.push(scoreOf(clip, withPlan(seen, planOf(clip))));
    }
    tell(name, scores);
    tell(`${name}, with their plan`, planned);
  }
  for (const [width, height, aim] of [
    [1920, 1080, 1.5],
    [1280, 720, 2],
  ] as const) {
    const file = join(folder, `${height}.mp4`);
    if (!existsSync(file))
      execFileSync('ffmpeg', [
        ...['-nostdin', '-loglevel', 'error', '-y', '-stream_loop', '3', '-i', join(folder, '3.mp4')],
        ...['-f', 'lavfi', '-i', 'sine=frequency=220', '-shortest', '-vf', `scale=${width}:${height}`],
        ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '21', '-c:a', 'aac', file],
      ]);
    const known = await probe(file);
    const seconds = known.durationMs / 1000;
    const bare = await spent(async () => {
      execFileSync('ffmpeg', ['-nostdin', '-loglevel', 'error', '-i', file, '-f', 'null', '-']);
    });
    const without = await spent(async () => void (await analyseFilm(file, known, { faces: false })));
    const whole = await spent(async () => void (await analyseFilm(file, known)));
    const work = `${Math.round(seconds)} s of ${height}p`;
    report('footage', `${work}, without faces (aim ${aim})`, without, 'decoding it', bare, 's of processor time');
    report('footage', `${work}, faces alone (aim 0.1)`, whole - without, 'its length', seconds, 's');
  }
}

/** What a lesson that was filmed as it was planned says of it. */
function planOf({ events }: Clip): Planned[] {
  return events.flatMap(({ side, region, kind, beatsMs }) =>
    region ? [{ half: side, region, count: kind === 'bout' ? beatsMs.length : 1 }] : [],
  );
}

function tell(name: string, scores: readonly Score[]): void {
  const sum = (of: (score: Score) => number): number => scores.reduce((all, score) => all + of(score), 0);
  const mean = (all: readonly number[]): number => Math.round(all.reduce((a, b) => a + b, 0) / Math.max(1, all.length));
  const [bouts, holds] = [sum((one) => one.bouts), sum((one) => one.holds)];
  const found = sum((one) => one.found) + sum((one) => one.heldFound);
  process.stdout.write(
    `footage · ${name} · bouts ${sum((one) => one.found)} of ${bouts}, counted exactly ${sum((one) => one.exact)}, ` +
      `at most one off ${sum((one) => one.withinOne)}, false ${sum((one) => one.falseBouts)} · ` +
      `beats ${mean(scores.flatMap((one) => one.beatsMs))} ms · holds ${sum((one) => one.heldFound)} of ${holds}, ` +
      `false ${sum((one) => one.falseHolds)}, ends ${mean(scores.flatMap((one) => one.holdsMs))} ms · ` +
      `side ${sum((one) => one.sides)} of ${found}, region or its neighbour ${sum((one) => one.regions)} of ${found}\n`,
  );
}
