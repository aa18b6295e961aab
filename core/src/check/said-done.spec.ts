import { alignLesson } from '../align/align-lesson';
import type { Bout } from '../footage/analyse';
import { parseLines } from '../narration/lines';
import type { Proposal } from '../proposal/propose';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { saidDone, type OnTake } from './said-done';

const before = (text: string) => ({ narration: { before: text, during: '', after: '' } });
const lesson = aFilmedLesson({
  opening: 'Good morning, early shift. Clean hands and two drops of oil.',
  steps: [
    aStep('jaw', {
      move: aMove({ name: 'Rope knead' }),
      sidePlan: 'both',
      dose: reps(8, 2000),
      ...before('Knead along the jaw with soft knuckles. Eight times.'),
    }),
    aStep('brow', {
      move: aMove({ name: 'Brow lift' }),
      sidePlan: 'both',
      dose: reps(6, 2000),
      ...before('Lift the brow with three fingertips and let it sink, six times.'),
    }),
  ],
});
const take = lesson.takes[0]!;
const beats = (from: number, n: number, every = 2000) => Array.from({ length: n }, (_, i) => from + (i + 1) * every);
const bout = (startMs: number, n: number, change: Partial<Bout> = {}): Bout => ({
  ...{ startMs, endMs: startMs + 2000 * n, periodMs: 2000, beatsMs: beats(startMs, n), half: 'both' },
  ...{ region: 'jaw', confidence: 0.95, ...change },
});
const work = (stepId: string, { startMs, endMs, beatsMs }: Bout): Proposal => ({
  ...{ kind: 'reps', stepId, side: 'both', startMs, endMs, beatsMs: [...beatsMs], confidence: 0.9, because: [] },
});
const shown = (jaw: Bout, brow: Bout, captions: string | null): OnTake => {
  const lines = captions === null ? [] : parseLines(captions);
  return {
    ...{ take, bouts: [jaw, brow], holds: [], proposals: [work('jaw', jaw), work('brow', brow)] },
    words: captions === null ? null : { lines, said: alignLesson(lesson, lines) },
    around: null,
  };
};
const said = (jaw: string, more = ''): string =>
  [
    '[0:00] Good morning, early shift. Clean hands and two drops of oil.',
    `[0:05] Knead along the jaw with soft knuckles. ${jaw} times.`,
    more,
    '[0:28] Lift the brow with three fingertips and let it sink, six times.',
  ].join('\n');
const told = (known: OnTake): string[] =>
  saidDone(lesson, known)
    .findings.filter((one) => one.rule !== 'talk-not-marked')
    .map((one) => `${one.rule}: ${one.message}`);

describe('planned, said and done on a take', () => {
  it('agree where everything is as planned, and stand side by side', () => {
    const known = shown(bout(10_000, 8), bout(34_000, 6), said('Eight'));
    expect(told(known)).toEqual([]);
    const [row] = saidDone(lesson, known).rows;
    expect(row).toEqual(jasmine.objectContaining({ stepId: 'jaw', side: 'both', plannedCount: 8, plannedMs: 16_000 }));
    expect(row!.said.map(({ words, low, unit }) => [words, low, unit])).toEqual([['Eight times', 8, 'times']]);
    expect(row!.done!.count).toEqual({ value: 8, low: 8, high: 8 });
    expect(row!.done!.workMs).toEqual({ value: 16_000, low: 15_400, high: 16_600 });
  });

  it('differ: what is said on the take counts, not what is written', () => {
    expect(told(shown(bout(10_000, 8), bout(34_000, 6), said('Twelve')))).toEqual([
      'said-not-done: Rope knead: you say “Twelve times”, and 8 are done.',
    ]);
    // Without words of the take those of the lesson are held against it.
    expect(told(shown(bout(10_000, 6), bout(34_000, 6), null))).toEqual([
      'said-not-done: Rope knead: you say “Eight times”, and 6 are done.',
    ]);
  });

  it('are not told to differ where it may have been one more', () => {
    for (const unsure of [bout(10_000, 7, { confidence: 0.5 }), bout(10_000, 7, { periodMs: 4000 })])
      expect(told(shown(unsure, bout(34_000, 6), said('Eight')))).toEqual([]);
    // The work goes on where nothing is counted any more.
    const known = shown(bout(10_000, 7), bout(34_000, 6), said('Eight'));
    expect(told(known)).toEqual(['said-not-done: Rope knead: you say “Eight times”, and 7 are done.']);
    const [jaw, brow] = known.proposals;
    expect(told({ ...known, proposals: [{ ...jaw!, endMs: 26_000 }, brow!] })).toEqual([]);
  });

  it('tell of a last one that was not', () => {
    const known = shown(bout(10_000, 8), bout(34_000, 6), said('Eight', '[0:14] Last one.'));
    expect(told(known)).toContain('last-not-last: Rope knead: you say “Last one”, and 5 more follow.');
    const right = shown(bout(10_000, 8), bout(34_000, 6), said('Eight', '[0:23] Last one.'));
    expect(told(right)).toEqual([]);
  });

  it('tell of what is repeated and not planned, and leave alone what is left out', () => {
    const known = shown(bout(10_000, 8), bout(34_000, 6), said('Eight'));
    const more = { ...known, bouts: [...known.bouts, bout(50_000, 5)] };
    expect(told(more)).toEqual([
      'work-not-planned: Something is done 5 times at 0:50, and the plan has nothing there.',
    ]);
    const cut = { ...work('jaw', bout(49_000, 6)), kind: 'cut' as const, stepId: null, side: null };
    expect(told({ ...more, proposals: [...more.proposals, cut] })).toEqual([]);
  });

  it('offer no edit of words that were spoken', () => {
    const found = saidDone(lesson, shown(bout(10_000, 12), bout(34_000, 6), said('Twelve'))).findings;
    const [other] = found.filter((one) => one.rule === 'said-not-planned');
    expect([other!.severity, other!.repairs.map((one) => one.label)]).toEqual(['should', ['Plan Twelve']]);
    // Written words can be said otherwise.
    const written = { ...lesson, steps: lesson.steps.map((step) => ({ ...step, ...before('Knead, twelve times.') })) };
    const [own] = saidDone(written, null).findings.filter((one) => one.rule === 'said-not-planned');
    expect(own!.repairs.map((one) => one.label)).toEqual(['Say 8', 'Plan twelve']);
  });

  it('hold what a person marked against what is written where nothing is known of a take', () => {
    const marked = {
      ...lesson,
      segments: [aSegment('s', 0, 12_000, { stepId: 'jaw', side: 'both', beatsMs: beats(0, 6) })],
    };
    expect(saidDone(marked, null).findings.map((one) => one.rule)).toEqual(['said-not-done', 'step-not-marked']);
  });
});
