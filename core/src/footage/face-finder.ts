import type { GraphModel } from '@tensorflow/tfjs-converter';
import type { Rank, Tensor, Tensor4D } from '@tensorflow/tfjs-core';
import type { FoundFace } from './face';

/** Pictures in which faces are looked for: wide enough for a face from head to chest. */
export const FACE_PICTURE = { width: 480, height: 270 } as const;

/** Side of the square that the detector looks at, and of the one in which the outline is found. */
const DETECTOR = 256;
const OUTLINE = 192;
/** Places in which the detector looks: every so many pixels, so many boxes each. */
const GRIDS = [
  [16, 2],
  [32, 6],
] as const;
/** A box below this certainty is no face. */
const CERTAIN = 0.5;
/** The outline is looked for in a square this much larger than the box. */
const LARGER = 1.5;
/** Points around the face, from the middle of the forehead over its right in the picture: every second one there is. */
const AROUND = [10, 297, 284, 389, 454, 361, 397, 379, 400, 152, 176, 150, 172, 132, 234, 162, 54, 67] as const;
/** Points of the outline: cheeks at the ears, corners of the eyes, tip of the chin. */
const POINTS = { left: 234, right: 454, eyes: [33, 133, 263, 362], chin: 152 } as const;

/** A face with its outline: points around it, as shares of the picture. */
export interface OutlinedFace extends FoundFace {
  readonly outline: readonly (readonly [x: number, y: number])[];
}

/**
 * Finds where a face is, and never whose: a detector and an outline of its shape, no more is loaded.
 * Models: `blazeface` and `facemesh` of `@vladmandic/human` (MIT). Whoever looks brings them and what they run on, so that
 * a server and a page look in the same way.
 */
export class FaceFinder {
  constructor(
    private readonly tf: typeof import('@tensorflow/tfjs-core'),
    private readonly detector: GraphModel,
    private readonly outline: GraphModel,
  ) {}

  /** @param rgb a picture of {@link FACE_PICTURE}. @returns the largest face of it, or null where there is none. */
  find(rgb: Uint8Array, atMs: number): OutlinedFace | null {
    const { tf } = this;
    let found: OutlinedFace | null = null;
    tf.tidy(() => {
      const picture = tf.cast(tf.tensor3d(rgb, [FACE_PICTURE.height, FACE_PICTURE.width, 3], 'int32'), 'float32');
      const box = this.boxIn(picture);
      if (box) found = { atMs, ...this.outlineIn(picture, box) };
    });
    return found;
  }

  /** The middle and half the side of the square around the best box, in pixels. */
  private boxIn(picture: Tensor<Rank>): { x: number; y: number; reach: number } | null {
    const { tf } = this;
    const { width, height } = FACE_PICTURE;
    const margin = (width - height) / 2;
    const square = tf.pad(picture, [
      [margin, margin],
      [0, 0],
      [0, 0],
    ]);
    const small = tf.image.resizeBilinear(tf.expandDims<Tensor4D>(square, 0), [DETECTOR, DETECTOR]);
    const told = this.told(this.detector, tf.sub(tf.div(small, 127.5), 1));
    let best: { certain: number; x: number; y: number; size: number } | null = null;
    for (const [stride, each] of GRIDS) {
      const across = DETECTOR / stride;
      const count = across * across * each;
      const certainties = told.find(({ shape }) => shape[1] === count && shape[2] === 1)!.dataSync();
      const boxes = told.find(({ shape }) => shape[1] === count && shape[2] === 16)!.dataSync();
      for (let i = 0; i < count; i++) {
        const certain = 1 / (1 + Math.exp(-certainties[i]!));
        if (certain < CERTAIN || (best && certain <= best.certain)) continue;
        const cell = Math.floor(i / each);
        best = {
          certain,
          x: boxes[i * 16]! + ((cell % across) + 0.5) * stride,
          y: boxes[i * 16 + 1]! + (Math.floor(cell / across) + 0.5) * stride,
          size: Math.max(boxes[i * 16 + 2]!, boxes[i * 16 + 3]!),
        };
      }
    }
    if (!best) return null;
    const scale = width / DETECTOR;
    return { x: best.x * scale, y: best.y * scale - margin, reach: (best.size * scale * LARGER) / 2 };
  }

  private outlineIn(picture: Tensor<Rank>, box: { x: number; y: number; reach: number }): Omit<OutlinedFace, 'atMs'> {
    const { tf } = this;
    const { width, height } = FACE_PICTURE;
    const [left, top] = [box.x - box.reach, box.y - box.reach];
    const cut = tf.image.cropAndResize(
      tf.expandDims<Tensor4D>(picture, 0),
      [[top / height, left / width, (top + 2 * box.reach) / height, (left + 2 * box.reach) / width]],
      [0],
      [OUTLINE, OUTLINE],
    );
    const points = this.told(this.outline, tf.div(cut, 255))
      .find(({ shape }) => shape[shape.length - 1] === 468 * 3)!
      .dataSync();
    const across = (point: number): number => (left + (points[point * 3]! / OUTLINE) * 2 * box.reach) / width;
    const down = (point: number): number => (top + (points[point * 3 + 1]! / OUTLINE) * 2 * box.reach) / height;
    return {
      left: across(POINTS.left),
      right: across(POINTS.right),
      eyes: POINTS.eyes.reduce((sum, point) => sum + down(point), 0) / POINTS.eyes.length,
      chin: down(POINTS.chin),
      outline: AROUND.map((point) => [across(point), down(point)] as const),
    };
  }

  private told(model: GraphModel, input: Tensor<Rank>): Tensor<Rank>[] {
    const told = model.execute(
      input,
      model.outputs.map(({ name }) => name),
    );
    return Array.isArray(told) ? told : [told];
  }
}
