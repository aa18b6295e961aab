import { aFilmedLesson } from '../testing';
import { MOST_KEPT_FREE, pictureOf, soundOf, takeSchema, type Source } from './take.schema';

const source = (mediaId: string, role: Source['role']): Source => ({ mediaId, role, offsetMs: 0 });

describe('the files of a take', () => {
  it('are heard by the sound that was recorded apart, else by the picture, never by what only gives the log', () => {
    const [film, voice, room] = [source('film', 'picture'), source('voice', 'sound'), source('room', 'log')];
    expect(soundOf({ sources: [room, film, voice] })).toBe(voice);
    expect(soundOf({ sources: [room, film] })).toBe(film);
    expect(soundOf({ sources: [room] })).toBeNull();
    expect(soundOf({ sources: [] })).toBeNull();
    expect(pictureOf({ sources: [room, film] })).toBe('film');
  });

  it('keeps places of its picture free, and none that lies outside of it', () => {
    const [take] = aFilmedLesson().takes;
    const good = (...keptFree: number[][]): boolean => takeSchema.safeParse({ ...take, keptFree }).success;
    expect(good([0, 0, 1, 1], [0.8, 0.9, 0.2, 0.1])).toBeTrue();
    expect(good([0.9, 0, 0.2, 0.1])).toBeFalse();
    expect(good([0, 0.95, 0.1, 0.1])).toBeFalse();
    expect(good([0.5, 0.5, 0, 0.1])).toBeFalse();
    expect(good(...Array.from({ length: MOST_KEPT_FREE }, () => [0, 0, 0.1, 0.1]))).toBeTrue();
    expect(good(...Array.from({ length: MOST_KEPT_FREE + 1 }, () => [0, 0, 0.1, 0.1]))).toBeFalse();
    // One from before there were any.
    const { keptFree: _none, ...older } = take!;
    expect(takeSchema.parse(older).keptFree).toEqual([]);
  });
});
