import { paceSchema } from '@limber/core/lesson/lesson.schema';
import { keepPace, keptPace, keptSamples } from './kept-pace';

describe('the pace that was found', () => {
  const pace = paceSchema.parse({
    syllablesPerMinute: 190,
    commaPauseMs: 300,
    sentencePauseMs: 700,
    settleMs: 1000,
    swapMs: 2000,
  });

  beforeEach(() => localStorage.removeItem('limber.pace'));
  afterEach(() => localStorage.removeItem('limber.pace'));

  it('is remembered in this browser with what it was found from', () => {
    expect(keptPace()).toBeNull();
    keepPace(pace, [{ text: 'Press.', ms: 900 }]);
    expect(keptPace()).toEqual(pace);
    expect(keptSamples()).toEqual([{ text: 'Press.', ms: 900 }]);
  });

  it('keeps the newest forty texts', () => {
    keepPace(
      pace,
      Array.from({ length: 60 }, (_, i) => ({ text: `${i}`, ms: 1000 })),
    );
    expect(keptSamples().length).toBe(40);
    expect(keptSamples()[39]!.text).toBe('59');
  });

  it('is nothing when what is kept cannot be read', () => {
    localStorage.setItem('limber.pace', '{"pace": 3}');
    expect(keptPace()).toBeNull();
    localStorage.setItem('limber.pace', 'not even JSON');
    expect(keptSamples()).toEqual([]);
  });
});
