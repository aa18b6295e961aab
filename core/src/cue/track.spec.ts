import { seeded } from '../testing';
import { shownAt, trackOf } from './track';

describe('what is on screen', () => {
  it('is every cue that has begun and not ended, at every instant', () => {
    const random = seeded(3);
    const cues = Array.from({ length: 120 }, (_, i) => {
      const startMs = Math.floor(random() * 500);
      return { i, startMs, endMs: startMs + 1 + Math.floor(random() * 40) };
    });
    const track = trackOf(cues);
    for (let ms = -1; ms < 560; ms++)
      expect(shownAt(track, ms)).toEqual(cues.filter((cue) => cue.startMs <= ms && ms < cue.endMs));
  });

  it('is the same list while nothing changes', () => {
    const track = trackOf([{ startMs: 0, endMs: 50 }]);
    expect(shownAt(track, 10)).toBe(shownAt(track, 40));
    expect(shownAt(track, 50)).toEqual([]);
    expect(shownAt(trackOf([]), 5)).toEqual([]);
  });
});
