import { deepStrictEqual as same } from 'node:assert';
import fc from 'fast-check';
import { deriveCues } from '../cue/derive';
import { checkDocument } from '../document/document';
import { applyChange, inverseOf } from '../lesson/change';
import { lessonDocument } from '../format/lesson.document';
import { partsOf, type WorkedSide } from '../dose/dose';
import { countFor } from '../lesson/dose-for';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import { isWork } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aPace, aSegment, aStep, reps } from '../testing';
import type { CutMs, TakeMs } from '../time/clocks';
import { coverageOf } from './coverage';
import { cutOf, parseCutId, sliceOf } from './cut';
import { fullCut, lessonCut, lessonCuts } from './cuts';
import { letPlay } from './let-play';
import { passagesOf } from './passages';
import { pieceChanges } from './piece-changes';
import { cursor, cutTimesOf, placeAt } from './place';
import { playAgain, playOnce, repeatsOf } from './repeat';
import { stepRunsOf } from './step-runs';
import { voicesIn } from './voices';

const TAKES = ['t', 'u', 'v'];
const LENGTH = 60;

/** Few takes and short ones, so that pieces repeat, overlap, touch and go back. */
const pieces = fc
  .array(
    fc.record({ takeId: fc.constantFrom(...TAKES), from: fc.nat(LENGTH - 1), length: fc.integer({ min: 1, max: 25 }) }),
    { maxLength: 12 },
  )
  .map((list) =>
    list.map(({ takeId, from, length }, at): Piece => ({
      id: `p${at}`,
      takeId,
      fromMs: from,
      toMs: Math.min(LENGTH, from + length),
    })),
  );

/** What plays, instant by instant: the plainest way to say what a cut is. */
function played(list: readonly Piece[]): { takeId: string; takeMs: number; id: string }[] {
  return list.flatMap(({ id, takeId, fromMs, toMs }) =>
    Array.from({ length: toMs - fromMs }, (_, i) => ({ id, takeId, takeMs: fromMs + i })),
  );
}

describe('cut time and take time', () => {
  it('map onto each other at every instant, with repeats, overlaps and several takes', () => {
    fc.assert(
      fc.property(pieces, (list) => {
        const cut = cutOf('full', list);
        const all = played(list);
        same(cut.durationMs, all.length);
        all.forEach(({ takeId, takeMs }, ms) => {
          const place = placeAt(cut, ms)!;
          same([place.takeId, place.takeMs], [takeId, takeMs]);
          same(cut.pieces[place.index]!.id, all[ms]!.id);
          same(cutTimesOf(cut, takeId, takeMs).includes(ms), true);
        });
        for (const takeId of TAKES)
          for (let takeMs = 0; takeMs <= LENGTH; takeMs++) {
            const times = all.flatMap((one, ms) => (one.takeId === takeId && one.takeMs === takeMs ? [ms] : []));
            same(cutTimesOf(cut, takeId, takeMs), times);
            for (const ms of times) same(placeAt(cut, ms)!.takeMs, takeMs);
          }
      }),
    );
  });

  it('have nothing before the first instant and nothing after the last', () => {
    const cut = cutOf('full', [{ id: 'p', takeId: 't', fromMs: 10, toMs: 20 }]);
    expect(placeAt(cut, -5)).toEqual({ index: 0, takeId: 't', takeMs: 10 });
    expect(placeAt(cut, 10)).toEqual({ index: 0, takeId: 't', takeMs: 20 });
    expect(placeAt(cut, 999)).toEqual({ index: 0, takeId: 't', takeMs: 20 });
    expect(cutTimesOf(cut, 't', 20)).toEqual([]);
    expect(cutTimesOf(cut, 'other', 10)).toEqual([]);
    expect(placeAt(cutOf('full', []), 0)).toBeNull();
  });

  it('do not mix: the compiler refuses one for the other', () => {
    const take: TakeMs = 10;
    const along: CutMs = 10;
    const cut = cutOf('full', []);
    // @ts-expect-error A time of a take is no time of a cut.
    expect(placeAt(cut, take)).toBeNull();
    // @ts-expect-error And the other way round.
    expect(cutTimesOf(cut, 't', along)).toEqual([]);
  });

  it('are walked from jump to jump', () => {
    fc.assert(
      fc.property(pieces, fc.nat(200), (list, from) => {
        const cut = cutOf('full', list);
        const stretches = [...cursor(cut, from)];
        const walked = stretches.flatMap(({ takeId, fromMs, toMs, startMs, endMs }) => {
          same(endMs - startMs, toMs - fromMs);
          return Array.from({ length: toMs - fromMs }, (_, i) => ({ takeId, takeMs: fromMs + i, ms: startMs + i }));
        });
        same(
          walked,
          played(list)
            .map(({ takeId, takeMs }, ms) => ({ takeId, takeMs, ms }))
            .slice(from),
        );
        // Where one stretch ends the picture jumps.
        stretches.slice(1).forEach((one, i) => {
          same(one.takeId === stretches[i]!.takeId && one.fromMs === stretches[i]!.toMs, false);
        });
      }),
    );
  });

  it('can be had in part', () => {
    fc.assert(
      fc.property(pieces, fc.array(fc.nat(200), { maxLength: 6 }), (list, marks) => {
        const edges = [...new Set(marks)].sort((a, b) => a - b);
        const spans = edges.flatMap((from, i) => (i % 2 === 0 && edges[i + 1] ? [[from, edges[i + 1]!] as const] : []));
        const all = played(list);
        same(
          played(sliceOf(cutOf('full', list), spans)),
          spans.flatMap(([from, to]) => all.slice(from, to)),
        );
      }),
    );
  });
});

/** Segments one after the other on each take, with gaps, sides, beats and talk. */
const segments = fc
  .array(
    fc.record({
      takeId: fc.constantFrom(...TAKES),
      kind: fc.constantFrom('reps', 'hold', 'teach', 'talk', 'swap', 'rest', 'cut', 'prep'),
      stepId: fc.constantFrom('a', 'b', null),
      side: fc.constantFrom('left', 'right', null),
      gap: fc.nat(4),
      length: fc.integer({ min: 1, max: 15 }),
      beats: fc.array(fc.nat(14), { maxLength: 4 }),
    }),
    { maxLength: 14 },
  )
  .map((list) => {
    const ends = new Map<string, number>();
    return list.flatMap(({ takeId, gap, length, beats, ...one }, at): Segment[] => {
      const startMs = (ends.get(takeId) ?? 0) + gap;
      const endMs = startMs + length;
      if (endMs > LENGTH) return [];
      ends.set(takeId, endMs);
      const beatsMs = [...new Set(beats.map((beat) => startMs + 1 + (beat % length)))].sort((a, b) => a - b);
      return [{ id: `s${at}`, takeId, ...one, startMs, endMs, beatsMs: isWork(one.kind) ? beatsMs : [] }];
    });
  });

const lessons = fc.tuple(pieces, segments).map(([assembly, marked]): Lesson => {
  const [take] = aFilmedLesson({}, LENGTH).takes;
  return aFilmedLesson({
    steps: [aStep('a'), aStep('b')],
    takes: TAKES.map((id) => ({ ...take!, id })),
    pace: aPace({ settleMs: 3 }),
    assembly,
    segments: marked,
  });
});

describe('the passages of a cut', () => {
  it('are what is marked on what plays, as often as it plays, with every beat of it', () => {
    fc.assert(
      fc.property(lessons, (lesson) => {
        const all = played(lesson.assembly);
        const passages = passagesOf(lesson, fullCut(lesson));
        const at = (ms: number): string[] =>
          passages.flatMap((one) => (one.startMs <= ms && ms < one.endMs ? [one.segmentId!] : []));
        all.forEach(({ takeId, takeMs }, ms) =>
          same(
            at(ms),
            lesson.segments
              .filter(
                (one) => one.takeId === takeId && one.startMs <= takeMs && takeMs < one.endMs && one.kind !== 'cut',
              )
              .map((one) => one.id),
          ),
        );
        // A beat completes a repetition: it plays where the instant before it plays.
        const beats = lesson.segments
          .filter((one) => one.kind !== 'cut')
          .flatMap((one) =>
            one.beatsMs.flatMap((beat) =>
              all.flatMap(({ takeId, takeMs }, ms) => (takeId === one.takeId && takeMs === beat - 1 ? [ms + 1] : [])),
            ),
          );
        for (const one of passages) {
          const segment = lesson.segments.find(({ id }) => id === one.segmentId)!;
          const fromMs = segment.startMs + one.shareBefore * (segment.endMs - segment.startMs);
          same(one.beatsBefore, segment.beatsMs.filter((ms) => ms <= Math.round(fromMs)).length);
        }
        same(
          passages.flatMap((one) => one.beatsMs).sort((a, b) => a - b),
          beats.sort((a, b) => a - b),
        );
      }),
    );
  });

  it('run step by step: a step that plays twice runs twice', () => {
    const lesson = aFilmedLesson({
      steps: [aStep('a'), aStep('b')],
      segments: [
        { id: 's', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 0, endMs: 4000, beatsMs: [] },
        { id: 'w', takeId: 't', kind: 'swap', stepId: null, side: null, startMs: 4000, endMs: 5000, beatsMs: [] },
        { id: 'u', takeId: 't', kind: 'reps', stepId: 'a', side: 'right', startMs: 5000, endMs: 9000, beatsMs: [] },
        { id: 'x', takeId: 't', kind: 'reps', stepId: 'b', side: 'left', startMs: 9000, endMs: 10_000, beatsMs: [] },
      ],
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 10_000 },
        { id: 'q', takeId: 't', fromMs: 0, toMs: 4000 },
      ],
    });
    expect(stepRunsOf(passagesOf(lesson, fullCut(lesson)))).toEqual([
      { stepId: 'a', startMs: 0, endMs: 9000 },
      { stepId: 'b', startMs: 9000, endMs: 10_000 },
      { stepId: 'a', startMs: 10_000, endMs: 14_000 },
    ]);
  });
});

describe('the practice cut', () => {
  const workOf = (lesson: Lesson, id: 'full' | 'practice') => {
    const timeline = timelineOf(lesson, id)!;
    const work = new Map<string, { ms: number; beats: number; counts: number }>();
    const of = (stepId: string | null, side: string | null) => {
      const key = `${stepId}/${side}`;
      return work.get(key) ?? work.set(key, { ms: 0, beats: 0, counts: 0 }).get(key)!;
    };
    for (const one of timeline.passages.filter((each) => isWork(each.kind))) {
      of(one.stepId, one.side).ms += one.endMs - one.startMs;
      of(one.stepId, one.side).beats += one.beatsMs.length;
    }
    // Of very fast ones only every nth is shown: what counts is how far it is counted.
    for (const cue of deriveCues(lesson, timeline).cues)
      if (cue.kind === 'count' && cue.value === cue.of) of(cue.stepId, cue.side).counts += cue.of!;
    return work;
  };

  it('keeps every dose whole and no word of talk, in whatever order and however often it plays', () => {
    fc.assert(
      fc.property(lessons, (lesson) => {
        const practice = timelineOf(lesson, 'practice')!;
        fc.pre(practice.cut !== null);
        const [shown, practised] = [workOf(lesson, 'full'), workOf(lesson, 'practice')];
        same([...practised.keys()].sort(), [...shown.keys()].sort());
        for (const [key, full] of shown) {
          const own = practised.get(key)!;
          const [stepId, side] = key.split('/') as [string, WorkedSide];
          const step = movesOf(lesson.steps).find((one) => one.id === stepId);
          // What is only demonstrated is done as often as it is planned; everything else is as on the film.
          const planned = step && partsOf(step.sidePlan).includes(side) ? countFor(step, side) : 0;
          if (own.beats === full.beats) same(own, full);
          else same([full.beats > 0, own.beats, own.ms > full.ms], [true, planned, true]);
        }
        same(
          practice.passages.filter((one) => ['intro', 'teach', 'talk', 'outro'].includes(one.kind)),
          [],
        );
        const again = practice.passages
          .filter((one) => isWork(one.kind))
          .reduce((sum, one) => sum + one.endMs - one.startMs, 0);
        same(practice.durationMs <= fullCut(lesson).durationMs + again, true);
      }),
    );
  });

  /** Two of five planned are shown on the left, a second each; what follows begins at `nextMs`. */
  const shownTwice = (nextMs: number, kind: Segment['kind'] = 'talk'): Lesson =>
    aFilmedLesson({
      steps: [aStep('a', { dose: reps(5, 1000), sidePlan: 'left_only' })],
      segments: [
        aSegment('s', 2000, 4000, { beatsMs: [3000, 4000] }),
        aSegment('w', nextMs, nextMs + 3000, { kind, side: null, stepId: kind === 'rest' ? 'a' : null }),
      ],
    });
  const stretches = (lesson: Lesson): number[][] =>
    lessonCut(lesson, 'practice')!.pieces.map(({ fromMs, toMs }) => [fromMs, toMs]);

  it('plays a demonstration as often as is planned where the film leaves no time for it, in one count', () => {
    const lesson = shownTwice(4500);
    expect(stretches(lesson)).toEqual([
      [2000, 4000],
      [2000, 4000],
      [2000, 3000],
    ]);
    const { cues } = deriveCues(lesson, timelineOf(lesson, 'practice')!);
    const counted = cues.filter((one) => one.kind === 'count');
    expect(counted.map((one) => [one.value, one.of])).toEqual([
      [1, 5],
      [2, 5],
      [3, 5],
      [4, 5],
      [5, 5],
    ]);
    expect(new Set(counted.map((one) => one.key)).size).toBe(5);
    expect(lessonCuts(lesson).map((cut) => cut.id)).toContain('practice');
  });

  it('keeps the time that the film gives viewers after a demonstration, up to what they need', () => {
    // Three are missing, 3 s: half of that is enough to do it in.
    expect(stretches(shownTwice(5500))).toEqual([[2000, 5500]]);
    expect(stretches(shownTwice(5499))[1]).toEqual([2000, 4000]);
    expect(stretches(shownTwice(20_000))).toEqual([[2000, 7000]]);
    expect(stretches(shownTwice(4000, 'rest'))).toEqual([[2000, 7000]]);
  });

  it('takes nothing for a demonstration that has as many as are planned, or beats that nobody has marked', () => {
    const [shown, talk] = shownTwice(9000).segments as [Segment, Segment];
    const with5 = { ...shown, endMs: 7000, beatsMs: [3000, 4000, 5000, 6000, 7000] };
    expect(stretches({ ...shownTwice(9000), segments: [with5, talk] })).toEqual([[2000, 7000]]);
    expect(stretches({ ...shownTwice(9000), segments: [{ ...shown, beatsMs: [] }, talk] })).toEqual([[2000, 4000]]);
  });

  it('leaves time to get into position, out of what nobody has marked', () => {
    const lesson = aFilmedLesson({
      steps: [aStep('a')],
      pace: aPace({ settleMs: 1500 }),
      segments: [
        { id: 's', takeId: 't', kind: 'teach', stepId: 'a', side: null, startMs: 0, endMs: 4000, beatsMs: [] },
        { id: 'u', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 9000, endMs: 12_000, beatsMs: [] },
        { id: 'w', takeId: 't', kind: 'reps', stepId: 'a', side: 'right', startMs: 13_000, endMs: 15_000, beatsMs: [] },
      ],
    });
    expect(lessonCut(lesson, 'practice')!.pieces.map(({ fromMs, toMs }) => [fromMs, toMs])).toEqual([[7500, 15_000]]);
    expect(lessonCut(lesson, 'step:a')!.pieces.map(({ fromMs, toMs }) => [fromMs, toMs])).toEqual([[0, 15_000]]);
    expect(lessonCut(lesson, 'step:b')).toBeNull();
    expect(lessonCuts(lesson).map((cut) => cut.id)).toEqual(['full', 'practice']);
  });

  it('keeps rests, begins at a jump and not before it, and a single step goes on over what belongs to no step', () => {
    const of = (id: string, kind: Segment['kind'], stepId: string | null, startMs: number, endMs: number): Segment => ({
      ...{ id, takeId: 't', kind, stepId, side: 'left', startMs, endMs, beatsMs: [] },
    });
    const lesson = aFilmedLesson({
      steps: [aStep('a'), aStep('b')],
      pace: aPace({ settleMs: 1500 }),
      segments: [
        of('1', 'reps', 'a', 2000, 4000),
        of('2', 'rest', null, 4000, 5000),
        of('3', 'reps', 'a', 5000, 6000),
        of('4', 'reps', 'b', 9000, 9500),
      ],
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 8000 },
        { id: 'q', takeId: 't', fromMs: 8600, toMs: 20_000 },
      ],
    });
    const shown = (id: 'practice' | 'step:a') =>
      lessonCut(lesson, id)!.pieces.map(({ fromMs, toMs }) => [fromMs, toMs]);
    expect(shown('practice')).toEqual([
      [500, 6000],
      // The jump is at 8600: nothing of what lies before it leads in.
      [8600, 9500],
    ]);
    expect(shown('step:a')).toEqual([[2000, 6000]]);
  });

  it('is the plan without its talk and with the time for viewers before anything is filmed', () => {
    const lesson = aFilmedLesson({ steps: [aStep('a', { nowYouMs: 5000 })], opening: 'Good morning to all of you.' });
    expect(timelineOf(lesson, 'practice')!.durationMs).toBe(timelineOf(lesson, 'step:a')!.durationMs);
    expect(timelineOf(lesson, 'full')!.durationMs).toBeGreaterThan(timelineOf(lesson, 'step:a')!.durationMs);
    expect(timelineOf(lesson, 'step:b')).toBeNull();
  });

  // Cut by hand: what is for the evening goes, everything else stays.
  it('is a half of the day: all but the steps of the other half, filmed or not', () => {
    const of = (id: string, stepId: string, startMs: TakeMs, endMs: TakeMs): Segment => ({
      id,
      takeId: 't',
      kind: 'reps',
      stepId,
      side: 'midline',
      startMs,
      endMs,
      beatsMs: [],
    });
    const steps = [
      aStep('a', { sidePlan: 'midline' }),
      aStep('b', { sidePlan: 'midline', half: 'evening' }),
      aStep('c', { sidePlan: 'midline', half: 'morning' }),
    ];
    const lesson = aFilmedLesson(
      { steps, segments: [of('1', 'a', 1000, 3000), of('2', 'b', 4000, 6000), of('3', 'c', 7000, 9000)] },
      10_000,
    );
    const shown = (id: 'half:morning' | 'half:evening') =>
      lessonCut(lesson, id)!.pieces.map(({ fromMs, toMs }) => [fromMs, toMs]);
    expect(shown('half:morning')).toEqual([
      [0, 4000],
      [6000, 10_000],
    ]);
    expect(shown('half:evening')).toEqual([
      [0, 7000],
      [9000, 10_000],
    ]);
    expect(lessonCuts(lesson).map((cut) => cut.id)).toContain('half:evening');
    expect(lessonCuts({ ...lesson, steps: steps.map((one) => ({ ...one, half: null })) }).map((cut) => cut.id)).toEqual(
      ['full', 'practice', 'step:a', 'step:b', 'step:c'],
    );
    const planned = { ...lesson, takes: [], assembly: [], segments: [] };
    const ids = (id: 'half:morning' | 'half:evening') => [
      ...new Set(timelineOf(planned, id)!.passages.map((one) => one.stepId)),
    ];
    expect([ids('half:morning'), ids('half:evening')]).toEqual([
      ['a', 'c'],
      ['a', 'b'],
    ]);
  });

  it('goes by its name', () => {
    expect(['full', 'practice', 'half:morning', 'half:noon', 'step:a', 'step:', 'half'].map(parseCutId)).toEqual([
      ...['full', 'practice', 'half:morning', null, 'step:a', null, null],
    ] as ReturnType<typeof parseCutId>[]);
  });
});

describe('edits of pieces', () => {
  const list = fc
    .tuple(pieces, fc.shuffledSubarray([...'abcdefghijkl']))
    .map(([some, ids]) => some.slice(0, ids.length).map((piece, at) => ({ ...piece, id: ids[at]! })));

  it('make one list of another exactly, and back', () => {
    fc.assert(
      fc.property(list, list, (before, after) => {
        const lesson = {
          ...aFilmedLesson(),
          takes: TAKES.map((id) => ({ ...aFilmedLesson().takes[0]!, id })),
          assembly: before,
        };
        const changes = pieceChanges(before, after);
        if (changes.length === 0) return same(before, after);
        const change = { kind: 'batch' as const, changes };
        const edited = applyChange(lesson, change);
        same(edited.assembly, after);
        same(applyChange(edited, inverseOf(lesson, change)), lesson);
      }),
    );
  });
});

describe('a take that is let play', () => {
  let made = 0;
  const newId = (): string => `new${made++}`;
  const apply = (lesson: Lesson, ...[takeId, stepId, side]: [string, string, 'left' | 'right' | null]): Lesson => {
    const change = letPlay(lesson, takeId, stepId, side, newId);
    return change ? applyChange(lesson, change) : lesson;
  };
  const workMs = (lesson: Lesson, which: (one: { stepId: string | null; side: string | null }) => boolean): number =>
    passagesOf(lesson, fullCut(lesson))
      .filter((one) => isWork(one.kind) && which(one))
      .reduce((sum, one) => sum + one.endMs - one.startMs, 0);

  it('plays in the place of what played, and nothing else of the lesson changes', () => {
    fc.assert(
      fc.property(
        lessons,
        fc.constantFrom(...TAKES),
        fc.constantFrom('a', 'b'),
        fc.constantFrom<('left' | 'right' | null)[]>('left', 'right', null),
        (lesson, takeId, stepId, side) => {
          const marked = lesson.segments.some(
            (one) =>
              one.takeId === takeId && one.stepId === stepId && (!side || one.side === side) && one.kind !== 'cut',
          );
          const after = apply(lesson, takeId, stepId, side);
          if (!marked) return same(after, lesson);
          checkDocument(lessonDocument, after);
          const mine = (one: { stepId: string | null; side: string | null }): boolean =>
            one.stepId === stepId && (!side || one.side === side);
          same(
            workMs(after, (one) => !mine(one)),
            workMs(lesson, (one) => !mine(one)),
          );
          for (const one of coverageOf(after).filter(mine))
            for (const { takeId: other, playCount } of one.takes) same(playCount > 0, other === takeId);
        },
      ),
    );
  });

  const two = aFilmedLesson({
    steps: [aStep('a'), aStep('b')],
    takes: ['t', 'again'].map((id) => ({ ...aFilmedLesson().takes[0]!, id })),
    segments: [
      { id: '1', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 1000, endMs: 5000, beatsMs: [] },
      { id: '2', takeId: 't', kind: 'reps', stepId: 'a', side: 'right', startMs: 6000, endMs: 9000, beatsMs: [] },
      { id: '3', takeId: 't', kind: 'reps', stepId: 'b', side: 'left', startMs: 10_000, endMs: 12_000, beatsMs: [] },
      { id: '4', takeId: 'again', kind: 'reps', stepId: 'a', side: 'left', startMs: 500, endMs: 4000, beatsMs: [] },
      { id: '5', takeId: 'again', kind: 'reps', stepId: 'a', side: 'right', startMs: 5000, endMs: 9500, beatsMs: [] },
    ],
    assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 20_000 }],
  });
  const shown = (lesson: Lesson) => lesson.assembly.map(({ takeId, fromMs, toMs }) => [takeId, fromMs, toMs]);

  it('swaps on the edges of what is marked, for a side or for the whole step, and back', () => {
    const right = apply(two, 'again', 'a', 'right');
    expect(shown(right)).toEqual([
      ['t', 0, 6000],
      ['again', 5000, 9500],
      ['t', 9000, 20_000],
    ]);
    expect(coverageOf(right).map(({ side, takes }) => [side, takes.map((one) => one.playCount)])).toEqual([
      ['left', [1, 0]],
      ['right', [0, 1]],
      ['left', [1]],
      ['right', []],
    ]);
    const whole = apply(right, 'again', 'a', null);
    expect(shown(whole)).toEqual([
      ['t', 0, 1000],
      ['again', 500, 9500],
      ['t', 9000, 20_000],
    ]);
    expect(shown(apply(whole, 't', 'a', null))).toEqual([['t', 0, 20_000]]);
    expect(letPlay(two, 't', 'a', null, newId)).toBeNull();
  });

  it('swaps each time that the step plays', () => {
    const twice = { ...two, assembly: [...two.assembly, { id: 'q', takeId: 't', fromMs: 1000, toMs: 9000 }] };
    expect(shown(apply(twice, 'again', 'a', null))).toEqual([
      ['t', 0, 1000],
      ['again', 500, 9500],
      ['t', 9000, 20_000],
      ['again', 500, 9500],
    ]);
  });

  it('comes after the earlier side of its own step, and of a later one nothing is put before it', () => {
    const onlyLeft = { ...two, assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 5500 }] };
    expect(shown(apply(onlyLeft, 'again', 'a', 'right'))).toEqual([
      ['t', 0, 5000],
      ['again', 5000, 9500],
      ['t', 5000, 5500],
    ]);
    const laterFirst = {
      ...two,
      assembly: [
        { id: 'p', takeId: 't', fromMs: 9500, toMs: 12_500 },
        { id: 'q', takeId: 't', fromMs: 15_000, toMs: 16_000 },
      ],
    };
    expect(shown(apply(laterFirst, 'again', 'a', null))[0]).toEqual(['t', 9500, 10_000]);
  });

  it('comes to its place in the plan when the step did not play', () => {
    const without = { ...two, assembly: [{ id: 'p', takeId: 't', fromMs: 9500, toMs: 20_000 }] };
    expect(shown(apply(without, 'again', 'a', 'right'))).toEqual([
      ['t', 9500, 10_000],
      ['again', 5000, 9500],
      ['t', 10_000, 20_000],
    ]);
    const left = { ...two, assembly: [{ id: 'p', takeId: 't', fromMs: 6000, toMs: 20_000 }] };
    expect(shown(apply(left, 'again', 'a', 'left'))).toEqual([
      ['again', 500, 4000],
      ['t', 6000, 20_000],
    ]);
  });
});

describe('a step that plays once more', () => {
  let made = 0;
  const newId = (): string => `new${made++}`;
  const workMs = (lesson: Lesson, stepId: string): number =>
    passagesOf(lesson, fullCut(lesson))
      .filter((one) => isWork(one.kind) && one.stepId === stepId)
      .reduce((sum, one) => sum + one.endMs - one.startMs, 0);

  it('plays right after itself, and only once again when it is told to: then everything is as before', () => {
    fc.assert(
      fc.property(lessons, fc.constantFrom('a', 'b'), (lesson, stepId) => {
        fc.pre(repeatsOf(passagesOf(lesson, fullCut(lesson)), stepId).length === 0);
        fc.pre(stepRunsOf(passagesOf(lesson, fullCut(lesson))).filter((run) => run.stepId === stepId).length < 2);
        const change = playAgain(lesson, stepId, newId);
        if (!change)
          return same(
            passagesOf(lesson, fullCut(lesson)).some((one) => one.stepId === stepId),
            false,
          );
        const again = applyChange(lesson, change);
        checkDocument(lessonDocument, again);
        same(workMs(again, stepId), 2 * workMs(lesson, stepId));
        same(repeatsOf(passagesOf(again, fullCut(again)), stepId).length, 1);
        const thrice = applyChange(again, playAgain(again, stepId, newId)!);
        same(workMs(thrice, stepId), 3 * workMs(lesson, stepId));
        const plain = (one: Lesson) => played(one.assembly).map(({ takeId, takeMs }) => [takeId, takeMs]);
        for (const one of [again, thrice]) {
          same(plain(applyChange(one, playOnce(one, stepId, newId)!)), plain(lesson));
          same(applyChange(applyChange(lesson, change), inverseOf(lesson, change)), lesson);
        }
        same(playOnce(lesson, stepId, newId), null);
      }),
    );
  });
});

describe('cues of pieces', () => {
  const filmed = (assembly: Piece[]): Lesson =>
    aFilmedLesson({
      steps: [aStep('a', { dose: reps(6, 1000) })],
      segments: [
        { id: 's', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 0, endMs: 6000, beatsMs: [] },
      ],
      assembly,
      overrides: [{ key: 'p|s|count|0', startOffsetMs: 200, text: 'Go' }],
    });
  const counts = (lesson: Lesson, id: 'full' | 'practice' = 'full') =>
    deriveCues(lesson, timelineOf(lesson, id)!).cues.filter((cue) => cue.kind === 'count');

  it('count of an unbeaten segment by what plays of it, and whole each time that it plays whole', () => {
    const half = filmed([{ id: 'p', takeId: 't', fromMs: 0, toMs: 3000 }]);
    expect(counts(half).map((cue) => cue.of)).toEqual([3, 3, 3]);
    const twice = filmed([
      { id: 'p', takeId: 't', fromMs: 0, toMs: 6000 },
      { id: 'q', takeId: 't', fromMs: 0, toMs: 6000 },
    ]);
    expect(counts(twice).map((cue) => cue.value)).toEqual([1, 2, 3, 4, 5, 6, 1, 2, 3, 4, 5, 6]);
  });

  it('count on across the edge of two pieces that go on with each other', () => {
    const cut = filmed([
      { id: 'p', takeId: 't', fromMs: 0, toMs: 2500 },
      { id: 'q', takeId: 't', fromMs: 2500, toMs: 6000 },
    ]);
    expect(counts(cut).map((cue) => `${cue.value} of ${cue.of}`)).toEqual([1, 2, 3, 4, 5, 6].map((n) => `${n} of 6`));
  });

  it('begin anew where something else plays between', () => {
    const cut = filmed([
      { id: 'p', takeId: 't', fromMs: 0, toMs: 3000 },
      { id: 'x', takeId: 't', fromMs: 20_000, toMs: 21_000 },
      { id: 'q', takeId: 't', fromMs: 3000, toMs: 6000 },
    ]);
    expect(counts(cut).map((cue) => `${cue.value} of ${cue.of}`)).toEqual([1, 2, 3, 1, 2, 3].map((n) => `${n} of 3`));
  });

  it('take her times and her words in every cut', () => {
    const lesson = filmed([{ id: 'p', takeId: 't', fromMs: 0, toMs: 9000 }]);
    for (const cut of ['full', 'practice'] as const)
      expect([counts(lesson, cut)[0]!.startMs, counts(lesson, cut)[0]!.text]).toEqual([200, 'Go']);
  });
});

describe('voice-over', () => {
  it('is heard before, over and after the work of its step, each time', () => {
    const lesson = aFilmedLesson({
      steps: [aStep('a')],
      segments: [
        { id: '1', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 5000, endMs: 9000, beatsMs: [] },
        { id: '2', takeId: 't', kind: 'reps', stepId: 'a', side: 'right', startMs: 10_000, endMs: 14_000, beatsMs: [] },
      ],
      voiceOver: [
        ...(['before', 'during', 'after'] as const).map((part, i) => ({
          ...{ id: part, stepId: 'a', side: null, part, mediaId: part, fromMs: 0, toMs: 2000 + i, gainDb: 0 },
        })),
        { id: 'r', stepId: 'a', side: 'right', part: 'during', mediaId: 'right', fromMs: 100, toMs: 900, gainDb: -3 },
      ],
    });
    expect(voicesIn(lesson, passagesOf(lesson, fullCut(lesson)))).toEqual([
      { mediaId: 'before', startMs: 3000, fromMs: 0, toMs: 2000, gainDb: 0 },
      { mediaId: 'during', startMs: 5000, fromMs: 0, toMs: 2001, gainDb: 0 },
      { mediaId: 'right', startMs: 10_000, fromMs: 100, toMs: 900, gainDb: -3 },
      { mediaId: 'after', startMs: 14_000, fromMs: 0, toMs: 2002, gainDb: 0 },
    ]);
  });
});
