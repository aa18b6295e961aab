import { analysePictures, type PictureAnalysis } from './analyse';
import { FACES, filmOf, raised, resultOf, type Place, type Shown } from './film.testing';
import type { FoundFace } from './face';
import { CELLS, Pictures, STEP_MS } from './picture';

const analysis = (film: Pictures, faces: readonly FoundFace[] = FACES): PictureAnalysis =>
  resultOf(analysePictures(film, faces));

const LEFT: Place = [38, 33];
const RIGHT: Place = [58, 33];
const FAR: Place = [24, 60];
/** Up and down again by so many cells, in so many pictures. */
const strokes =
  ([x, y]: Place, period: number, by = 7) =>
  (since: number): Place => [x, y - (by * (1 - Math.cos((2 * Math.PI * since) / period))) / 2];
const shaken = (at: number): Place => [0.8 * Math.sin(at / 3), 0.6 * Math.cos(at / 4.1)];

describe('a film that is looked at', () => {
  it('shows what is repeated, how often, in which half and for how long', () => {
    const film = filmOf(260, (at): Shown => ({ camera: shaken(at), hands: [raised(at, 60, 180, strokes(LEFT, 20))] }));
    const { bouts, holds } = analysis(film);
    expect(bouts.map(({ half, beatsMs }) => [half, beatsMs.length])).toEqual([['left', 6]]);
    expect(Math.abs(bouts[0]!.startMs - 60 * STEP_MS)).toBeLessThan(300);
    expect(Math.abs(bouts[0]!.endMs - 180 * STEP_MS)).toBeLessThan(300);
    expect(Math.abs(bouts[0]!.periodMs - 20 * STEP_MS)).toBeLessThan(90);
    expect(holds).toEqual([]);
  });

  it('shows a hand that came, stays and goes as held, with a small tremor', () => {
    const film = filmOf(220, (at) => ({
      hands: [raised(at, 70, 150, (since) => [RIGHT[0] + 0.03 * Math.sin(since * 2), RIGHT[1]])],
    }));
    const { bouts, holds } = analysis(film);
    expect(bouts).toEqual([]);
    expect(holds.map(({ half }) => half)).toEqual(['right']);
    expect(Math.abs(holds[0]!.startMs - 70 * STEP_MS)).toBeLessThan(300);
    expect(Math.abs(holds[0]!.endMs - 150 * STEP_MS)).toBeLessThan(300);
  });

  it('tells both hands at once from one after the other', () => {
    const both = filmOf(240, (at) => ({
      hands: [raised(at, 60, 160, strokes(LEFT, 20)), raised(at, 60, 160, strokes(RIGHT, 20))],
    }));
    expect(analysis(both).bouts.map(({ half, beatsMs }) => [half, beatsMs.length])).toEqual([['both', 5]]);
    const turns = filmOf(330, (at) => ({
      hands: [raised(at, 50, 130, strokes(LEFT, 20)), raised(at, 180, 260, strokes(RIGHT, 20))],
    }));
    expect(analysis(turns).bouts.map(({ half, beatsMs }) => [half, beatsMs.length])).toEqual([
      ['left', 4],
      ['right', 4],
    ]);
  });

  it('tells the region from where the hand is on the face, and none without a face', () => {
    const at = (place: Place): PictureAnalysis =>
      analysis(filmOf(220, (picture) => ({ hands: [raised(picture, 60, 150, () => place)] })));
    // Beside the mouth and above the brow, in the proportions of the face map.
    expect(['jaw', 'cheek', 'chin', 'mouth']).toContain(at([42, 31]).holds[0]!.region!);
    expect(['brow', 'forehead', 'temple', 'eye']).toContain(at([43, 17]).holds[0]!.region!);
    expect(['jaw', 'cheek', 'chin', 'mouth']).toContain(at([54, 31]).holds[0]!.region!);
    expect(['brow', 'forehead', 'temple', 'eye']).toContain(at([53, 17]).holds[0]!.region!);
    const film = filmOf(220, (picture) => ({ hands: [raised(picture, 60, 150, () => LEFT)] }));
    expect(analysis(film, []).holds.map(({ half, region }) => [half, region])).toEqual([[null, null]]);
  });

  it('that is black, still, or shows nobody’s hands shows nothing', () => {
    for (const film of [
      new Pictures(new Uint8Array(CELLS * 150)),
      filmOf(150, () => ({})),
      filmOf(150, (at) => ({ camera: shaken(at), light: 1 + 0.05 * Math.sin(at / 2), hands: [FAR] })),
      new Pictures(new Uint8Array(0)),
    ]) {
      const { bouts, holds, sceneChangesMs } = analysis(film, []);
      expect([bouts, holds, sceneChangesMs]).toEqual([[], [], []]);
    }
  });

  it('is looked at scene by scene', () => {
    const first = filmOf(160, (at) => ({ hands: [raised(at, 40, 120, strokes(LEFT, 20))] }));
    const second = filmOf(160, (at) => ({ hands: [raised(at, 40, 120, strokes(RIGHT, 20))] }), 3);
    const bytes = new Uint8Array(320 * CELLS);
    for (let at = 0; at < 320; at++) bytes.set(at < 160 ? first.at(at) : second.at(at - 160), at * CELLS);
    const faces = [...FACES, ...FACES.map((face) => ({ ...face, atMs: face.atMs + 160 * STEP_MS }))];
    const { bouts, sceneChangesMs } = analysis(new Pictures(bytes), faces);
    expect(sceneChangesMs).toEqual([160 * STEP_MS]);
    expect(bouts.map(({ half, beatsMs }) => [half, beatsMs.length])).toEqual([
      ['left', 4],
      ['right', 4],
    ]);
  });

  it('has its light and its movement in grids, about one a second', () => {
    const film = filmOf(65, (at) => ({ hands: [strokes(LEFT, 10)(at)] }));
    const { light, motion } = analysis(film);
    expect([light.columns, light.rows, light.stepMs, light.data.length]).toEqual([32, 18, 1040, 5 * 576]);
    // Blocks of three cells: the hand of (38, 33) moves in column 12 of row 10, and nothing does at the upper right.
    expect(motion.data[10 * 32 + 12]!).toBeGreaterThan(20);
    expect(motion.data[2 * 32 + 29]!).toBeLessThan(5);
  });
});
