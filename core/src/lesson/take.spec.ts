import { pictureOf, soundOf, type Source } from './take.schema';

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
});
