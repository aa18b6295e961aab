import { faceAt } from './face-at';

const face = (atMs: number, x: number) => ({
  atMs,
  box: [x, 0.2, 0.2, 0.4] as [number, number, number, number],
  outline: [
    [x, 0.2],
    [x + 0.2, 0.6],
  ] as [number, number][],
});

describe('where the face is', () => {
  const seen = { faces: [face(0, 0.2), face(2000, 0.4), face(6000, 0.7)], sceneChangesMs: [5000] };

  it('goes evenly from one look to the next', () => {
    expect(faceAt(seen, 500)!.box[0]).toBeCloseTo(0.25, 9);
    expect(faceAt(seen, 500)!.outline[1]).toEqual([jasmine.any(Number), 0.6] as never);
    expect(faceAt(seen, 500)!.outline[1]![0]).toBeCloseTo(0.45, 9);
    expect(faceAt(seen, 2000)!.box[0]).toBe(0.4);
  });

  it('stays where the last look of a scene found it, and goes across no cut', () => {
    expect(faceAt(seen, 4999)!.box[0]).toBe(0.4);
    expect(faceAt(seen, 5000)!.box[0]).toBe(0.7);
    expect(faceAt(seen, 60_000)!.box[0]).toBe(0.7);
  });

  it('is nowhere in a scene without one', () => {
    expect(faceAt({ ...seen, sceneChangesMs: [2500, 5000] }, 3000)).toBeNull();
    expect(faceAt({ faces: [], sceneChangesMs: [] }, 0)).toBeNull();
  });
});
