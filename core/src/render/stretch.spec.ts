import { aFilmedLesson, aSegment, aStep } from '../testing';
import { assOfPart, filmParts, filmPlan } from './film';
import type { FilmPlan } from './film.schema';
import { stillsOf, stretchOf } from './stretch';

function plan(): FilmPlan {
  const filmed = aFilmedLesson({}, 120_000);
  return filmPlan(
    {
      ...filmed,
      openingCard: true,
      closingCard: { first: 'That was it.', second: '', link: '' },
      steps: [aStep('a')],
      takes: [{ ...filmed.takes[0]!, sources: [{ mediaId: 'm', role: 'picture', offsetMs: 0 }] }],
      segments: [aSegment('s', 2000, 9000, { beatsMs: [3000, 4000, 5000] })],
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 10_000 },
        { id: 'q', takeId: 't', fromMs: 60_000, toMs: 64_000 },
      ],
      voiceOver: [{ id: 'v', stepId: 'a', side: null, part: 'during', mediaId: 'w', fromMs: 0, toMs: 5000, gainDb: 0 }],
    },
    { cut: 'full', frame: '9:16', captions: 'none', kind: 'mp4', stillMs: 1000 },
  );
}

describe('a stretch of a film', () => {
  it('shows and draws what the film has there', () => {
    const whole = plan();
    // A card of 75 pictures, 250 and 100 of the take, and a card of 200.
    expect(whole.frames).toBe(625);
    const one = stretchOf(whole, 75 + 90, 75 + 91);
    expect(one.frames).toBe(1);
    const [part] = filmParts(one);
    expect(part).toEqual(jasmine.objectContaining({ at: 0, frames: 1, from: 90 }) as never);
    // The second count stands at 3.6 s of the take.
    expect(assOfPart(one, part!)).toContain('}2\n');
    expect(one.pieces[0]!.sound!.fromMs).toBe(3600);
    // Spoken over the work, which begins at 2 s.
    expect(one.voices).toEqual([{ mediaId: 'w', startMs: 0, fromMs: 1600, toMs: 5000, gainDb: 0 }]);
  });

  it('goes over cards and pieces, and ends with the film', () => {
    const whole = plan();
    const over = stretchOf(whole, 70, 80);
    expect(filmParts(over).map(({ at, frames, card }) => [at, frames, card?.title ?? null])).toEqual([
      [0, 5, 'A lesson'],
      [5, 5, null],
    ]);
    const behind = stretchOf(whole, 5000, 6000);
    expect([behind.frames, behind.cards.length, behind.pieces.length]).toEqual([1, 1, 0]);
    const all = stretchOf(whole, 0, whole.frames);
    expect(filmParts(all)).toEqual(filmParts(whole));
  });
});

describe('stills', () => {
  const work = (stepId: string, startMs: number, endMs: number) => ({ stepId, startMs, endMs });

  it('are one of each move, in the middle of its longest work, in order', () => {
    const works = [work('a', 0, 4000), work('b', 5000, 15_000), work('b', 15_000, 27_000), work('c', 30_000, 33_000)];
    expect(stillsOf(works, 3)).toEqual([2000, 21_000, 31_500]);
    expect(stillsOf(works, 2)).toEqual([2000, 21_000]);
    expect(stillsOf(works, 9)).toEqual([2000, 10_000, 21_000, 31_500]);
    expect(stillsOf([], 3)).toEqual([]);
  });
});
