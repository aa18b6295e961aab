import { hex as contrast } from 'wcag-contrast';
import { MAP_ANCHORS, MAP_HALVES } from './map';
import { BAND_COLOURS, parentOf, REGION_PARENTS, REGIONS } from './regions';

/** OKLab of an sRGB colour (Björn Ottosson, 2020). */
function oklab(hex: string): [number, number, number] {
  const [r, g, b] = [1, 3, 5]
    .map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [number, number, number];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

describe('band colours', () => {
  it('differ between neighbours by at least 0.05 in OKLab', () => {
    for (let i = 1; i < REGION_PARENTS.length; i++) {
      const [a, b] = [oklab(BAND_COLOURS[REGION_PARENTS[i - 1]!].fill), oklab(BAND_COLOURS[REGION_PARENTS[i]!].fill)];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]))
        .withContext(REGION_PARENTS[i]!)
        .toBeGreaterThanOrEqual(0.05);
    }
  });

  // WCAG 2.2, 1.4.11: shapes 3:1 against the ground. Judge: wcag-contrast.
  it('are outlined so that shapes stand out from paper and from the dim ground', () => {
    for (const region of REGION_PARENTS) {
      const { line, dim } = BAND_COLOURS[region];
      for (const ground of ['#fbf7f2', '#f4ece3'])
        expect(contrast(line, ground)).withContext(`${region} on ${ground}`).toBeGreaterThanOrEqual(3);
      for (const ground of ['#211a26', '#2b2330'])
        expect(contrast(dim, ground)).withContext(`${region} on ${ground}`).toBeGreaterThanOrEqual(3);
      expect(contrast('#211a26', dim)).withContext(`name on ${region}`).toBeGreaterThanOrEqual(4.5);
    }
  });
});

describe('text colours', () => {
  const paper = {
    ink: '#2b2330',
    soft: '#6e6272',
    plum: '#6b2d5c',
    clay: '#a33b28',
    glass: '#2f6f60',
    honey: '#8a5a0b',
  };
  const dim = { ink: '#f3eae2', soft: '#b7a7b6', plum: '#e3b5d6', clay: '#e9846c', glass: '#8cc9b8', honey: '#f2b84b' };

  // WCAG 2.2, 1.4.3. The judge itself is checked by the figures that the standard’s own page names (memory).
  it('pass AA on the grounds that they are named for', () => {
    expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
    expect(contrast('#000000', '#ffffff')).toBe(21);
    for (const [name, colour] of Object.entries(paper))
      for (const ground of ['#fbf7f2', '#f4ece3', '#ffffff'])
        expect(contrast(colour, ground)).withContext(`${name} on ${ground}`).toBeGreaterThanOrEqual(4.5);
    for (const [name, colour] of Object.entries(dim))
      for (const ground of ['#211a26', '#2b2330', '#2f2735'])
        expect(contrast(colour, ground)).withContext(`${name} on ${ground}`).toBeGreaterThanOrEqual(4.5);
    expect(contrast('#ffffff', '#6b2d5c')).toBeGreaterThanOrEqual(4.5);
    expect(contrast('#2b2330', '#f2b84b')).toBeGreaterThanOrEqual(4.5);
    expect(contrast('#e9dfe6', '#2b2330')).toBeGreaterThanOrEqual(4.5);
  });
});

describe('the face map', () => {
  it('has every region but the scope, and a place for its number', () => {
    const drawn = new Set(MAP_HALVES.map((half) => half.region));
    for (const region of REGIONS) {
      if (region !== 'whole_face') expect(drawn.has(region)).withContext(region).toBeTrue();
      expect(MAP_ANCHORS[region].length).toBe(2);
      expect(BAND_COLOURS[parentOf(region)]).withContext(region).toBeDefined();
    }
  });
});
