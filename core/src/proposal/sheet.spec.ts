import fc from 'fast-check';
import { applyChange, inverseOf } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import type { Proposal } from './propose';
import { isWork } from '../lesson/segment-kind';
import { agreedWith, asOneDoubt, sheetOf, standingFor, type SheetRow } from './sheet';
import { agreeTo, joined, nearestMoved, putRight, shiftedByHalf, splitAt, withCount } from './sheet-edits';

const lesson = aFilmedLesson({
  steps: [aStep('a', { dose: reps(3, 2000) }), aStep('b', { sidePlan: 'both', dose: reps(4, 2000) })],
});
const take = { id: 't', durationMs: 60_000 };
const ids = (): (() => string) => {
  let next = 0;
  return () => `new-${next++}`;
};
const proposal = (
  kind: Proposal['kind'],
  stepId: string | null,
  side: Proposal['side'],
  startMs: number,
  endMs: number,
  change: Partial<Proposal> = {},
): Proposal => ({ kind, stepId, side, startMs, endMs, beatsMs: [], confidence: 0.99, because: ['seen'], ...change });

const PROPOSED: readonly Proposal[] = [
  proposal('intro', null, null, 0, 4000),
  proposal('teach', 'a', null, 5000, 8000),
  proposal('prep', 'a', null, 8000, 10_000),
  proposal('reps', 'a', 'left', 10_000, 16_000, { beatsMs: [12_000, 14_000, 16_000] }),
  proposal('swap', 'a', 'right', 16_000, 18_000),
  proposal('reps', 'a', 'right', 18_000, 22_000, { beatsMs: [20_000, 22_000] }),
  proposal('cut', null, null, 23_000, 29_000, { confidence: 0.6 }),
  proposal('teach', 'b', null, 30_000, 33_000, { confidence: 0.5 }),
  proposal('reps', 'b', 'both', 35_000, 43_000, { confidence: 0.7, beatsMs: [37_000, 39_000, 41_000, 43_000] }),
];
const named = (rows: readonly SheetRow[]): string[] =>
  rows.map(({ kind, stepId, side, state, doubt }) => `${kind} ${stepId} ${side} ${state} ${doubt}`);
const row = (doc: Lesson, proposals: readonly Proposal[], at: (one: SheetRow) => boolean): SheetRow =>
  sheetOf(doc, 't', proposals).find(at)!;
const isWorkOf = (stepId: string, side: string) => (one: SheetRow) =>
  one.kind === 'reps' && one.stepId === stepId && one.side === side;

describe('the sheet of a take', () => {
  it('holds what is proposed, in its order, with what is asked about it', () => {
    expect(named(sheetOf(lesson, 't', PROPOSED))).toEqual([
      'intro null null sure null',
      'teach a null sure null',
      'reps a left sure null',
      'swap a right sure null',
      'reps a right sure count',
      'cut null null unsure leave-out',
      'teach b null unsure null',
      'reps b both unsure unsure',
    ]);
  });

  it('shows what is marked in the place of what was proposed there', () => {
    const marked = { ...lesson, segments: [aSegment('s', 10_500, 15_500)] };
    const rows = sheetOf(marked, 't', PROPOSED);
    expect(rows.filter(isWorkOf('a', 'left')).map(({ key, state }) => [key, state])).toEqual([['s', 'agreed']]);
    expect(sheetOf(marked, 'other', []).length).toBe(0);
  });

  it('asks for what the plan has and nobody found, in its place, and not where another take shows it', () => {
    const some = PROPOSED.filter((one) => one.side !== 'right');
    const rows = sheetOf(lesson, 't', some);
    const at = rows.findIndex(isWorkOf('a', 'right'));
    expect([rows[at]!.state, rows[at]!.doubt, rows[at]!.startMs]).toEqual(['missing', 'missing', 16_000]);
    expect(rows[at - 1]!.side).toBe('left');
    const elsewhere = {
      ...lesson,
      takes: [...lesson.takes, { ...lesson.takes[0]!, id: 'u' }],
      segments: [aSegment('s', 0, 900, { takeId: 'u', side: 'right' })],
    };
    expect(sheetOf(elsewhere, 't', some).some(({ state }) => state === 'missing')).toBeFalse();
    expect(sheetOf(lesson, 't', [])).toEqual([]);
  });

  it('leaves a doubt alone that was looked at', () => {
    const { key } = row(lesson, PROPOSED, isWorkOf('a', 'right'));
    expect(sheetOf(lesson, 't', PROPOSED, new Set([key])).find((one) => one.key === key)!.doubt).toBeNull();
  });

  it('has work bring along what leads to it and what is said of its step', () => {
    const work = row(lesson, PROPOSED, isWorkOf('a', 'right'));
    expect(agreedWith([work], PROPOSED).map(({ kind }) => kind)).toEqual(['swap', 'reps']);
    const first = row(lesson, PROPOSED, isWorkOf('a', 'left'));
    expect(agreedWith([first], PROPOSED).map(({ kind }) => kind)).toEqual(['teach', 'prep', 'reps']);
  });
});

describe('a row that is proposed anew', () => {
  it('is the one of the same work that shares most of its time; where there is none, nothing stands for it', () => {
    const rows = sheetOf(lesson, 't', PROPOSED);
    const was = rows.find((one) => isWork(one.kind) && one.stepId !== null && one.endMs > one.startMs)!;
    const moved = (ms: number): SheetRow => ({
      ...was,
      key: 'older',
      startMs: was.startMs + ms,
      endMs: was.endMs + ms,
    });
    expect(standingFor(rows, moved(300))).toBe(was);
    expect(standingFor([{ ...was, key: 'less', endMs: was.startMs + 100 }, was], moved(50))).toBe(was);
    expect(standingFor(rows, { ...moved(0), side: was.side === 'left' ? 'right' : 'left' })).toBeNull();
    expect(standingFor(rows, moved(was.endMs - was.startMs))).toBeNull();
  });
});

describe('an edit of the sheet', () => {
  it('agrees by one change that is taken back exactly', () => {
    const change = agreeTo(lesson, 't', PROPOSED.slice(0, 4), ids())!;
    const after = applyChange(lesson, change);
    expect(after.segments.map(({ kind, startMs }) => [kind, startMs])).toEqual([
      ['intro', 0],
      ['teach', 5000],
      ['prep', 8000],
      ['reps', 10_000],
    ]);
    expect(after.assembly).toEqual(lesson.assembly);
    expect(applyChange(after, inverseOf(lesson, change))).toEqual(lesson);
    // What is there already is not agreed to a second time.
    expect(agreeTo(after, 't', PROPOSED.slice(0, 4), ids())).toBeNull();
  });

  it('leaves what is left out out of the lesson too', () => {
    const after = applyChange(lesson, agreeTo(lesson, 't', [PROPOSED[6]!], ids())!);
    expect(after.segments.map(({ kind }) => kind)).toEqual(['cut']);
    expect(after.assembly.map(({ fromMs, toMs }) => [fromMs, toMs])).toEqual([
      [0, 23_000],
      [29_000, 60_000],
    ]);
  });

  it('puts what is proposed right as it agrees to it, and never over a neighbour', () => {
    const marked = { ...lesson, segments: [aSegment('s', 0, 9000, { kind: 'talk', stepId: null, side: null })] };
    const work = row(marked, PROPOSED, isWorkOf('a', 'left'));
    const right = putRight(marked, take, work, PROPOSED, { startMs: 8200, endMs: 15_000 }, ids())!;
    const after = applyChange(marked, right.change);
    const one = after.segments.find(({ id }) => id === right.id)!;
    expect([one.startMs, one.endMs, one.beatsMs]).toEqual([9000, 15_000, [12_000, 14_000]]);
    // What led to it lay in it, or under what is marked.
    expect(after.segments.length).toBe(2);
  });

  it('moves an end no further than its neighbours, and drops repetitions that fall outside', () => {
    const segments = [
      aSegment('s', 1000, 2000),
      aSegment('u', 3000, 4000, { beatsMs: [3200, 3900] }),
      aSegment('v', 5000, 6000),
    ];
    const marked = { ...lesson, segments };
    const one = sheetOf(marked, 't', []).find(({ key }) => key === 'u')!;
    const moved = (to: { startMs?: number; endMs?: number }) => {
      const right = putRight(marked, take, one, [], to, ids());
      return right && applyChange(marked, right.change).segments.find(({ id }) => id === 'u')!;
    };
    expect(moved({ startMs: 500 })!.startMs).toBe(2000);
    expect(moved({ endMs: 9000 })!.endMs).toBe(5000);
    expect(moved({ endMs: 3500 })).toEqual(jasmine.objectContaining({ endMs: 3500, beatsMs: [3200] }));
    expect(moved({ endMs: 4000 })).toBeNull();
    // An end that comes before its start leaves no part.
    expect(moved({ endMs: 100 })).toBeNull();
  });

  it('sets of a marked part what changed, and nothing where nothing did', () => {
    const marked = { ...lesson, segments: [aSegment('s', 10_000, 16_000, { beatsMs: [12_000, 15_000] })] };
    const work = row(marked, [], isWorkOf('a', 'left'));
    expect(putRight(marked, take, work, [], { startMs: 10_000 }, ids())).toBeNull();
    expect(putRight(marked, take, work, [], { endMs: 14_000 }, ids())!.change).toEqual({
      kind: 'batch',
      changes: [
        { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 14_000 },
        { kind: 'set_segment', segmentId: 's', field: 'beatsMs', value: [12_000] },
      ],
    });
    expect(putRight(marked, take, work, [], { side: 'right' }, ids())!.change).toEqual({
      kind: 'set_segment',
      segmentId: 's',
      field: 'side',
      value: 'right',
    });
  });

  it('parts one in two and joins them again', () => {
    const one = aSegment('s', 10_000, 16_000, { beatsMs: [12_000, 15_000] });
    const marked = { ...lesson, segments: [one] };
    const parted = applyChange(marked, splitAt(marked, one, 13_000, ids())!);
    expect(parted.segments.map(({ startMs, endMs, beatsMs }) => [startMs, endMs, beatsMs])).toEqual([
      [10_000, 13_000, [12_000]],
      [13_000, 16_000, [15_000]],
    ]);
    expect(applyChange(parted, joined(parted.segments[0]!, parted.segments[1]!)).segments).toEqual([one]);
    expect(splitAt(marked, one, 10_010, ids())).toBeNull();
  });

  it('shifts repetitions by half a movement and back, moves and drops the one that is meant', () => {
    const part = { startMs: 0, endMs: 9000, beatsMs: [3000, 6000, 9000] };
    const earlier = shiftedByHalf(part);
    expect(earlier).toEqual([1500, 4500, 7500]);
    expect(shiftedByHalf({ ...part, beatsMs: earlier })).toEqual(part.beatsMs);
    expect(shiftedByHalf({ ...part, beatsMs: [3000] })).toEqual([3000]);
    expect(nearestMoved(part.beatsMs, 6200, 6150)).toEqual([3000, 6150, 9000]);
    expect(nearestMoved(part.beatsMs, 6200, null)).toEqual([3000, 9000]);
    expect(nearestMoved(part.beatsMs, 7500, null)).toEqual(part.beatsMs);
  });
});

describe('so many repetitions in a part', () => {
  const part = (...beatsMs: number[]) => ({ startMs: 0, endMs: 10_000, beatsMs });

  it('stand in gaps, then behind the last one, then before the first, as far apart as usual', () => {
    expect(withCount(part(2000, 4000, 8000), 5)).toEqual([2000, 4000, 6000, 8000, 10_000]);
    expect(withCount(part(4000, 6000, 8000, 10_000), 5)).toEqual([2000, 4000, 6000, 8000, 10_000]);
    // The last one ends with its part, and not behind it.
    expect(withCount(part(2000, 4000, 6000, 8600), 5)).toEqual([2000, 4000, 6000, 8600, 10_000]);
  });

  it('go where they follow too soon, and the last one stays', () => {
    expect(withCount(part(2000, 2400, 4000, 6000, 8000, 9900), 5)).toEqual([2000, 4000, 6000, 8000, 9900]);
    expect(withCount(part(2000, 4000, 6000, 9800, 10_000), 4)).toEqual([2000, 4000, 6000, 10_000]);
  });

  it('are even where none were found, or those found leave no room', () => {
    expect(withCount(part(), 4)).toEqual([2500, 5000, 7500, 10_000]);
    expect(withCount(part(5000), 2)).toEqual([5000, 10_000]);
    expect(withCount(part(1000, 2000, 3000, 4000, 5000, 6000, 7000, 8000, 9000, 10_000), 20).length).toBe(20);
    expect(withCount(part(2000, 4000), 1)).toEqual([10_000]);
  });

  it('are as many as are asked for, in their part and in order, whatever was found', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 10_000 })),
        fc.integer({ min: 1, max: 30 }),
        (found, count) => {
          const beats = withCount(part(...found.sort((a, b) => a - b)), count);
          expect(beats.length).toBe(count);
          expect(beats.every((ms, at) => ms > (beats[at - 1] ?? 0) && ms <= 10_000)).toBeTrue();
        },
      ),
    );
  });
});

describe('what is looked at in one go', () => {
  const side = (stepId: string, which: 'left' | 'right' | 'both', startMs: number, confidence = 0.8): Proposal => ({
    ...{ kind: 'reps', stepId, side: which, startMs, endMs: startMs + 4000, beatsMs: [], confidence, because: [] },
  });
  const ofSteps = (...proposals: Proposal[]) => {
    const lesson = aFilmedLesson({ steps: [aStep('a'), aStep('b')] });
    const rows = sheetOf(lesson, 't', proposals).filter((row) => row.state !== 'missing');
    return asOneDoubt(rows, rows[0]!).map((row) => `${row.stepId} ${row.side}`);
  };

  it('is the other side of a step that comes next, where both are unsure', () => {
    const talk: Proposal = { ...side('a', 'left', 4500), kind: 'talk', side: null, endMs: 4900 };
    expect(ofSteps(side('a', 'left', 0), talk, side('a', 'right', 5000))).toEqual(['a left', 'a right']);
    expect(ofSteps(side('a', 'right', 0), side('a', 'left', 5000))).toEqual(['a right', 'a left']);
  });

  it('is nothing else', () => {
    for (const next of [
      side('b', 'right', 5000),
      side('a', 'left', 5000),
      side('a', 'both', 5000),
      side('a', 'right', 5000, 0.97),
    ])
      expect(ofSteps(side('a', 'left', 0), next)).toEqual(['a left']);
    expect(ofSteps(side('a', 'left', 0), side('b', 'both', 5000), side('a', 'right', 10_000))).toEqual(['a left']);
    expect(ofSteps(side('a', 'left', 0, 0.97), side('a', 'right', 5000))).toEqual(['a left']);
  });
});
