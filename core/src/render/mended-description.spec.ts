import { rulesOf } from '../caution/studio-rules';
import { WORDINGS } from '../caution/wording';
import { readWords } from '../narration/read';
import { mendedDescription } from './mended-description';

const mend = (old: string, fresh = '') => mendedDescription(old, fresh, rulesOf(null));

const OLD = `A quiet lesson from the pier, filmed in one go.
Melts your double chin away! Bring a towel.

Chapters:
0:00 Hello
0:20 - Neck
(1:05) Jaw

- Light hands.
Write to me at 7:30, before the ferry.`;

describe('a description under an old film', () => {
  it('loses its chapters with their heading, and keeps times that she speaks of', () => {
    const { own } = mend(OLD);
    expect(own).not.toContain('Hello');
    expect(own).not.toContain('Chapters');
    expect(own).not.toContain('1:05');
    expect(own).toContain('Write to me at 7:30, before the ferry.');
    expect(mend('7:30 is when I film.\nThe ferry leaves at 8.').own).toContain('7:30 is when I film.');
  });

  it('says in careful words what was certain, why, and leaves everything else as it was written', () => {
    const { own, mended } = mend(OLD);
    const wording = WORDINGS.find(({ id }) => id === 'slim_face')!;
    expect(mended).toEqual([
      { was: 'Melts your double chin away!', is: `It ${wording.careful[0]!}.`, why: wording.why },
    ]);
    expect(own.split('\n')[0]).toBe('A quiet lesson from the pier, filmed in one go.');
    expect(own.split('\n')[1]).toBe(`It ${wording.careful[0]!}. Bring a towel.`);
    expect(own).toContain('- Light hands.');
  });

  it('has nothing certain left in it, whichever claim it made, and is not mended twice', () => {
    for (const old of [
      'This flushes toxins out.',
      'Your wrinkles disappear. Guaranteed.',
      'It lifts your whole face.',
    ]) {
      const { own, mended } = mend(old);
      expect(mended.length).withContext(old).toBeGreaterThan(0);
      expect(readWords(own).claims.filter(({ strength }) => strength === 'strong'))
        .withContext(own)
        .toEqual([]);
      expect(mend(own)).withContext(own).toEqual({ own, mended: [] });
    }
  });

  it('does not say again what stands under it anyway', () => {
    const fresh = 'Who should ask first\n- anybody with a fever\n\nWhat you need\n- a spoon';
    expect(mend(`From the pier.\n\n${fresh}`, fresh).own).toBe('From the pier.');
    expect(mend('', fresh)).toEqual({ own: '', mended: [] });
  });
});
