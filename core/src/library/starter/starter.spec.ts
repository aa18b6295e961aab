import { cautionFindings } from '../../check/cautions';
import { orderFindings } from '../../check/order-findings';
import { plainStepOf, stepOf } from '../../lesson/lesson.schema';
import { moveSchema, type Move } from '../../move/move.schema';
import { touches, usualTempoMs } from '../../move/way';
import { SCHOOL_IDS } from '../../school/schools';
import { aLesson } from '../../testing';
import { STARTER_MOVES } from './starter';

/** A lesson of one move that is introduced by its own cautions, and nothing else. */
const alone = (move: Move, words = move.cautions.join(' ')) =>
  aLesson({
    opening: 'A little oil first. After a peel, wait.',
    steps: [stepOf('a', move, { narration: { before: `${words} ${move.how}`, during: '', after: '' } })],
  });

describe('the starter set', () => {
  it('holds more than forty moves of valid fields, each name and id once', () => {
    expect(STARTER_MOVES.length).toBeGreaterThanOrEqual(40);
    for (const field of ['id', 'name'] as const)
      expect(new Set(STARTER_MOVES.map((one) => one[field])).size).toBe(STARTER_MOVES.length);
    for (const move of STARTER_MOVES) expect(moveSchema.parse(move)).toEqual(move);
  });

  for (const move of STARTER_MOVES) {
    it(`${move.name}: its own cautions say what it calls for, and it does what no school forbids`, () => {
      const missing = cautionFindings(alone(move)).map((one) => `${one.about}: ${one.because}`);
      expect(missing).toEqual([]);
      const touch = ['neck-pressure', 'neck-both-sides', 'eye-pressure'];
      const found = orderFindings(alone(move)).filter((one) => touch.includes(one.rule));
      expect(found.map((one) => one.message)).toEqual([]);
    });

    it(`${move.name} fits a school`, () => {
      const rules = ['direction', 'pressure', 'back-and-forth'];
      const fits = SCHOOL_IDS.filter(
        (school) => !orderFindings({ ...alone(move), school }).some((one) => rules.includes(one.rule)),
      );
      expect(fits.length).toBeGreaterThan(0);
    });
  }

  it('has no caution that is not called for by what the move does', () => {
    for (const move of STARTER_MOVES)
      if (move.cautions.length > 0)
        expect(cautionFindings(alone(move, '')).length)
          .withContext(move.name)
          .toBeGreaterThan(0);
  });

  it('goes along its ways about as fast as is usual', () => {
    for (const move of STARTER_MOVES) {
      const usualMs = usualTempoMs(move, move.sidePlan);
      if (usualMs === null || !('tempoMs' in move.dose) || !touches(move)) continue;
      const times = move.dose.tempoMs.planned / usualMs;
      expect(times).withContext(`${move.name}: ${move.dose.tempoMs.planned} and ${usualMs} ms`).toBeGreaterThan(0.4);
      expect(times).withContext(`${move.name}: ${move.dose.tempoMs.planned} and ${usualMs} ms`).toBeLessThan(3);
    }
  });

  /** Estimates from the timing of captions, talk included (common practice, no source), seconds each time. */
  const FIGURES: readonly (readonly [move: string, low: number, high: number])[] = [
    ['Cheek with the roller', 3, 5.5],
    // Up and down again, five each.
    ['Neck with the roller', 8, 12],
    ['Chest with the stone', 4.5, 7],
    ['Brow bone, out', 1.2, 1.5],
    ['Under the eye with the roller', 7, 9],
  ];
  for (const [name, low, high] of FIGURES)
    it(`${name}: ${low} to ${high} s each time`, () => {
      const { dose } = STARTER_MOVES.find((one) => one.name === name)!;
      const each = 'tempoMs' in dose ? dose.tempoMs.planned / 1000 : Number.NaN;
      expect(each).toBeGreaterThanOrEqual(low);
      expect(each).toBeLessThanOrEqual(high);
    });

  // Putting on oil 20 to 25 s; a change of side with a turn of the head 6 s (common practice, no source).
  it('comes with steps that take as long as they usually do', () => {
    const oil = plainStepOf('oil', 'product');
    expect(oil.lengthMs).toBeGreaterThanOrEqual(20_000);
    expect(oil.lengthMs).toBeLessThanOrEqual(25_000);
  });
});
