import { STARTER_MOVES } from '../library/starter/starter';
import { meant } from './find-moves';

const found = (query: string): string[] => STARTER_MOVES.filter((move) => meant(move, query)).map((move) => move.name);

describe('looking for moves', () => {
  // Words of the trade (common practice, no source).
  const TRADE: readonly (readonly [words: string, move: string, not: string])[] = [
    ['masseter', 'Jaw kneading', 'Cheek lift'],
    ['jaw joint', 'Jaw sway', 'Brow lift'],
    ['tmj', 'Jaw sway', 'Brow lift'],
    ['platysma', 'Side of the neck, down', 'Cheek lift'],
    ['double chin', 'Pats under the chin', 'Cheek lift'],
    ['glabella', 'Brow lift', 'Jaw kneading'],
    ['décolleté', 'Chest press', 'Jaw kneading'],
    ['zygomaticus', 'Cheek lift', 'Jaw kneading'],
    ['nasolabial folds', 'Mouth corners, up', 'Brow lift'],
    ['frontalis', 'Forehead tapping', 'Jaw kneading'],
    ['trapezius', 'Shoulder kneading', 'Brow lift'],
    ['crow’s feet'.replace('’', "'"), 'Eye circles', 'Jaw kneading'],
    ['jade roller', 'Cheek with the roller', 'Cheeks, out'],
    ['clavicle', 'Side of the neck, down', 'Brow lift'],
    ['lymph', 'Ear to collarbone', 'Brow lift'],
  ];
  for (const [words, move, not] of TRADE)
    it(`“${words}” finds ${move}`, () => {
      expect(found(words)).toContain(move);
      expect(found(words)).not.toContain(not);
    });

  it('joins words of the trade with a move’s own, and finds everything without any', () => {
    expect(found('masseter knuckles')).toContain('Jaw circles with knuckles');
    expect(found('masseter knuckles')).not.toContain('Jaw sway');
    expect(found('')).toEqual(STARTER_MOVES.map((one) => one.name));
    expect(found('windmill')).toEqual([]);
  });
});
