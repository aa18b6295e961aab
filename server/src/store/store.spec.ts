import type { ValueTransformer } from 'typeorm';
import { Lessons, Versions } from './entities';
import { readMultirange, writeMultirange } from './rollup';
import { timeOfId } from './intake';

describe('the time of an event id', () => {
  it('is the instant in its first 48 bits (RFC 9562, version 7)', () => {
    // The example of RFC 9562, appendix A.6: Tuesday, February 22, 2022 2:22:22.00 PM GMT-05:00.
    expect(timeOfId('017F22E2-79B0-7CC3-98C4-DC0C0C07398F').toISOString()).toBe('2022-02-22T19:22:22.000Z');
  });

  it('is kept within bounds that never move, so that a late repeat meets the same key', () => {
    expect(timeOfId('00000000-0000-7000-8000-000000000000').toISOString()).toBe('2020-01-01T00:00:00.000Z');
    expect(timeOfId('ffffffff-ffff-7000-8000-000000000000').toISOString()).toBe('2100-01-01T00:00:00.000Z');
  });
});

describe('played spans in the database', () => {
  it('are written and read as a multirange', () => {
    expect(
      writeMultirange([
        [0, 1000],
        [2000, 3000],
      ]),
    ).toBe('{[0,1000),[2000,3000)}');
    expect(readMultirange('{[0,1000),[2000,3000)}')).toEqual([
      [0, 1000],
      [2000, 3000],
    ]);
    expect(readMultirange('{}')).toEqual([]);
  });
});

describe('a stored lesson', () => {
  const stored = Lessons.options.columns.doc!.transformer as ValueTransformer;
  const old = { format: 'limber-cheek/lesson', version: 1, id: 'l', title: 'Old' };

  it('is brought forward when it is read: a field that it was written without has its default', () => {
    expect(stored.from(old)).toEqual(
      jasmine.objectContaining({ title: 'Old', steps: [], toleranceMs: jasmine.any(Number) }),
    );
    expect(stored.from(stored.to(stored.from(old)))).toEqual(stored.from(old));
  });

  it('that does not pass its own schema is not written, by whatever path it comes', () => {
    const lesson = stored.from(old) as object;
    expect(stored.to(lesson)).toEqual(jasmine.objectContaining({ format: 'limber-cheek/lesson', title: 'Old' }));
    for (const broken of [
      { ...lesson, title: '' },
      { ...lesson, steps: [{ id: 'half' }] },
      { ...lesson, assembly: [{ id: 'p', takeId: 'gone', fromMs: 0, toMs: 1 }] },
    ])
      expect(() => void stored.to(broken)).toThrowError();
    const published = Versions.options.columns.published!.transformer as ValueTransformer;
    expect(() => void published.to({ title: 'Half' })).toThrowError();
    expect(() => void published.from({ title: 'Half' })).toThrowError();
  });

  it('of a newer program is refused in words', () => {
    expect(() => void stored.from({ ...old, version: 99 })).toThrowError(/written by a newer program/);
  });
});
