import fc from 'fast-check';
import { brokenInto } from './lines';
import { textWidth } from './text-width';

describe('lines of a cue', () => {
  it('are one where it fits', () => {
    expect(brokenInto('Your left', 'head', textWidth('Your left', 'head'))).toEqual(['Your left']);
    expect(brokenInto('Your left', 'head', textWidth('Your left', 'head') - 0.01)).toEqual(['Your', 'left']);
  });

  it('break after a sign rather than before it, and where she broke them', () => {
    expect(brokenInto('Slow on the way up, and let the hand float down.', 'text', 14)).toEqual([
      'Slow on the way up,',
      'and let the hand float down.',
    ]);
    expect(brokenInto('one\ntwo', 'text', 40)).toEqual(['one', 'two']);
  });

  it('never cut a word', () => {
    expect(brokenInto('a windowsillful of oil', 'text', 3)).toEqual(['a', 'windowsillful', 'of oil']);
  });

  /** Every way to break, the cheapest by the same rule: fewest lines, then squares of what is free, a sign before a break. */
  function cheapest(text: string, most: number): { lines: number; cost: number } {
    const words = text.split(' ');
    let best = { lines: Infinity, cost: Infinity };
    for (let mask = 0; mask < 1 << (words.length - 1); mask++) {
      const lines: string[][] = [[words[0]!]];
      for (let i = 1; i < words.length; i++)
        if (mask & (1 << (i - 1))) lines.push([words[i]!]);
        else lines[lines.length - 1]!.push(words[i]!);
      if (lines.some((line) => line.length > 1 && textWidth(line.join(' '), 'text') > most)) continue;
      const cost = costOf(
        lines.map((line) => line.join(' ')),
        most,
      );
      if (lines.length < best.lines || (lines.length === best.lines && cost < best.cost))
        best = { lines: lines.length, cost };
    }
    return best;
  }

  function costOf(lines: string[], most: number): number {
    return lines.reduce((sum, line, i) => {
      const free = Math.max(0, most - textWidth(line, 'text'));
      const sign = i === lines.length - 1 || /[,;:.!?…—]$/.test(line) ? 0 : 0.08 * most * most;
      return sum + free * free + sign;
    }, 0);
  }

  it('are the best of all ways to break', () => {
    const word = fc.constantFrom(
      'a',
      'on',
      'the',
      'hand,',
      'slowly',
      'downwards',
      'harbour.',
      'press',
      'lighthousekeeper',
    );
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 9 }), fc.integer({ min: 3, max: 16 }), (words, most) => {
        const text = words.join(' ');
        const lines = brokenInto(text, 'text', most);
        expect(lines.join(' ')).toBe(text);
        const best = cheapest(text, most);
        expect(lines.length).toBe(best.lines);
        expect(costOf(lines, most)).toBeCloseTo(best.cost, 6);
      }),
      { numRuns: 300 },
    );
  });
});
