import { hex } from 'wcag-contrast';
import { seeded } from '../testing';
import { contrastOf, laidOver } from './contrast';

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
});
