import type { Analysis } from './analysis.document';
import { seenWords } from './seen-words';

type Seen = Pick<Analysis, 'bouts' | 'holds'>;
const bout = (half: 'left' | 'right' | 'both', count: number, confidence = 0.9): Seen['bouts'][number] => ({
  ...{ startMs: 0, endMs: 1000, periodMs: 100, half, region: null, confidence },
  beatsMs: Array.from({ length: count }, (_, i) => i * 100),
});
const hold = { startMs: 0, endMs: 3000, half: 'right' as const, region: null, confidence: 0.8 };

describe('what was seen in a take', () => {
  it('is told in a line, sides as viewers have them', () => {
    const seen = { bouts: [bout('left', 20), bout('right', 22)], holds: [hold, hold] };
    expect(seenWords(seen, 'left')).toBe('42 repetitions seen, 2 holds, your left and right');
    expect(seenWords({ bouts: [bout('left', 8)], holds: [] }, 'left')).toBe('8 repetitions seen, your left');
    expect(seenWords({ bouts: [bout('left', 8)], holds: [] }, 'right')).toBe('8 repetitions seen, your right');
    expect(seenWords({ bouts: [bout('both', 1)], holds: [] }, 'right')).toBe('1 repetition seen, your left and right');
  });

  it('says no side where nobody answered which it is, and what is not sure', () => {
    expect(seenWords({ bouts: [bout('left', 8), bout('right', 3, 0.4)], holds: [hold] }, null)).toBe(
      '8 repetitions seen, 1 hold, not sure of 1 more',
    );
    expect(seenWords({ bouts: [], holds: [] }, 'left')).toBe('no repetitions and no holds seen');
  });
});
