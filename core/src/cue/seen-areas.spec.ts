import type { CellGrid } from '../footage/lips';
import type { Lesson } from '../lesson/lesson.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { deriveCues } from './derive';
import { FRAMES, sharedBy, type Box } from './frame';
import { placeCues } from './place';
import { seenAreas, type SeenTake } from './seen-areas';
import { PEBBLE } from './styles';
import { showCues } from './show';
import { workedAreas } from './worked-area';

const lesson = aFilmedLesson({
  steps: [aStep('a', { dose: reps(4, 2000), move: aMove({ region: 'cheek' }) })],
  segments: [aSegment('w', 2000, 6000, { kind: 'teach', side: null }), aSegment('s', 10_000, 18_000)],
});
const outline: [number, number][] = [];
const seen = (box: Box, motion: CellGrid | null = null): SeenTake => ({
  faces: [
    { atMs: 0, box: [...box], outline },
    { atMs: 60_000, box: [...box], outline },
  ],
  sceneChangesMs: [],
  motion,
  light: null,
});
const areasWith = (take: SeenTake | null, of: Lesson = lesson): ReturnType<typeof seenAreas> =>
  seenAreas(of, timelineOf(of)!, () => take);

/** A grid a second of ten by ten cells, of which some move. */
function moving(...cells: readonly (readonly [column: number, row: number])[]): CellGrid {
  const grid = { stepMs: 1000, columns: 10, rows: 10, cells: new Uint8Array(60 * 100) };
  for (let step = 0; step < 60; step++)
    for (const [column, row] of cells) grid.cells[step * 100 + row * 10 + column] = 40;
  return grid;
}

describe('what is kept free as it was seen', () => {
  it('is what is estimated where nobody looked, or no face was found', () => {
    const estimated = workedAreas(lesson, timelineOf(lesson)!.passages);
    expect(areasWith(null)).toEqual(estimated);
    expect(areasWith({ faces: [], sceneChangesMs: [], motion: null, light: null })).toEqual(estimated);
  });

  it('is the face with its hair and ears, wherever it was in the stretch', () => {
    const [talk, work] = areasWith({
      ...seen([0.1, 0.3, 0.2, 0.4]),
      faces: [
        { atMs: 10_000, box: [0.1, 0.3, 0.2, 0.4], outline },
        { atMs: 18_000, box: [0.2, 0.3, 0.2, 0.4], outline },
      ],
    });
    const [x, y, width, height] = work!.boxes[0]!;
    expect(x).toBeCloseTo(0.1 - 0.16 * 0.2, 3);
    expect(y).toBeCloseTo(0.3 - 0.34 * 0.4, 3);
    // Up to where it was at the last look before the end.
    expect(x + width).toBeCloseTo(0.2 - 0.0125 + 1.16 * 0.2, 3);
    expect(y + height).toBeCloseTo(0.7, 3);
    expect(talk!.boxes.length).toBe(1);
  });

  it('has what moves in the place of the hands that are guessed, and its cells joined', () => {
    const grid = moving([1, 8], [2, 8], [1, 9], [2, 9], [7, 5]);
    const [talk, work] = areasWith(seen([0.4, 0.2, 0.2, 0.4], grid));
    const boxes = work!.boxes.slice(1).map((box) => box.map((share) => Math.round(share * 1000) / 1000));
    expect(boxes).toEqual([
      [0.7, 0.5, 0.1, 0.1],
      [0.1, 0.8, 0.2, 0.2],
    ]);
    // Somebody who talks moves too, and works nowhere.
    expect(talk!.boxes.length).toBe(1);
    const still = areasWith(seen([0.4, 0.2, 0.2, 0.4], moving()));
    expect(still[1]!.boxes.length).toBe(2);
  });

  it('has what she keeps free of a take, whether anybody looked or not', () => {
    const sign: Box = [0.75, 0.05, 0.2, 0.2];
    const of = { ...lesson, takes: [{ ...lesson.takes[0]!, keptFree: [sign] }] };
    for (const take of [null, seen([0.4, 0.2, 0.2, 0.4], moving([7, 5]))])
      for (const [i, area] of areasWith(take, of).entries())
        expect(area.boxes).toEqual([...areasWith(take)[i]!.boxes, sign]);
    // Numbers stand at the right above, unless something is there.
    const counts = (all: Lesson): Box[] => showCues(all).cues.flatMap((cue) => (cue.kind === 'count' ? [cue.box] : []));
    expect(counts(lesson).every((box) => sharedBy(box, sign) > 0)).toBeTrue();
    expect(counts(of).some((box) => sharedBy(box, sign) > 0)).toBeFalse();
  });

  it('is kept free by counts and sides, wherever in the picture somebody sits', () => {
    const timeline = timelineOf(lesson)!;
    const { cues } = deriveCues(lesson, timeline);
    for (const x of [0.05, 0.2, 0.35, 0.5, 0.65]) {
      const areas = areasWith(seen([x, 0.25, 0.25, 0.45]));
      for (const cue of placeCues(cues, PEBBLE, FRAMES['16:9'], areas))
        for (const area of areas)
          if (cue.kind !== 'caption' && area.startMs < cue.endMs && cue.startMs < area.endMs)
            expect(sharedBy(cue.box, area.boxes[0]!)).withContext(`${cue.key} at ${x}`).toBe(0);
    }
  });
});
