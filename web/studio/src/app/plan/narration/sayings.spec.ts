import type { PutRight } from '@limber/core/narration/put-right';
import { Sayings } from './sayings';

const region = (word: number, to: 'jaw' | 'chin'): PutRight => ({ is: 'step', word, as: { region: to } });

describe('what was put right', () => {
  let sayings: Sayings;
  beforeEach(() => {
    sayings = new Sayings();
    sayings.add({ said: [region(3, 'jaw'), region(40, 'jaw')], moves: [] });
    sayings.add({ said: [], moves: [[3, 'slipway']] });
  });

  it('holds all together, and the last saying of a place', () => {
    sayings.add({ said: [region(3, 'chin')], moves: [] });
    expect([3, 40].map((word) => sayings.given().steps.get(word)?.region)).toEqual(['chin', 'jaw']);
    expect(sayings.moves().get(3)).toBe('slipway');
  });

  it('is taken back one after another, with all that was said because of it, and said again', () => {
    sayings.undo();
    expect(sayings.moves().size).toBe(0);
    sayings.undo();
    sayings.undo();
    expect(sayings.said()).toEqual([]);
    expect([sayings.canUndo(), sayings.canRedo()]).toEqual([false, true]);
    sayings.redo();
    expect(sayings.said().length).toBe(2);
    // Something else makes what was taken back a thing of the past.
    sayings.add({ said: [region(5, 'chin')], moves: [] });
    expect(sayings.canRedo()).toBeFalse();
  });

  it('may be said of its own place only', () => {
    sayings.undo();
    sayings.onlyThere();
    expect(sayings.said()).toEqual([region(3, 'jaw')]);
  });
});
