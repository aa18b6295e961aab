import fc from 'fast-check';
import { aFilmedLesson } from '../testing';
import { mediaOf } from './bundle-media';

const [take] = aFilmedLesson().takes;
const source = (mediaId: string, role: 'picture' | 'sound' | 'log', offsetMs = 0) => ({ mediaId, role, offsetMs });

describe('the media of a lesson bundle', () => {
  it('are named after their takes, as films are rendered from a folder, and else after themselves', () => {
    const lesson = {
      takes: [
        { ...take!, id: 'window', sources: [source('m1', 'picture'), source('m2', 'sound', -40)] },
        { ...take!, id: 'rope', sources: [source('m3', 'log')] },
      ],
      waiting: [{ id: 'w', mediaId: 'm4', name: 'Room', durationMs: 10 }],
      music: { mediaId: 'm5', name: 'Harp' },
    };
    expect(
      mediaOf(lesson).map(({ name, label, role, takeId, offsetMs }) => [name, label, role, takeId, offsetMs]),
    ).toEqual([
      ['window', 'Take', 'picture', 'window', 0],
      ['m2', 'Take', 'sound', 'window', -40],
      ['m3', 'Take', 'log', 'rope', 0],
      ['m4', 'Room', 'log', null, 0],
      ['m5', 'Harp', 'music', null, 0],
    ]);
  });

  it('have names that every disk takes, one each, whatever ids are', () => {
    const id = fc.string({ minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(
        fc.uniqueArray(id, { maxLength: 8 }),
        fc.uniqueArray(id, { minLength: 8, maxLength: 16 }),
        (ids, media) => {
          const takes = ids.map((one, i) => ({
            ...take!,
            id: one,
            sources: [source(media[i]!, i % 3 ? 'picture' : 'log')],
          }));
          const named = mediaOf({ takes, waiting: [], music: { mediaId: media[0]!, name: '' } });
          expect(named.every(({ name }) => /^[\w-]+$/.test(name))).toBe(true);
          expect(new Set(named.map(({ name }) => name)).size).toBe(new Set(named.map(({ mediaId }) => mediaId)).size);
        },
      ),
    );
  });
});
