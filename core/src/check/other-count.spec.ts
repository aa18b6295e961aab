import fc from 'fast-check';
import { asFilmed, otherCount, playedOf } from '../assembly/other-count';
import { cursor } from '../assembly/place';
import { fullCut } from '../assembly/cuts';
import { deriveCues } from '../cue/derive';
import type { HeardAround } from '../footage/quiet';
import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { noEvidence } from '../proposal/evidence';
import type { Proposal } from '../proposal/propose';
import { sheetOf } from '../proposal/sheet';
import { shownAsMarked } from '../said-done/done';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { parseLines } from '../narration/lines';
import { filmFindings } from './film-findings';
import { otherCountOfRow, otherCounts } from './other-count';
import { saidDone, type OnTake } from './said-done';

/** Work from 10 s on, a repetition every two seconds. */
const work = (n: number, change = {}) =>
  aSegment('w', 10_000, 10_000 + 2000 * n, {
    beatsMs: Array.from({ length: n }, (_, i) => 12_000 + 2000 * i),
    side: 'both',
    ...change,
  });
const lesson = (done: number, planned: number, change: Partial<Lesson> = {}): Lesson =>
  aFilmedLesson({
    steps: [aStep('a', { move: aMove({ name: 'Rope knead' }), sidePlan: 'both', dose: reps(planned, 2000) })],
    segments: [work(done)],
    ...change,
  });
const QUIET: HeardAround = { speech: [], lines: null, lipsMove: null };
const offered = (of: Lesson, by: number, heard: HeardAround = QUIET) => otherCounts(of, 't', heard)('a', 'both', by);
const made = (of: Lesson, by: number, heard?: HeardAround): Lesson =>
  applyChange(of, offered(of, by, heard)[0]!.change!);
const pieces = (of: Lesson) => of.assembly.map(({ fromMs, toMs }) => [fromMs, toMs]);
const counted = (of: Lesson) =>
  deriveCues(of)
    .cues.filter((cue) => cue.kind === 'count')
    .map((cue) => `${cue.text} of ${cue.of}`);

describe('repetitions that play again', () => {
  it('are whole ones, from beat to beat, and the count on the screen goes on over them', () => {
    const short = lesson(6, 8);
    const [repair] = offered(short, 2);
    expect([repair!.label, repair!.single]).toEqual(['Play two again', true]);
    // Those before the last one ends, right after they have played.
    expect(repair!.lookFirst).toEqual({ segmentId: 'w', atMs: 22_000 });
    const after = made(short, 2);
    expect(pieces(after)).toEqual([
      [0, 22_000],
      [18_000, 60_000],
    ]);
    expect(counted(after)).toEqual([1, 2, 3, 4, 5, 6, 7, 8].map((n) => `${n} of 8`));
    expect(shownAsMarked(after).done[0]!.count!.value).toBe(8);
    expect(shownAsMarked(after).done[0]!.workMs.value).toBe(16_000);
  });

  it('are counted on where hands rest on after the last one, and anew where something else plays in between', () => {
    const rests = lesson(6, 8, { segments: [work(6, { endMs: 24_000 })] });
    expect(shownAsMarked(made(rests, 2)).done[0]!.count!.value).toBe(8);
    const parted = (toMs: number): Lesson => ({
      ...rests,
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 18_000 },
        ...(toMs > 30_000 ? [{ id: 'r', takeId: 't', fromMs: 30_000, toMs }] : []),
        { id: 'q', takeId: 't', fromMs: 18_000, toMs: 24_000 },
      ],
    });
    expect(counted(parted(30_000)).at(-1)).toBe('6 of 6');
    expect(counted(parted(34_000)).at(-1)).toBe('2 of 2');
  });

  it('play twice where fewer are quiet, and not at all where one alone would', () => {
    const heard: HeardAround = { ...QUIET, speech: [[9000, 15_900]] };
    // Three quiet ones are left of seven.
    const after = made(lesson(8, 12), 4, { ...QUIET, speech: [[9000, 19_900]] });
    expect(pieces(after)).toEqual([
      [0, 26_000],
      [22_000, 26_000],
      [22_000, 60_000],
    ]);
    expect(counted(after).at(-1)).toBe('12 of 12');
    expect(offered(lesson(4, 6), 2, { ...QUIET, speech: heard.speech })).toEqual([]);
    // More than half of what was done is filmed again.
    expect(offered(lesson(6, 10), 4)).toEqual([]);
  });

  it('have no word in them, and no number behind them that would be wrong then', () => {
    const short = lesson(6, 8);
    const lines = (text: string) => parseLines(`[0:20.5] ${text}\n[0:21.5] Good.\n[0:30] On we go.`);
    const speech = [[20_500, 21_800]] as const;
    // Nobody knows the words: they may be a number, and so only what is behind them plays again.
    expect(offered(short, 2, { ...QUIET, speech })).toEqual([]);
    const soft = {
      ...QUIET,
      speech,
      lines: lines('Soft shoulders.')
        .slice(0, 1)
        .map((one) => ({ ...one, endMs: 21_800 })),
    };
    expect(pieces(made(short, 2, soft))).toEqual([
      [0, 20_000],
      [16_000, 60_000],
    ]);
    const six = { ...soft, lines: soft.lines.map((one) => ({ ...one, text: 'Last one.' })) };
    expect(offered(short, 2, six)).toEqual([]);
    const before = { ...QUIET, speech: [[12_000, 15_000]] as const };
    expect(offered(short, 2, before).length).toBe(1);
  });

  it('are none in which lips move', () => {
    const short = lesson(6, 8);
    const lipsMove = (fromMs: number): boolean => fromMs >= 18_000;
    expect(pieces(made(short, 2, { ...QUIET, lipsMove }))).toEqual([
      [0, 18_000],
      [14_000, 60_000],
    ]);
    expect(offered(short, 2, { ...QUIET, lipsMove: () => true })).toEqual([]);
  });

  it('are not offered of what is held, spoken over afterwards, public already, not marked, or changed already', () => {
    const short = lesson(6, 8);
    const over = {
      id: 'v',
      stepId: 'a',
      side: null,
      part: 'during',
      mediaId: 'm',
      fromMs: 0,
      toMs: 900,
      gainDb: 0,
    } as const;
    expect(offered({ ...short, voiceOver: [over] }, 2)).toEqual([]);
    expect(offered({ ...short, voiceOver: [{ ...over, part: 'before' }] }, 2).length).toBe(1);
    expect(offered({ ...short, publicElsewhere: true }, 2)).toEqual([]);
    expect(offered({ ...short, segments: [work(6, { kind: 'hold' })] }, 2)).toEqual([]);
    expect(offered({ ...short, segments: [work(6, { beatsMs: [] })] }, 2)).toEqual([]);
    expect(offered({ ...short, assembly: [] }, 2)).toEqual([]);
    expect(offered(made(short, 2), 1)).toEqual([]);
    expect(offered(short, 0)).toEqual([]);
  });

  it('are left out where there are more than planned, and the count has no gap', () => {
    const long = lesson(8, 6);
    expect(offered(long, -2)[0]!.label).toBe('Leave two out');
    const after = made(long, -2);
    expect(pieces(after)).toEqual([
      [0, 22_000],
      [26_000, 60_000],
    ]);
    expect(counted(after)).toEqual([1, 2, 3, 4, 5, 6].map((n) => `${n} of 6`));
    expect(shownAsMarked(after).done[0]!.count!.value).toBe(6);
  });

  it('play as they were filmed again', () => {
    for (const of of [made(lesson(6, 8), 2), made(lesson(8, 6), -2)]) {
      expect(playedOf(of, 'w')!.asFilmed).toBeFalse();
      const back = applyChange(
        of,
        asFilmed(of, of.segments[0]!, () => 'new')!,
      );
      expect(pieces(back)).toEqual([[0, 60_000]]);
      expect(asFilmed(back, back.segments[0]!, () => 'new')).toBeNull();
    }
  });

  it('have the count that is wanted, quiet stretches and jumps on beats only, whatever is quiet', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 14 }),
        fc.integer({ min: -6, max: 6 }),
        fc.array(fc.boolean(), { minLength: 14, maxLength: 14 }),
        (n, by, quiet) => {
          const of = lesson(n, Math.max(1, n + by));
          const [segment] = of.segments as [Lesson['segments'][number]];
          let id = 0;
          const at = (ms: number): number => (ms - 12_000) / 2000;
          const found = otherCount(
            of,
            segment,
            by,
            (from) => quiet[at(from)]!,
            () => `n${id++}`,
          );
          if (!found) return;
          const after = applyChange(of, found.change);
          expect(playedOf(after, 'w')!.beatsMs.length).toBe(n + by);
          const jumps = [...cursor(fullCut(after))];
          for (const [one, next] of jumps.slice(1).map((next, i) => [jumps[i]!, next] as const)) {
            expect([segment.beatsMs.includes(one.toMs), segment.beatsMs.includes(next.fromMs)]).toEqual([true, true]);
            const [from, to] = [Math.min(one.toMs, next.fromMs), Math.max(one.toMs, next.fromMs)];
            for (let beat = at(from); beat < at(to); beat++) expect(quiet[beat]).toBeTrue();
          }
          expect(new Set(after.assembly.map((one) => one.id)).size).toBe(after.assembly.length);
        },
      ),
    );
  });
});

describe('a row of the sheet', () => {
  const proposal: Proposal = {
    ...{ kind: 'reps', stepId: 'a', side: 'both', startMs: 10_000, endMs: 22_000, confidence: 0.9, because: [] },
    beatsMs: work(6).beatsMs,
  };

  it('that is only proposed is agreed to as it plays again', () => {
    const open = { ...lesson(6, 8), segments: [] };
    const [row] = sheetOf(open, 't', [proposal]);
    let id = 0;
    const repair = otherCountOfRow(open, 't', row!, [proposal], QUIET, () => `n${id++}`)!;
    const after = applyChange(open, repair.change!);
    expect(after.segments.map((one) => one.beatsMs.length)).toEqual([6]);
    expect(repair.lookFirst!.segmentId).toBe(after.segments[0]!.id);
    expect(counted(after).at(-1)).toBe('8 of 8');
    // Once it plays so, nothing is asked about it any more, and nothing is offered.
    const [then] = sheetOf(after, 't', []);
    expect([then!.doubt, then!.plays]).toEqual([null, 8]);
    expect(otherCountOfRow(after, 't', then!, [], QUIET, () => 'n')).toBeNull();
  });
});

describe('a side that got less', () => {
  it('may play as much as the other one', () => {
    const of = lesson(8, 8, {
      steps: [aStep('a', { sidePlan: 'left_right', dose: reps(8, 2000) })],
      segments: [
        work(8, { side: 'left' }),
        {
          ...work(6),
          id: 'r',
          side: 'right',
          startMs: 30_000,
          endMs: 42_000,
          beatsMs: work(6).beatsMs.map((ms) => ms + 20_000),
        },
      ],
    });
    const uneven = (one: Lesson) =>
      filmFindings(one, shownAsMarked(one), otherCounts(one, 't', QUIET)).filter(
        (each) => each.rule === 'filmed-sides-uneven',
      );
    const [found] = uneven(of);
    expect(found!.repairs.map((one) => one.label)).toEqual(['Play two again', 'Film it again']);
    expect(found!.repairs[0]!.lookFirst!.segmentId).toBe('r');
    expect(uneven(applyChange(of, found!.repairs[0]!.change!))).toEqual([]);
  });
});

describe('what was said and not done', () => {
  it('plays again where that makes it true', () => {
    const of = lesson(6, 6, {
      steps: [
        aStep('a', {
          ...{ move: aMove({ name: 'Rope knead' }), sidePlan: 'both', dose: reps(8, 2000) },
          narration: { before: 'Knead along the jaw. Eight times.', during: '', after: '' },
        }),
      ],
    });
    const { bouts, holds } = noEvidence(60_000);
    const known: OnTake = { take: of.takes[0]!, proposals: [], bouts, holds, words: null, around: QUIET };
    const found = (one: Lesson, around: HeardAround | null) =>
      saidDone(one, { ...known, around }).findings.filter((each) => each.rule === 'said-not-done');
    const [first] = found(of, QUIET);
    expect(first!.repairs.map((one) => one.label)).toEqual(['Plan 6', 'Play two again', 'Film it again']);
    expect(found(applyChange(of, first!.repairs[1]!.change!), QUIET)).toEqual([]);
    expect(found(of, null)[0]!.repairs.some((one) => one.label === 'Play two again')).toBeFalse();
  });
});
