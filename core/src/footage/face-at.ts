import type { Analysis } from './analysis.document';

type Face = Analysis['faces'][number];

/**
 * Where the face is at an instant: between two looks of one scene it goes evenly from the one to the other; before the
 * first and after the last look of a scene it is where that look found it. A cut is never gone across.
 *
 * @returns null where no face was found in the scene.
 * @example faceAt(analysis, 3000)?.box // half way between those at 2000 and at 4000
 */
export function faceAt(
  { faces, sceneChangesMs }: Pick<Analysis, 'faces' | 'sceneChangesMs'>,
  atMs: number,
): Omit<Face, 'atMs'> | null {
  const from = sceneChangesMs.findLast((cut) => cut <= atMs) ?? -Infinity;
  const to = sceneChangesMs.find((cut) => cut > atMs) ?? Infinity;
  const own = faces.filter((face) => face.atMs >= from && face.atMs < to);
  const before = own.findLast((face) => face.atMs <= atMs);
  const after = own.find((face) => face.atMs > atMs);
  const [one, other] = [before ?? after, after ?? before];
  if (!one || !other) return null;
  const share = one === other ? 0 : (atMs - one.atMs) / (other.atMs - one.atMs);
  const mix = (a: number, b: number): number => a + share * (b - a);
  const [x, y, width, height] = one.box;
  return {
    box: [mix(x, other.box[0]), mix(y, other.box[1]), mix(width, other.box[2]), mix(height, other.box[3])],
    outline: one.outline.map(([left, top], i) => {
      const [nextLeft, nextTop] = other.outline[i] ?? [left, top];
      return [mix(left, nextLeft), mix(top, nextTop)];
    }),
  };
}
