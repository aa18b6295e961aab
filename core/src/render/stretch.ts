import { perSecond, secondsOf } from '../time/frames';
import type { FilmPlan } from './film.schema';

/**
 * A stretch of a film as a film of its own, to try out what it will be.
 *
 * @param from its first picture, and `to` the one behind its last: at least one of the film lies between them.
 * @example stretchOf(plan, 250, 251).frames // 1
 */
export function stretchOf(plan: FilmPlan, from: number, to: number): FilmPlan {
  const first = Math.max(0, Math.min(from, plan.frames - 1));
  const behind = Math.max(first + 1, Math.min(to, plan.frames));
  const filmRate = perSecond(plan.rate);
  const ms = (pictures: number): number => secondsOf(pictures, plan.rate) * 1000;
  const earlierMs = Math.round(ms(first));
  const inside = <T extends { readonly at: number; readonly frames: number }>(one: T): (T & { cut: number })[] => {
    const at = Math.max(one.at, first);
    const frames = Math.min(one.at + one.frames, behind) - at;
    return frames > 0 ? [{ ...one, at: at - first, frames, cut: at - one.at }] : [];
  };
  return {
    ...plan,
    frames: behind - first,
    stillAt: null,
    chapters: [],
    pieces: plan.pieces.flatMap(inside).map(({ cut, ...piece }) => ({
      ...piece,
      from: piece.from + Math.round((cut * perSecond(piece.rate)) / filmRate),
      sound: piece.sound && { ...piece.sound, fromMs: Math.round(piece.sound.fromMs + ms(cut)) },
    })),
    cards: plan.cards.flatMap(inside).map(({ cut: _cut, ...card }) => card),
    voices: plan.voices.flatMap((voice) => {
      const startMs = voice.startMs - earlierMs;
      const fromMs = voice.fromMs + Math.max(0, -startMs);
      return fromMs < voice.toMs && startMs < ms(behind - first)
        ? [{ ...voice, startMs: Math.max(0, startMs), fromMs }]
        : [];
    }),
    shots: plan.shots.map((shot) => ({
      ...shot,
      startMs: shot.startMs - earlierMs,
      endMs: shot.endMs - earlierMs,
    })),
    sounds: plan.sounds
      .map(({ kind, atMs }) => ({ kind, atMs: atMs - earlierMs }))
      .filter(({ atMs }) => atMs >= 0 && atMs < ms(behind - first)),
    cues: plan.cues.map((cue) => ({ ...cue, startMs: cue.startMs - earlierMs, endMs: cue.endMs - earlierMs })),
  };
}

/**
 * Instants of a cut of which a still may stand for it: in the middle of the longest works, one of each move as far as
 * there are some, in order.
 *
 * @example stillsOf(timeline.passages, 3) // [14_000, 62_000, 118_000]
 */
export function stillsOf(
  works: readonly { readonly stepId: string | null; readonly startMs: number; readonly endMs: number }[],
  count: number,
): number[] {
  const longest = [...works].sort((a, b) => b.endMs - b.startMs - (a.endMs - a.startMs) || a.startMs - b.startMs);
  const firsts = longest.filter((one, i) => longest.findIndex((other) => other.stepId === one.stepId) === i);
  const others = longest.filter((one) => !firsts.includes(one));
  return [...firsts, ...others]
    .slice(0, count)
    .map(({ startMs, endMs }) => Math.round((startMs + endMs) / 2))
    .sort((a, b) => a - b);
}
