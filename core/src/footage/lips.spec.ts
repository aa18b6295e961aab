import { lipsMove, type CellGrid } from './lips';

/** Three steps of a second, 8 by 8 cells, where so much moves in one cell. */
function grid(step: number, column: number, row: number, by: number): CellGrid {
  const cells = new Uint8Array(3 * 64);
  cells[step * 64 + row * 8 + column] = by;
  return { stepMs: 1000, columns: 8, rows: 8, cells };
}

describe('lips', () => {
  // A face that fills the picture: its lips are in columns 2 to 5 and rows 5 to 7.
  const seen = {
    faces: [{ atMs: 0, box: [0, 0, 1, 1] as [number, number, number, number], outline: [] }],
    sceneChangesMs: [],
  };

  it('move where what is about them changes, and when', () => {
    const moved = grid(1, 4, 6, 240);
    expect(lipsMove(moved, seen, 1000, 2000)).toBeTrue();
    expect(lipsMove(moved, seen, 900, 1100)).toBeTrue();
    expect(lipsMove(moved, seen, 2000, 3000)).toBeFalse();
    expect(lipsMove(grid(1, 4, 6, 24), seen, 1000, 2000)).toBeFalse();
  });

  it('are told from hands elsewhere on the face, and from nothing where no face is', () => {
    expect(lipsMove(grid(1, 4, 1, 255), seen, 0, 3000)).toBeFalse();
    expect(lipsMove(grid(1, 0, 6, 255), seen, 0, 3000)).toBeFalse();
    expect(lipsMove(grid(1, 4, 6, 240), { faces: [], sceneChangesMs: [] }, 0, 3000)).toBeFalse();
  });

  it('go with the face', () => {
    const small = {
      faces: [{ ...seen.faces[0]!, box: [0.5, 0, 0.5, 0.5] as [number, number, number, number] }],
      sceneChangesMs: [],
    };
    expect(lipsMove(grid(1, 6, 3, 240), small, 1000, 2000)).toBeTrue();
    expect(lipsMove(grid(1, 4, 6, 240), small, 1000, 2000)).toBeFalse();
  });
});
