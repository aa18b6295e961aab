import { takeFields } from '../lesson/take.schema';
import { takeNameOf } from './take-name';

describe('the name of a take', () => {
  it('is that of its file without ending, line breaks and control characters', () => {
    expect(takeNameOf('Window side.mp4')).toBe('Window side');
    expect(takeNameOf('Window\nside\u0000\u0007.MOV')).toBe('Window side');
    expect(takeNameOf('take.2.mkv')).toBe('take.2');
    expect(takeNameOf('evening \u202egnp.mp4')).toBe('evening gnp');
  });

  it('is never nothing and never too long', () => {
    for (const nothing of ['', '   ', '.mp4', '\n\t.mov', '\u200b']) expect(takeNameOf(nothing)).toBe('Take');
    for (const long of ['n'.repeat(120), 'n'.repeat(121), 'n'.repeat(500), '🌊'.repeat(500), '\ud800'.repeat(300)]) {
      const name = takeNameOf(`${long}.mp4`);
      expect(takeFields.name.safeParse(name).success).withContext(name).toBeTrue();
      expect(name).not.toMatch(/\p{Cs}/u);
    }
    expect(takeNameOf('n'.repeat(500)).length).toBe(120);
  });
});
