import { MAP_ANCHORS, MAP_HALVES } from '../face/map';
import type { Framing } from '../move/move.schema';
import { MAP_FACE, type FoundFace } from './face';
import { framedOf, framedWords, lately } from './framed';

/** A face whose hairline is at `top` and whose chin is `height` below it, in the middle but for `aside`. */
function face(top: number, height: number, aside = 0): FoundFace {
  const width = (height * MAP_FACE.width) / MAP_FACE.height / (16 / 9);
  const eyes = top + (height * (MAP_ANCHORS.eye[1] - MAP_FACE.top)) / MAP_FACE.height;
  return { atMs: 0, left: 0.5 + aside - width / 2, right: 0.5 + aside + width / 2, eyes, chin: top + height };
}

describe('how somebody sits in the picture', () => {
  it('is good for a face, and for no more, where the chest is below the edge', () => {
    expect((['face', 'face_neck', 'face_chest'] as const).map((one) => framedOf(face(0.3, 0.45), one))).toEqual([
      'good',
      'good',
      'low',
    ]);
    expect(framedOf(face(0.15, 0.45), 'face_chest')).toBe('good');
  });

  it('has the lowest points of neck and chest of the face map in it, and no lower', () => {
    const lowest = (region: string): number => {
      const { d } = MAP_HALVES.find((one) => one.region === region)!;
      // Every second number of these paths is a y.
      return Math.max(...[...d.matchAll(/[\d.]+/g)].map(([n]) => Number(n)).filter((_, at) => at % 2 === 1));
    };
    for (const [framing, region] of [
      ['face_neck', 'neck'],
      ['face_chest', 'chest'],
    ] as const) {
      const height = 0.4;
      const bottom = ((lowest(region) - MAP_FACE.top) / MAP_FACE.height) * height;
      expect(framedOf(face(1 - bottom - 0.01, height), framing)).toBe('good');
      expect(framedOf(face(1 - bottom + 0.01, height), framing)).toBe('low');
    }
  });

  it('is too close where nothing that is moved would help', () => {
    expect(framedOf(face(0.05, 0.8), 'face')).toBe('close');
    expect(framedOf(face(0.12, 0.6), 'face_chest')).toBe('close');
  });

  it('has room for a hand on the forehead', () => {
    expect([framedOf(face(0.09, 0.5), 'face'), framedOf(face(0.11, 0.5), 'face')]).toEqual(['high', 'good']);
  });

  it('is large enough for a telephone', () => {
    expect([framedOf(face(0.3, 0.21), 'face'), framedOf(face(0.3, 0.23), 'face')]).toEqual(['small', 'good']);
  });

  it('is in the middle; left and right are her own', () => {
    const told = [-0.15, -0.13, 0.13, 0.15].map((aside) => framedOf(face(0.2, 0.4, aside), 'face'));
    expect(told).toEqual(['right', 'good', 'good', 'left']);
    expect(framedWords(told[0]!, 'face')).toBe('Move to your left');
  });

  it('says nothing where nothing is to do, and something else each time', () => {
    const all = (['nobody', 'close', 'low', 'high', 'small', 'left', 'right', 'good'] as const).map((one) =>
      framedWords(one, 'face_chest' satisfies Framing),
    );
    expect(all.at(-1)).toBe('');
    expect(new Set(all).size).toBe(all.length);
    expect(framedOf(null, 'face')).toBe('nobody');
  });

  it('is that of most of the last glances', () => {
    const [usual, mouthOpen] = [face(0.2, 0.4), face(0.2, 0.5)];
    expect(lately([usual, mouthOpen, usual, null, usual])!.chin).toBeCloseTo(usual.chin, 5);
    expect(lately([usual, null, null, usual])).toBeNull();
    expect(lately([])).toBeNull();
  });
});
