import type { Seen } from '../footage/analyse';
import { noEvidence, type Evidence, type Marked } from './evidence';
import { trimmed } from './trimmed';

const hands = (startMs: number, endMs: number): Seen => ({
  ...{ startMs, endMs, half: null, region: null, confidence: 0.9 },
});
const seen = (...holds: Seen[]): Evidence => ({ ...noEvidence(60_000), heard: true, holds });
const part = (kind: Marked['kind'], startMs: number, endMs: number): Marked => ({
  ...{ kind, startMs, endMs, stepId: 'harbour', side: 'left' },
});
const ends = (found: readonly Marked[]): unknown[] => found.map(({ startMs, endMs }) => [startMs, endMs]);

describe('the ends of what is proposed', () => {
  it('takes the silence from talk', () => {
    const evidence: Evidence = { ...noEvidence(60_000), heard: true, speech: [[12_000, 15_000]] };
    expect(ends(trimmed([part('teach', 10_000, 18_000)], evidence))).toEqual([[11_880, 15_350]]);
    expect(ends(trimmed([part('teach', 20_000, 28_000)], evidence))).toEqual([[20_000, 28_000]]);
  });

  it('lets work begin and end with hands, and what is between last as long as they are away', () => {
    const parts = [part('prep', 8000, 10_000), part('hold', 10_000, 20_000), part('swap', 20_000, 22_000)];
    const found = [...parts, part('hold', 22_000, 30_000)];
    expect(ends(trimmed(found, seen(hands(10_600, 18_500), hands(22_400, 29_000))))).toEqual([
      [8000, 10_600],
      [10_600, 18_500],
      [18_500, 22_400],
      [22_400, 29_000],
    ]);
    expect(ends(trimmed(found, seen()))).toEqual(ends(found));
  });

  it('begins a change of side with its words, wherever hands were last seen', () => {
    const found = [part('hold', 10_000, 20_000), part('swap', 20_000, 22_000), part('hold', 22_000, 30_000)];
    const said: Evidence = { ...seen(hands(10_000, 18_500), hands(22_000, 30_000)), speech: [[20_000, 21_000]] };
    expect(ends(trimmed(found, said)).slice(0, 2)).toEqual([
      [10_000, 18_500],
      [20_000, 22_000],
    ]);
  });

  it('does not stretch over what lies between', () => {
    const found = [part('hold', 10_000, 20_000), part('swap', 21_000, 22_000), part('hold', 23_000, 30_000)];
    expect(ends(trimmed(found, seen(hands(10_000, 19_000), hands(24_000, 30_000))))[1]).toEqual([21_000, 22_000]);
  });
});
