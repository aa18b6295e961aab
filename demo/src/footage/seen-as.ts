import { REGIONS, type Region } from '@limber/core/face/regions';
import { neighbours } from '@limber/core/face/areas';
import type { Bout, PictureAnalysis, Seen } from '@limber/core/footage/analyse';
import { turned, type PictureHalf } from '@limber/core/footage/half';
import { movesOf, type Lesson } from '@limber/core/lesson/lesson.schema';
import type { ViewerSide } from '@limber/core/lesson/take.schema';
import { seeded } from '@limber/core/solve/seeded';
import { sharedMs } from '@limber/core/time/spans';
import type { Happened, Said } from './said';

/** What hands do that nobody sees from outside: the voice, the breath, the mouth by itself. */
const UNSEEN_ACTIONS = new Set(['vocalise', 'breathe', 'puff']);
const UNSEEN_REGIONS = new Set<Region>(['mouth', 'lips', 'tongue', 'whole_face']);

/**
 * How often an analysis of drawn clips errs, as the benchmark of footage tells it, rounded to the worse side: simulated
 * eyes make these mistakes, no better and no worse ones.
 */
const ERRS = {
  missed: 0.05,
  countOff: 0.08,
  wrongHalf: 0.02,
  neighbour: 0.3,
  wrongRegion: 0.08,
  noRegion: 0.02,
  /** Standard deviation of starts and ends, ms, now and then far more; of beats around their offset, and that offset. */
  endMs: 130,
  farEnds: 0.04,
  farEndMs: 600,
  beatMs: 40,
  offsetMs: -80,
  falseHoldsAMinute: 0.4,
  falseBoutsAMinute: 0.08,
} as const;

/**
 * What an analysis would see of hands, with its usual mistakes: for trying out on many lessons what is made of it, where
 * drawing and looking at each would take hours.
 */
export function seenAs(
  { hands, durationMs }: Pick<Said, 'hands' | 'durationMs'>,
  lesson: Lesson,
  seed: number,
  pictureLeft: ViewerSide,
): Pick<PictureAnalysis, 'bouts' | 'holds' | 'sceneChangesMs'> {
  const random = seeded(977 * seed + 5);
  const maybe = (share: number): boolean => random() < share;
  const normal = (deviation: number): number =>
    deviation * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const bouts: Bout[] = [];
  const holds: Seen[] = [];

  const regionAs = (region: Region): Region | null => {
    if (maybe(ERRS.noRegion)) return null;
    if (maybe(ERRS.wrongRegion)) return any(REGIONS);
    return maybe(ERRS.neighbour) ? any(REGIONS.filter((one) => neighbours(one, region))) : region;
  };
  const halfAs = (side: Happened['side']): PictureHalf | null => {
    if (side === null || side === 'midline') return maybe(0.5) ? any(['left', 'right'] as const) : null;
    if (side === 'alternating' || side === 'both') return maybe(0.9) ? 'both' : any(['left', 'right'] as const);
    const half = turned(side, pictureLeft);
    if (half === 'both' || !maybe(ERRS.wrongHalf)) return half;
    return half === 'left' ? 'right' : 'left';
  };

  const endOff = (): number => normal(maybe(ERRS.farEnds) ? ERRS.farEndMs : ERRS.endMs);

  for (const one of hands) {
    const step = one.stepId === null ? undefined : steps.get(one.stepId);
    if (!step || UNSEEN_ACTIONS.has(step.move.action) || UNSEEN_REGIONS.has(step.move.region)) continue;
    const startMs = Math.max(0, Math.round(one.startMs + endOff()));
    const endMs = Math.min(durationMs, Math.round(one.endMs + endOff()));
    if (endMs - startMs < 1500 || maybe(ERRS.missed)) continue;
    const seen = { startMs, endMs, half: halfAs(one.side), region: regionAs(step.move.region) };
    if (step.dose.form === 'hold') {
      holds.push({ ...seen, confidence: 0.7 });
      continue;
    }
    const timed = step.dose.form === 'timed';
    const periodMs = timed ? 1200 : (one.endMs - one.startMs) / Math.max(1, one.beatsMs.length);
    const truly = timed
      ? Array.from({ length: Math.floor((endMs - startMs) / periodMs) }, (_, i) => startMs + (i + 1) * periodMs)
      : one.beatsMs;
    if (truly.length < 2) continue;
    let beatsMs = truly
      .map((ms) => Math.round(ms + ERRS.offsetMs + normal(ERRS.beatMs)))
      .filter((ms) => ms > startMs && ms <= endMs);
    const off = maybe(ERRS.countOff);
    if (off && maybe(0.5)) beatsMs = beatsMs.slice(1);
    else if (off) beatsMs = beatsMs.slice(0, -1);
    if (beatsMs.length < 2) continue;
    bouts.push({
      ...seen,
      periodMs: Math.round(periodMs),
      beatsMs,
      confidence: off ? 0.4 + 0.4 * random() : 0.6 + 0.4 * random(),
    });
  }
  const minutes = durationMs / 60_000;
  const chance = (aMinute: number): number => Math.floor(aMinute * minutes + random());
  const anywhere = (): Omit<Seen, 'confidence'> => {
    const startMs = Math.round(random() * Math.max(1, durationMs - 6000));
    return {
      startMs,
      endMs: startMs + 2500 + Math.round(2500 * random()),
      half: any(['left', 'right'] as const),
      region: any(REGIONS),
    };
  };
  const free = (one: Omit<Seen, 'confidence'>): boolean =>
    ![...bouts, ...holds].some((other) => sharedMs(one, other) > 0);
  for (let left = chance(ERRS.falseHoldsAMinute); left > 0; left--) {
    const one = anywhere();
    if (free(one)) holds.push({ ...one, confidence: 0.3 + 0.3 * random() });
  }
  for (let left = chance(ERRS.falseBoutsAMinute); left > 0; left--) {
    const one = anywhere();
    const beatsMs = [1, 2, 3].map((n) => Math.round(one.startMs + (n * (one.endMs - one.startMs)) / 3));
    if (free(one))
      bouts.push({ ...one, periodMs: beatsMs[1]! - beatsMs[0]!, beatsMs, confidence: 0.3 + 0.3 * random() });
  }
  const byStart = (a: Seen, b: Seen): number => a.startMs - b.startMs;
  return { bouts: bouts.sort(byStart), holds: holds.sort(byStart), sceneChangesMs: [] };
}
