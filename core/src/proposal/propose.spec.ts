import type { Bout, Seen } from '../footage/analyse';
import type { LogEntry } from '../take/log.document';
import { aLesson, aMove, aPace, aStep, reps } from '../testing';
import { noEvidence, type Evidence } from './evidence';
import { propose, type Proposal } from './propose';

const step = (id: string, region: 'neck' | 'jaw' | 'forehead', sidePlan: 'left_right' | 'both', words: string) =>
  aStep(id, {
    move: aMove({ region, sidePlan }),
    dose: reps(5, 2000),
    sidePlan,
    narration: { before: words, during: '', after: '' },
  });

const lesson = aLesson({
  pace: aPace({ syllablesPerMinute: 220, settleMs: 1500, swapMs: 2500 }),
  opening: 'Good morning, early shift. Clean hands and two drops of oil.',
  steps: [
    step('slipway', 'neck', 'left_right', 'Now feather-light, from the ear down to the hollow.'),
    step('rope', 'jaw', 'both', 'Knuckles into the jaw muscle, teeth apart.'),
    step('lantern', 'forehead', 'both', 'Flat fingers on the forehead, and up into the hair.'),
  ],
  closing: 'That is it. Good bulletin.',
});

const bout = (startMs: number, endMs: number, half: Bout['half'], region: Bout['region'], count = 5): Bout => {
  const periodMs = (endMs - startMs) / count;
  const beatsMs = Array.from({ length: count }, (_, i) => Math.round(startMs + (i + 1) * periodMs));
  return { startMs, endMs, half, region, periodMs, beatsMs, confidence: 0.9 };
};

/** The same so much later. */
const moved = ({ startMs, endMs, half, region }: Bout, laterMs: number): Bout =>
  bout(startMs + laterMs, endMs + laterMs, half, region);

/** The lesson as it was filmed: opening, both sides of the first step, the others, closing. */
const FILMED: Evidence = {
  ...noEvidence(71_000),
  heard: true,
  pictureLeft: 'left',
  speech: [
    [1000, 6000],
    [6500, 10_000],
    [22_200, 23_800],
    [36_000, 39_500],
    [52_000, 55_500],
    [67_000, 69_500],
  ],
  bouts: [
    bout(12_000, 22_000, 'left', 'neck'),
    bout(25_000, 35_000, 'right', 'neck'),
    bout(41_500, 51_500, 'both', 'jaw'),
    bout(57_000, 66_500, 'both', 'forehead'),
  ],
};
/** The work of the second step was begun, broken off and done anew. */
const BROKEN_OFF: Evidence = {
  ...FILMED,
  durationMs: 80_000,
  bouts: [
    ...FILMED.bouts.slice(0, 2),
    bout(41_500, 45_500, 'both', 'jaw', 2),
    bout(49_000, 59_000, 'both', 'jaw'),
    bout(66_000, 75_500, 'both', 'forehead'),
  ],
  speech: [...FILMED.speech.slice(0, 4), [45_600, 47_500], [60_500, 64_500], [76_000, 78_500]],
};
/** The words of the second step are said so otherwise that all that follows comes so much later. */
const saidAs = (speech: Evidence['speech'], laterMs: number): Evidence => ({
  ...FILMED,
  durationMs: FILMED.durationMs + laterMs,
  speech: [
    ...FILMED.speech.slice(0, 3),
    ...speech,
    ...FILMED.speech.slice(4).map(([a, b]): readonly [number, number] => [a + laterMs, b + laterMs]),
  ],
  bouts: FILMED.bouts.map((one, at) => (at < 2 ? one : moved(one, laterMs))),
});
const works = (found: readonly Proposal[]): unknown[] =>
  found
    .filter(({ kind }) => kind === 'reps')
    .map(({ stepId, side, startMs, endMs, beatsMs }) => [stepId, side, startMs, endMs, beatsMs.length]);
const without = (...gone: number[]): Evidence => ({
  ...FILMED,
  bouts: FILMED.bouts.filter((_, at) => !gone.includes(at)),
});

describe('what a take is proposed to show', () => {
  it('is the plan, where hands and voice are seen and heard', () => {
    const found = propose(lesson, FILMED);
    expect(works(found)).toEqual([
      ['slipway', 'left', 12_000, 22_000, 5],
      ['slipway', 'right', 25_000, 35_000, 5],
      ['rope', 'both', 41_500, 51_500, 5],
      ['lantern', 'both', 57_000, 66_500, 5],
    ]);
    expect(found.filter(({ kind }) => kind === 'teach').map(({ startMs, endMs }) => [startMs, endMs])).toEqual([
      [6380, 10_000],
      [36_000, 39_500],
      [52_000, 55_500],
    ]);
    expect(found.find(({ kind }) => kind === 'swap')).toEqual(
      jasmine.objectContaining({ startMs: 22_000, side: 'right' }),
    );
    expect(found.find(({ stepId, kind }) => stepId === 'rope' && kind === 'reps')!.because).toContain(
      '5 repetitions seen at the jaw, on both sides',
    );
    for (let at = 1; at < found.length; at++) expect(found[at]!.startMs).toBeGreaterThanOrEqual(found[at - 1]!.endMs);
  });

  it('leaves out a step that was not filmed', () => {
    const cut: Evidence = {
      ...without(2),
      speech: FILMED.speech.filter(([start]) => start !== 36_000),
      durationMs: 55_000,
    };
    const moved: Evidence = {
      ...cut,
      speech: cut.speech.map(([a, b]) => (a > 40_000 ? [a - 16_000, b - 16_000] : [a, b])),
      bouts: cut.bouts.map((one) => (one.startMs > 40_000 ? bout(41_000, 50_500, 'both', 'forehead') : one)),
    };
    expect(works(propose(lesson, moved)).map((one) => (one as unknown[])[0])).toEqual([
      'slipway',
      'slipway',
      'lantern',
    ]);
  });

  it('has no step told of that is not done: what is said last is the end', () => {
    const short: Evidence = { ...without(3), durationMs: 56_500, speech: FILMED.speech.slice(0, 5) };
    expect(
      propose(lesson, short)
        .slice(-2)
        .map(({ kind, stepId }) => [kind, stepId]),
    ).toEqual([
      ['reps', 'rope'],
      ['outro', null],
    ]);
  });

  it('follows steps that changed their places', () => {
    const swapped: Evidence = {
      ...FILMED,
      bouts: [
        ...FILMED.bouts.slice(0, 2),
        bout(41_500, 51_500, 'both', 'forehead'),
        bout(57_000, 66_500, 'both', 'jaw'),
      ],
      log: [
        ...(
          [
            ['slipway', 6600],
            ['lantern', 36_200],
            ['rope', 52_200],
          ] as const
        ).map(([stepId, atMs]): LogEntry => ({ atMs, kind: 'step', stepId, side: null, n: null })),
        ...(
          [
            ['lantern', 41_700],
            ['rope', 57_200],
          ] as const
        ).map(([stepId, atMs]): LogEntry => ({ atMs, kind: 'dose', stepId, side: 'both', n: null })),
      ],
    };
    expect(works(propose(lesson, swapped)).slice(2)).toEqual([
      ['lantern', 'both', 41_500, 51_500, 5],
      ['rope', 'both', 57_000, 66_500, 5],
    ]);
  });

  it('proposes to leave out what was broken off and begun again', () => {
    const again: Evidence = {
      ...BROKEN_OFF,
      log: [{ atMs: 47_700, kind: 'again', stepId: 'rope', side: 'both', n: null }],
    };
    const found = propose(lesson, again);
    expect(works(found)[2]).toEqual(['rope', 'both', 49_000, 59_000, 5]);
    const cut = found.find(({ kind }) => kind === 'cut')!;
    expect([cut.startMs, cut.endMs, cut.because]).toEqual([41_500, 47_950, ['it was broken off and begun again']]);
  });

  const said = (more: Partial<NonNullable<Evidence['said']>>): Evidence['said'] => ({
    ...{ steps: [], missing: [], again: [], apologies: [], sentences: [] },
    ...more,
  });

  it('goes on with what was taught after a sentence that was spoilt', () => {
    const spoilt: Evidence = {
      ...saidAs(
        [
          [36_000, 38_000],
          [38_500, 40_200],
          [40_600, 41_900],
          [42_300, 44_500],
        ],
        5000,
      ),
      said: said({
        // The words can have stood anywhere in their line; speech knows better.
        again: [
          {
            startMs: 38_900,
            endMs: 41_600,
            begins: { earliestMs: 37_000, latestMs: 39_500 },
            anew: { earliestMs: 41_000, latestMs: 43_000 },
          },
        ],
      }),
    };
    const found = propose(lesson, spoilt);
    const rope = found.filter(({ stepId, kind }) => kind === 'cut' || (stepId === 'rope' && kind === 'teach'));
    expect(rope.map(({ kind, startMs, endMs }) => [kind, startMs, endMs])).toEqual([
      ['teach', 35_880, 38_350],
      ['cut', 38_500, 42_300],
      ['teach', 42_300, 44_500],
    ]);
  });

  it('takes one press for one stretch', () => {
    const chat: Evidence = {
      ...saidAs(
        [
          [36_000, 38_000],
          [38_500, 41_900],
          [42_300, 42_700],
          [43_000, 44_500],
        ],
        5000,
      ),
      log: [{ atMs: 42_450, kind: 'again', stepId: 'rope', side: null, n: null }],
    };
    const cuts = propose(lesson, chat).filter(({ kind }) => kind === 'cut');
    expect(cuts.map(({ endMs }) => endMs)).toEqual([42_300]);
  });

  it('leaves to what is taught what is said after an apology, however little', () => {
    const spoilt: Evidence = {
      ...saidAs(
        [
          [36_000, 38_000],
          [38_500, 40_200],
          [40_600, 41_900],
          [42_300, 43_300],
        ],
        3700,
      ),
      said: said({
        apologies: [{ startMs: 40_600, endMs: 41_900 }],
        sentences: [
          { startMs: 36_000, endMs: 38_000, written: true },
          { startMs: 38_500, endMs: 40_200, written: true },
        ],
      }),
    };
    const rope = propose(lesson, spoilt).filter(({ startMs, kind }) => startMs > 38_000 && kind !== 'prep');
    expect(rope.slice(0, 2).map(({ kind, startMs, endMs }) => [kind, startMs, endMs])).toEqual([
      ['cut', 38_500, 42_300],
      ['teach', 42_300, 43_300],
    ]);
  });

  it('proposes to leave out work that nobody saw, too, from when hands had settled', () => {
    const begun = BROKEN_OFF.bouts.filter((_, at) => at !== 2);
    const log = [{ atMs: 47_900, kind: 'again', stepId: 'rope', side: 'both', n: null }] as const;
    for (const known of [{ log }, { said: said({ apologies: [{ startMs: 45_600, endMs: 47_500 }] }) }]) {
      const cuts = propose(lesson, { ...BROKEN_OFF, bouts: begun, ...known }).filter(({ kind }) => kind === 'cut');
      expect(cuts.map(({ startMs, endMs }) => [startMs, endMs])).toEqual([[41_450, 47_950]]);
    }
  });

  it('proposes to leave out work that is done once more after a few words', () => {
    const cut = (evidence: Evidence): unknown =>
      propose(lesson, evidence)
        .filter(({ kind }) => kind === 'cut')
        .map(({ startMs, endMs }) => [startMs, endMs]);
    expect(cut(BROKEN_OFF)).toEqual([[41_500, 47_500]]);
    const silent = BROKEN_OFF.speech.filter(([start]) => start !== 45_600);
    expect(cut({ ...BROKEN_OFF, speech: silent })).toEqual([]);
  });

  it('proposes to leave out work that is only apologised for', () => {
    // Begun in another place of the face than it is done in.
    const begun = BROKEN_OFF.bouts.map((one, at) => (at === 2 ? { ...one, region: null } : one));
    const spoilt = { ...BROKEN_OFF, bouts: begun };
    const cuts = (evidence: Evidence): unknown[] =>
      propose(lesson, evidence)
        .filter(({ kind }) => kind === 'cut')
        .map(({ startMs }) => startMs);
    expect(cuts(spoilt)).toEqual([]);
    expect(cuts({ ...spoilt, said: said({ apologies: [{ startMs: 45_600, endMs: 47_500 }] }) })).toEqual([41_500]);
  });

  it('tells what is said beside the lesson from what is taught by how long each is, where no words are known', () => {
    const begins = (...lengthsMs: number[]): unknown => {
      let now = 36_000;
      const speech = lengthsMs.map((ms): readonly [number, number] => [now, (now += ms + 500) - 500]);
      const found = propose(lesson, saidAs(speech, now - 40_000));
      return found.find(({ stepId, kind }) => stepId === 'rope' && kind === 'teach')!.startMs;
    };
    // Its own sentence takes three seconds and a half.
    const [, first] = propose(lesson, FILMED).filter(({ kind }) => kind === 'teach');
    expect(first!.because).toEqual(['its phrases take as long as what is heard']);
    expect(begins(1500, 5200, 3500)).toBe(43_580);
    expect(begins(1500, 1700, 3500)).toBe(40_080);
  });

  it('tells what is said beside the lesson from what is taught after it, by what is written', () => {
    const chat = saidAs(
      [
        [35_300, 41_300],
        [42_000, 45_500],
      ],
      6000,
    );
    const taught = (evidence: Evidence): number =>
      propose(lesson, evidence).find(({ stepId, kind }) => stepId === 'rope' && kind === 'teach')!.startMs;
    const sentences = [
      { startMs: 35_300, endMs: 41_300, written: false },
      { startMs: 42_000, endMs: 45_500, written: true },
    ];
    expect(taught({ ...chat, said: said({ sentences }) })).toBeGreaterThan(41_000);
    const other = sentences.map((one) => ({ ...one, written: true }));
    expect(taught({ ...chat, said: said({ sentences: other }) })).toBeLessThan(36_000);
  });

  describe('with somebody who chats after what is taught', () => {
    /** Chat before the second step's work, which begins so long after its last word. */
    const chatting = (quietMs: number): Evidence => ({
      ...saidAs(
        [
          [36_000, 39_500],
          [40_000, 47_000 - quietMs],
        ],
        5500,
      ),
      said: said({
        sentences: [
          { startMs: 36_000, endMs: 39_500, written: true },
          { startMs: 40_000, endMs: 47_000 - quietMs, written: false },
        ],
      }),
    });
    const taught = (evidence: Evidence): Proposal =>
      propose(lesson, evidence).find(({ stepId, kind }) => stepId === 'rope' && kind === 'teach')!;

    it('counts it to the pause where work begins at once, and to what is taught where hands settle in quiet', () => {
      expect(taught(chatting(300)).endMs).toBeLessThan(40_000);
      expect(taught(chatting(2000)).endMs).toBeGreaterThan(44_900);
    });

    it('proposes no talk of its own between what is taught and its work', () => {
      for (const quietMs of [300, 2000])
        expect(propose(lesson, chatting(quietMs)).filter(({ kind }) => kind === 'talk')).toEqual([]);
    });
  });

  it('lets hands settle after an apology, and after a press: what was broken off is over with its words', () => {
    const ends = (evidence: Evidence): unknown[] =>
      propose(lesson, evidence)
        .filter(({ kind }) => kind === 'cut')
        .map(({ endMs }) => endMs);
    const log = [{ atMs: 47_900, kind: 'again', stepId: 'rope', side: 'both', n: null }] as const;
    expect(ends({ ...BROKEN_OFF, said: said({ apologies: [{ startMs: 45_600, endMs: 47_500 }] }) })).toEqual([47_950]);
    expect(ends({ ...BROKEN_OFF, log })).toEqual([47_950]);
  });

  it('ends what is told with its last word, however short', () => {
    const brief = saidAs(
      [
        [36_000, 39_000],
        [39_250, 39_500],
      ],
      0,
    );
    const rope = propose(lesson, brief).find(({ stepId, kind }) => stepId === 'rope' && kind === 'teach')!;
    expect([rope.startMs, rope.endMs]).toEqual([36_000, 39_500]);
  });

  it('begins a pause after the breath in which somebody stops to speak', () => {
    const later = 25_000;
    const paused: Evidence = {
      ...FILMED,
      durationMs: FILMED.durationMs + later,
      speech: FILMED.speech.map(([a, b], at): readonly [number, number] => (at ? [a + later, b + later] : [a, b])),
      bouts: FILMED.bouts.map((one) => moved(one, later)),
    };
    const pause = propose(lesson, paused).find(({ kind }) => kind === 'cut')!;
    expect([pause.startMs, pause.endMs]).toEqual([6450, 31_500]);
  });

  it('leaves what is agreed where it is, and puts the rest around it', () => {
    const agreed = [{ kind: 'reps', stepId: 'slipway', side: 'left', startMs: 11_000, endMs: 21_000 }] as const;
    const found = propose(lesson, { ...FILMED, agreed });
    expect(works(found).length).toBe(3);
    expect(found.every(({ startMs, endMs }) => endMs <= 11_000 || startMs >= 21_000)).toBeTrue();
    expect(works(found)[0]).toEqual(['slipway', 'right', 25_000, 35_000, 5]);
  });

  it('never proposes again what was rejected', () => {
    const [first] = propose(lesson, FILMED).filter(({ kind }) => kind === 'reps');
    const found = propose(lesson, { ...FILMED, rejected: [first!] });
    expect(found.some(({ kind, side, startMs }) => kind === 'reps' && side === 'left' && startMs < 22_000)).toBeFalse();
  });

  it('takes what hands do where work was refused for nothing that was done before', () => {
    const last = aLesson({
      ...{ pace: lesson.pace, opening: lesson.opening, closing: lesson.closing },
      steps: [lesson.steps[1]!, lesson.steps[2]!, lesson.steps[0]!],
    });
    const filmed: Evidence = {
      ...noEvidence(71_000),
      ...{ heard: true, pictureLeft: 'left' },
      speech: [
        [1000, 6000],
        [6500, 10_000],
        [22_200, 25_800],
        [38_000, 41_500],
        [54_000, 55_800],
        [68_000, 70_500],
      ],
      bouts: [
        bout(12_000, 22_000, 'both', 'jaw'),
        bout(27_500, 37_500, 'both', 'forehead'),
        bout(43_500, 53_500, 'left', 'neck'),
        bout(57_000, 67_000, 'right', 'neck'),
      ],
    };
    const all = propose(last, filmed);
    const refused = all.find(({ kind, side }) => kind === 'reps' && side === 'right')!;
    expect([refused.startMs, refused.endMs]).toEqual([57_000, 67_000]);
    const agreed = all.filter((one) => one !== refused);
    const found = propose(last, { ...filmed, agreed, rejected: [refused] });
    expect(found.filter(({ kind }) => kind === 'reps')).toEqual([]);
  });

  it('takes a pause before the first word for one, however short, and what is said after the closing words for closing', () => {
    const later = 2400;
    const beside: Evidence = {
      ...FILMED,
      durationMs: FILMED.durationMs + later + 6000,
      speech: [
        [3000, 3600],
        ...FILMED.speech.map(([a, b], at): readonly [number, number] => [a + later + (at ? 0 : 600), b + later]),
        [72_500, 77_000],
      ],
      bouts: FILMED.bouts.map((one) => moved(one, later)),
      said: said({
        sentences: [
          { startMs: 69_400, endMs: 71_900, written: true },
          { startMs: 72_500, endMs: 77_000, written: false },
        ],
      }),
    };
    const found = propose(lesson, beside);
    expect([found[0]!.kind, found[0]!.endMs, found[1]!.kind]).toEqual(['cut', 3000, 'intro']);
    const [closing] = found.slice(-1);
    expect([closing!.kind, closing!.startMs, closing!.endMs]).toEqual(['outro', 69_400, 77_350]);
  });

  it('finds by itself whose side the left of the picture is', () => {
    const mirrored = FILMED.bouts.map((one): Bout => ({
      ...one,
      half: one.half === 'left' ? 'right' : one.half === 'right' ? 'left' : one.half,
    }));
    expect(works(propose(lesson, { ...FILMED, bouts: mirrored, pictureLeft: null }))).toEqual(
      works(propose(lesson, FILMED)),
    );
  });

  it('is not sure of anything where nothing is known', () => {
    for (const one of propose(lesson, noEvidence(60_000)))
      expect(one.confidence).withContext(one.kind).toBeLessThan(0.8);
    expect(propose(aLesson(), noEvidence(1000)).every(({ stepId }) => stepId === null)).toBeTrue();
  });

  it('takes a hand that rests somewhere for no work', () => {
    const resting: Seen = { startMs: 1500, endMs: 5000, half: 'left', region: 'chest', confidence: 0.4 };
    expect(works(propose(lesson, { ...FILMED, holds: [resting] }))).toEqual(works(propose(lesson, FILMED)));
  });
});
