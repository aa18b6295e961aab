import type { Lesson } from '../lesson/lesson.schema';
import { aCue, aFilmedLesson, aSegment, aStep, seeded } from '../testing';
import { assOfPart, filmParts, filmPlan, NoFilmError } from './film';
import { filmPlanSchema, type FilmWish } from './film.schema';

const WISH: FilmWish = { cut: 'full', frame: '16:9', captions: 'track', kind: 'mp4', stillMs: null };

function lesson(change: Partial<Lesson> = {}): Lesson {
  const filmed = aFilmedLesson({}, 120_000);
  const take = { ...filmed.takes[0]!, sources: [{ mediaId: 'm', role: 'picture' as const, offsetMs: 0 }] };
  return {
    ...filmed,
    steps: [aStep('a')],
    takes: [take],
    assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 120_000 }],
    segments: [aSegment('s', 2000, 9000, { beatsMs: [3000, 4000, 5000] as never })],
    ...change,
  };
}

describe('what a film is made of', () => {
  it('is whole and can be written down', () => {
    const plan = filmPlan(lesson(), WISH);
    expect(filmPlanSchema.parse(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
    expect([plan.width, plan.height, plan.frames]).toEqual([1280, 720, 3000]);
    const take = lesson().takes[0]!;
    expect(filmPlan(lesson({ takes: [{ ...take, width: 1920, height: 1080 }] }), { ...WISH, frame: '9:16' })).toEqual(
      jasmine.objectContaining({ width: 1080, height: 1920 }),
    );
  });

  it('has no gap and no picture twice, wherever pieces begin and end', () => {
    const random = seeded(11);
    for (let n = 0; n < 200; n++) {
      const worked = { id: 'w', takeId: 't', fromMs: 0, toMs: 10_000 };
      const others = Array.from({ length: 1 + Math.floor(random() * 6) }, (_, i) => {
        const fromMs = Math.floor(random() * 100_000);
        return { id: `p${i}`, takeId: 't', fromMs, toMs: fromMs + 500 + Math.floor(random() * 15_000) };
      });
      const pieces = [...others, worked];
      const plan = filmPlan(lesson({ assembly: pieces }), WISH);
      const total = pieces.reduce((sum, one) => sum + one.toMs - one.fromMs, 0);
      expect(Math.abs(plan.frames - (total * 25) / 1000)).toBeLessThanOrEqual(0.5 + 1e-9);
      let at = 0;
      for (const part of filmParts(plan)) {
        expect(part.at).toBe(at);
        expect(part.frames).toBeLessThanOrEqual(500);
        at += part.frames;
      }
      expect(at).toBe(plan.frames);
    }
  });

  it('says in words what is missing', () => {
    const cases: [Partial<Lesson>, RegExp][] = [
      [{ assembly: [] }, /Bring in a take/],
      [{ takes: [{ ...lesson().takes[0]!, sources: [] }] }, /footage of this lesson is not here/],
    ];
    for (const [change, words] of cases) expect(() => filmPlan(lesson(change), WISH)).toThrowError(NoFilmError, words);
    expect(() => filmPlan(lesson(), { ...WISH, cut: 'step:nowhere' })).toThrowError(NoFilmError, /does not play/);
  });

  it('has captions or not, and draws them only when they are wanted in the picture', () => {
    const cues = [aCue('caption', 'Good morning.', { startMs: 1000, endMs: 3000 }), aCue('label', 'Slipway')];
    const drawn = (captions: FilmWish['captions']) => {
      const plan = filmPlan(lesson(), { ...WISH, captions }, { cues });
      const ass = assOfPart(plan, filmParts(plan)[0]!) ?? '';
      return [plan.cues.some((cue) => cue.kind === 'caption'), ass.includes('Good morning.'), ass.includes('Slipway')];
    };
    expect(drawn('burned')).toEqual([true, true, true]);
    expect(drawn('track')).toEqual([true, false, true]);
    expect(drawn('none')).toEqual([false, false, true]);
  });

  it('is drawn by parts that know nothing of where they lie: a change before them leaves them as they are', () => {
    const before = filmPlan(lesson(), WISH);
    const longer = { id: 'q', takeId: 't', fromMs: 50_000, toMs: 57_040 };
    const after = filmPlan(lesson({ assembly: [longer, ...lesson().assembly] }), WISH);
    const [first, ...parts] = filmParts(after);
    expect(first).toEqual(jasmine.objectContaining({ at: 0, frames: 176, from: 1250 }));
    filmParts(before).forEach((part, i) => {
      expect({ ...parts[i]!, at: 0 }).toEqual({ ...part, at: 0 });
      expect(assOfPart(after, parts[i]!)).toBe(assOfPart(before, part));
    });
    expect(assOfPart(before, filmParts(before)[3]!)).toBeNull();
    expect(assOfPart(before, filmParts(before)[0]!)).not.toBeNull();
  });
});
