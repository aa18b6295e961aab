import { doingWords, percentOf } from './job-words';

describe('how far a job is', () => {
  it('is told in a hundred, with what is being done and how long that takes, where it can be told', () => {
    expect([percentOf(null), percentOf({ progress: 0.456 })]).toEqual([0, 46]);
    expect(doingWords({ progress: 0.5, doing: 'mixing the sound', leftMs: 65_000 })).toBe(
      '50 % · mixing the sound, about 1:05 left',
    );
    expect(doingWords({ progress: 0, doing: 'waiting', leftMs: null })).toBe('0 % · waiting');
  });
});
