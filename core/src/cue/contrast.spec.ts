import { hex } from 'wcag-contrast';
import { seeded } from '../testing';
import type { CueStyle } from '../lesson/cue-style.schema';
import { contrastOf, laidOver, plateFor } from './contrast';
import type { Ground } from './light-under';
import { CUE_STYLES, PEBBLE } from './styles';

describe('contrast', () => {
  // WCAG 2.2, 1.4.3: #767676 on white 4.54:1, black on white 21:1; judge: wcag-contrast.
  it('is that of the published formula', () => {
    expect(contrastOf('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
    expect(contrastOf('#000000', '#ffffff')).toBe(21);
    const random = seeded(3);
    const colour = (): string =>
      `#${Math.floor(random() * 0x1000000)
        .toString(16)
        .padStart(6, '0')}`;
    for (let i = 0; i < 500; i++) {
      const [a, b] = [colour(), colour()];
      expect(contrastOf(a, b)).withContext(`${a} ${b}`).toBeCloseTo(hex(a, b), 2);
      expect(contrastOf(a, b)).toBe(contrastOf(b, a));
    }
  });

  it('is less where a plate lets the picture through', () => {
    expect(laidOver('#000000', 0.5, '#ffffff')).toBe('#808080');
    expect(laidOver('#123456', 1, '#ffffff')).toBe('#123456');
    expect(contrastOf('#ffffff', laidOver('#2b2330', 0.5, '#ffffff'))).toBeLessThan(contrastOf('#ffffff', '#2b2330'));
  });

  // Judge: wcag-contrast, on every grey between the darkest and the lightest.
  it('is enough on a plate that is as dense as it has to be, and no denser', () => {
    const isRead = (style: CueStyle, opacity: number, [from, to]: Ground): boolean =>
      Array.from({ length: to - from + 1 }, (_, i) => from + i).every((grey) => {
        const plate = laidOver(style.plate, opacity, `#${grey.toString(16).padStart(2, '0').repeat(3)}`);
        return (
          [style.ink, style.soft].every((tone) => hex(tone, plate) >= 4.5) &&
          [style.accent, style.rest].every((tone) => hex(tone, plate) >= 3)
        );
      });
    const through = { ...PEBBLE, plateOpacity: 0.5 };
    const pale = { ...through, plate: '#f8f4ee', ink: '#2b2330', soft: '#3a3040', rest: '#6a5a66', accent: '#8a5a0b' };
    const grounds: readonly Ground[] = [
      [0, 0],
      [0, 60],
      [90, 140],
      [0, 255],
      [200, 255],
      [255, 255],
    ];
    for (const style of [through, pale])
      for (const ground of grounds) {
        const opacity = plateFor(style, ground);
        expect(isRead(style, opacity, ground))
          .withContext(`${style.plate} ${ground.join()}`)
          .toBeTrue();
        if (opacity > style.plateOpacity) expect(isRead(style, opacity - 0.02, ground)).toBeFalse();
      }
    expect(plateFor(through, [0, 20])).toBe(0.5);
    expect(plateFor(through, [0, 255])).toBeGreaterThan(0.6);
    expect(plateFor(pale, [200, 255])).toBe(0.5);
    // What cannot be read on a whole plate gets a whole one.
    expect(plateFor({ ...through, ink: '#2b2330' }, [0, 255])).toBe(1);
    // Styles that come with the program are read on anything as they are.
    for (const style of CUE_STYLES) expect(plateFor(style, [0, 255])).toBe(style.plateOpacity);
  });
});
