import fc from 'fast-check';
import { cutOf } from '../assembly/cut';
import type { Piece } from '../lesson/piece.schema';
import { SEGMENT_KINDS } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import { aStep } from '../testing';
import { FormatError } from './format-error';
import { parseOtio, writeOtio, type OtioListed } from './otio';

const RATES = [
  [25, 1],
  [30_000, 1001],
  [24_000, 1001],
  [60, 1],
] as const;
const MINUTE = 60_000;

function listed(pieces: readonly Piece[], segments: readonly Segment[], rate: readonly [number, number]): OtioListed {
  const frameRate = { numerator: rate[0], denominator: rate[1] };
  return {
    title: 'Before the early bulletin',
    cut: cutOf('full', pieces),
    takes: ['t', 'u', 'v'].map((id) => ({ id, name: `Take ${id}`, frameRate })),
    chapters: [{ startMs: 0, endMs: 12_000, title: 'Slipway' }],
    lesson: { steps: [aStep('a')], segments: [...segments] },
    fileOf: (id) => `${id} by the window.mp4`,
    lengthOf: () => MINUTE,
  };
}

/** Everything of one name in a document, however deep. */
function all(value: unknown, name: string): unknown[] {
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, one]: [string, unknown]) => [
    ...(key === name ? [one] : []),
    ...all(one, name),
  ]);
}

const span = fc
  .tuple(fc.integer({ min: 0, max: MINUTE - 200 }), fc.integer({ min: 100, max: 20_000 }))
  .map(([from, length]) => [from, Math.min(MINUTE, from + length)] as const);
const take = fc.constantFrom('t', 'u', 'v');
const pieces = fc
  .array(fc.tuple(take, span), { minLength: 1, maxLength: 12 })
  .map((all) => all.map(([takeId, [fromMs, toMs]], i): Piece => ({ id: `p${i}`, takeId, fromMs, toMs })));
const segments = fc.array(fc.tuple(take, span, fc.constantFrom(...SEGMENT_KINDS)), { maxLength: 20 }).map((all) =>
  all.map(([takeId, [startMs, endMs], kind], i): Segment => ({
    ...{ id: `s${i}`, takeId, kind, stepId: i % 3 ? 'a' : null, side: i % 2 ? 'left' : null, startMs, endMs },
    beatsMs: i % 4 ? [] : [startMs + 20, endMs - 20],
  })),
);

describe('an OpenTimelineIO timeline', () => {
  it('has the schema names that are published for it', () => {
    const otio = writeOtio(
      listed([{ id: 'p', takeId: 't', fromMs: 0, toMs: 5000 }], [aSegmentOf('s', 1000, 3000)], RATES[0]),
    );
    // OpenTimelineIO, file format specification.
    expect(new Set(all(otio, 'OTIO_SCHEMA'))).toEqual(
      new Set([
        ...['Timeline.1', 'Stack.1', 'Track.1', 'Clip.1', 'ExternalReference.1', 'Marker.2', 'TimeRange.1'],
        'RationalTime.1',
      ]),
    );
    expect(all(otio, 'kind').filter((kind) => kind === 'Video' || kind === 'Audio')).toEqual(['Video', 'Audio']);
    expect(all(otio, 'target_url')).toEqual(['t%20by%20the%20window.mp4', 't%20by%20the%20window.mp4']);
  });

  it('is read back as it was: what plays, in order, several takes and repeats, and what is marked there', () => {
    fc.assert(
      fc.property(pieces, segments, fc.constantFrom(...RATES), (pieces, segments, rate) => {
        const text = JSON.stringify(writeOtio(listed(pieces, segments, rate)));
        const { clips } = parseOtio(JSON.parse(text));
        expect(clips.map((clip) => clip.piece)).toEqual([...pieces]);
        for (const [i, { takeId, fromMs, toMs }] of pieces.entries()) {
          const here = segments.filter((one) => one.takeId === takeId && one.startMs < toMs && one.endMs > fromMs);
          expect(clips[i]!.marks.map((one) => one.segment)).toEqual(here);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('adds up: clips stand in whole frames one after another, and no marker is past the end', () => {
    fc.assert(
      fc.property(pieces, fc.constantFrom(...RATES), (pieces, rate) => {
        const otio = writeOtio(listed(pieces, [], rate)) as {
          tracks: { markers: { marked_range: Range }[]; children: { children: { source_range: Range }[] }[] };
        };
        type Range = Record<'start_time' | 'duration', { value: number; rate: number }>;
        const values = all(otio, 'value') as number[];
        expect(values.filter((value) => !Number.isInteger(value))).toEqual([]);
        const whole = otio.tracks.children[0]!.children.reduce((sum, one) => sum + one.source_range.duration.value, 0);
        for (const { marked_range } of otio.tracks.markers)
          expect(marked_range.start_time.value + marked_range.duration.value).toBeLessThanOrEqual(whole);
      }),
      { numRuns: 60 },
    );
  });

  it('goes by where an editor moved a clip, and not by what lies beside it', () => {
    const otio = writeOtio(listed([{ id: 'p', takeId: 't', fromMs: 0, toMs: 5000 }], [], RATES[0])) as never;
    const [range] = all(otio, 'source_range').filter(Boolean) as [{ start_time: { value: number } }];
    range.start_time.value = 50;
    expect(parseOtio(otio).clips[0]).toEqual(jasmine.objectContaining({ piece: null, fromMs: 2000, toMs: 7000 }));
  });

  it('of another program is read: clips of the newer kind, gaps and transitions left out', () => {
    const time = (value: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate: 24, value });
    const range = (from: number, lasts: number) => ({ start_time: time(from), duration: time(lasts) });
    const { clips } = parseOtio({
      OTIO_SCHEMA: 'Timeline.1',
      name: 'Elsewhere',
      tracks: {
        OTIO_SCHEMA: 'Stack.1',
        children: [
          { OTIO_SCHEMA: 'Track.1', kind: 'Audio', children: [] },
          {
            OTIO_SCHEMA: 'Track.1',
            kind: 'Video',
            children: [
              { OTIO_SCHEMA: 'Gap.1', source_range: range(0, 24) },
              {
                ...{ OTIO_SCHEMA: 'Clip.2', name: 'A001', source_range: null, active_media_reference_key: 'low' },
                media_references: { low: { target_url: 'low.mov', available_range: range(48, 24) } },
                markers: [{ OTIO_SCHEMA: 'Marker.2', name: 'Knead', marked_range: range(48, 12) }],
              },
              { OTIO_SCHEMA: 'Transition.1' },
            ],
          },
        ],
      },
    });
    expect(clips).toEqual([
      {
        ...{ name: 'A001', file: 'low.mov', fromMs: 2000, toMs: 3000, piece: null },
        marks: [{ name: 'Knead', startMs: 2000, endMs: 2500, segment: null }],
      },
    ]);
  });

  it('that is broken says where', () => {
    expect(() => parseOtio({ OTIO_SCHEMA: 'Clip.1' })).toThrowError(FormatError, /no timeline/);
    expect(() => parseOtio(null)).toThrowError(FormatError, /cannot be read/);
    const otio = writeOtio(listed([{ id: 'p', takeId: 't', fromMs: 0, toMs: 5000 }], [], RATES[0])) as never;
    const [range] = all(otio, 'source_range').filter(Boolean) as [{ duration: { rate: unknown } }];
    range.duration.rate = 'many';
    expect(() => parseOtio(otio)).toThrowError(
      FormatError,
      /tracks\.children\.0\.children\.0\.source_range\.duration\.rate/,
    );
    expect(() => writeOtio(listed([], [], RATES[0]))).toThrowError(FormatError, /Nothing plays/);
  });
});

function aSegmentOf(id: string, startMs: number, endMs: number): Segment {
  return { id, takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs, endMs, beatsMs: [] };
}
