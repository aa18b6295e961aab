import { FRAMES, type FrameName } from '../cue/frame';
import type { Lesson } from '../lesson/lesson.schema';
import type { Take } from '../lesson/take.schema';
import { perSecond, type FrameRate } from '../time/frames';

/** The size of a film, px, and its pictures a second. */
export interface FilmSize {
  readonly width: number;
  readonly height: number;
  readonly frameRate: number;
  /** The same as a fraction, which is exact. */
  readonly rate: FrameRate;
}

/** Footage of so many lines and more makes a film of the larger size. */
const LARGE_FROM = 900;
const USUAL_RATE: FrameRate = { numerator: 25, denominator: 1 };

/**
 * How large the film of a lesson is: 1,080 px at its shorter side, or 720 where all footage is smaller, so that counts
 * are sharp on a television; with the pictures a second of the takes that play longest.
 *
 * @example filmSize(lesson, '9:16') // { width: 1080, height: 1920, frameRate: 25, rate: { numerator: 25, denominator: 1 } }
 */
export function filmSize({ takes, assembly }: Pick<Lesson, 'takes' | 'assembly'>, frame: FrameName): FilmSize {
  const playing = takes.filter((take) => assembly.some((piece) => piece.takeId === take.id));
  const short = playing.some((take) => Math.min(take.width, take.height) >= LARGE_FROM) ? 1080 : 720;
  const shape = FRAMES[frame].height;
  const width = shape < 1 ? short / shape : short;
  const rate = longest(playing, assembly);
  return {
    width: Math.round(width),
    height: Math.round(width * shape),
    frameRate: perSecond(rate),
    rate,
  };
}

function longest(takes: readonly Take[], assembly: Lesson['assembly']): FrameRate {
  const playedMs = new Map<string, number>();
  const rates = new Map<string, FrameRate>();
  for (const { takeId, fromMs, toMs } of assembly) {
    const rate = takes.find((take) => take.id === takeId)?.frameRate;
    if (!rate) continue;
    const name = `${rate.numerator}/${rate.denominator}`;
    rates.set(name, rate);
    playedMs.set(name, (playedMs.get(name) ?? 0) + toMs - fromMs);
  }
  const [most] = [...playedMs].sort((a, b) => b[1] - a[1]);
  return most ? rates.get(most[0])! : USUAL_RATE;
}
