import { MAP_ANCHORS } from '../face/map';
import type { FaceBox } from './hands';
import { COLUMNS, ROWS, STEP_MS } from './picture';
import { quantile } from './repetitions';
import type { Camera } from './steady';

/** A face that was found in a picture: its sides, the line of its eyes and the tip of its chin, as shares of it. */
export interface FoundFace {
  readonly atMs: number;
  readonly left: number;
  readonly right: number;
  readonly eyes: number;
  readonly chin: number;
}

/** The face of the map in its own units: between the temples, and from the hairline to the chin. */
export const MAP_FACE = { width: 150, top: 62, height: 197 } as const;
/** Where a face is in a picture in which none was found: as an instructor frames herself (common practice, no source). */
export const USUAL_FACE: FaceBox = [0.39, 0.18, 0.22, 0.44];

/**
 * The box of a face from the hairline to the chin. Hair may hide the hairline, and detectors put it anywhere: it is
 * reckoned from eyes and chin by the proportions of the face map.
 */
export function boxOf({ left, right, eyes, chin }: FoundFace): FaceBox {
  const eyesDown = MAP_ANCHORS.eye[1] - MAP_FACE.top;
  const unit = (chin - eyes) / (MAP_FACE.height - eyesDown);
  const top = eyes - unit * eyesDown;
  return [left, top, right - left, chin - top];
}

/** The middle one of the faces of a scene, where the steady film has it; null where none was found. */
export function usualFace(faces: readonly FoundFace[], cameras: readonly Camera[], firstMs: number): FaceBox | null {
  if (faces.length === 0) return null;
  const boxes = faces.map((face) => {
    const at = Math.round((face.atMs - firstMs) / STEP_MS);
    const camera = cameras[Math.max(0, Math.min(cameras.length - 1, at))]!;
    const [x, y, width, height] = boxOf(face);
    return [x - camera.right / COLUMNS, y - camera.down / ROWS, width, height] as const;
  });
  const middle = (of: 0 | 1 | 2 | 3): number =>
    quantile(
      boxes.map((box) => box[of]),
      0.5,
    );
  return [middle(0), middle(1), middle(2), middle(3)];
}
