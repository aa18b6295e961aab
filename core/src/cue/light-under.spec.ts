import { fullCut } from '../assembly/cuts';
import { aFilmedLesson } from '../testing';
import { ANY_GROUND, lightUnder } from './light-under';
import type { SeenTake } from './seen-areas';

/** Ten by ten cells a second: grey, but one corner that is white from the second step on and black from the fourth. */
const cells = new Uint8Array(1000).fill(120);
for (let step = 1; step < 10; step++) cells[step * 100] = step < 3 ? 255 : 0;
const take: SeenTake = {
  ...{ faces: [], sceneChangesMs: [], motion: null },
  light: { stepMs: 1000, columns: 10, rows: 10, cells },
};
const lesson = aFilmedLesson({
  assembly: [
    { id: 'p', takeId: 't', fromMs: 5000, toMs: 8000 },
    { id: 'q', takeId: 't', fromMs: 0, toMs: 4000 },
  ],
});
const under = lightUnder(fullCut(lesson), (id) => (id === 't' ? take : null));
const CORNER = [0.01, 0.01, 0.05, 0.05] as const;

describe('the light under a cue', () => {
  it('is the darkest and the lightest that is there while it stands, and a little more', () => {
    // The second piece begins at 3 s of the cut, with the take's beginning.
    expect(under(CORNER, 3000, 4000)).toEqual([96, 144]);
    expect(under(CORNER, 3000, 5000)).toEqual([96, 255]);
    expect(under(CORNER, 3000, 6500)).toEqual([0, 255]);
    expect(under(CORNER, 0, 3000)).toEqual([0, 24]);
    // Over the seam it is what is on both sides.
    expect(under(CORNER, 2000, 3500)).toEqual([0, 144]);
    expect(under([0.2, 0.2, 0.5, 0.5], 0, 7000)).toEqual([96, 144]);
  });

  it('follows a picture that begins later than its take', () => {
    const later = lightUnder(fullCut(lesson), () => ({ ...take, offsetMs: 1000 }));
    expect(later(CORNER, 4000, 5000)).toEqual([96, 144]);
    // Before it begins nothing is known.
    expect(later(CORNER, 3000, 4000)).toEqual(ANY_GROUND);
  });

  it('is anything where nobody looked, outside of the picture, and without a film', () => {
    expect(lightUnder(fullCut(lesson), () => null)(CORNER, 0, 1000)).toEqual(ANY_GROUND);
    expect(lightUnder(fullCut(lesson), () => ({ ...take, light: null }))(CORNER, 0, 1000)).toEqual(ANY_GROUND);
    expect(lightUnder(null, () => take)(CORNER, 0, 1000)).toEqual(ANY_GROUND);
    expect(under([0.2, 0.96, 0.1, 0.1], 0, 1000)).toEqual(ANY_GROUND);
    expect(under(CORNER, 7000, 9000)).toEqual(ANY_GROUND);
  });
});
