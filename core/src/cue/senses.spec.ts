import { aFilmedLesson } from '../testing';
import type { SeenTake } from './seen-areas';
import { seenIn, sensedOn, sensesOf } from './senses';

const seen: SeenTake = { faces: [], sceneChangesMs: [700], motion: null, light: null };
const source = (mediaId: string, role: 'picture' | 'sound', offsetMs = 0) => ({ mediaId, role, offsetMs });
const [take] = aFilmedLesson().takes;

describe('what was heard and seen on takes', () => {
  it('is on the take’s time, whatever recording it was found in', () => {
    const takes = [{ ...take!, sources: [source('film', 'picture', 40), source('mic', 'sound', 500)] }];
    const sensed = sensedOn(takes, {
      speech: new Map([
        ['film', [[1, 2]]],
        ['mic', [[100, 900]]],
      ]),
      seen: new Map([['film', seen]]),
    });
    const { heard, seenOn } = sensesOf(sensed);
    expect(heard('t')).toEqual([[600, 1400]]);
    expect(seenOn('t')).toEqual({ ...seen, offsetMs: 40 });
  });

  it('is nothing where nobody looked, for a take without a film, and for one that is not there', () => {
    const takes = [{ ...take!, sources: [] }];
    const { heard, seenOn } = sensesOf(sensedOn(takes, { speech: new Map(), seen: new Map([['film', seen]]) }));
    for (const id of ['t', 'gone']) {
      expect(heard(id)).toBeNull();
      expect(seenOn(id)).toBeNull();
    }
  });

  it('keeps of faces their boxes alone', () => {
    const grid = { stepMs: 1000, columns: 1, rows: 1, data: 'AAAA' };
    const face = { atMs: 5, box: [0.1, 0.2, 0.3, 0.4] as [number, number, number, number] };
    const outline: [number, number][] = [[0.2, 0.2]];
    const { faces, light } = seenIn(
      { faces: [{ ...face, outline }], sceneChangesMs: [], motion: grid, light: { ...grid, columns: 3 } },
      ({ data, ...rest }) => ({ ...rest, cells: new Uint8Array(data.length) }),
    );
    expect(faces).toEqual([{ ...face, outline: [] }]);
    expect(light?.columns).toBe(3);
  });
});
