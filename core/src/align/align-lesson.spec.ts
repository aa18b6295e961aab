import { parseLines } from '../narration/lines';
import { aLesson, aMove, aStep, aPace } from '../testing';
import { alignLesson } from './align-lesson';

const said = (id: string, before: string, sidePlan: 'both' | 'left_right', after = '') =>
  aStep(id, { move: aMove({ sidePlan }), sidePlan, narration: { before, during: '', after } });

const lesson = aLesson({
  pace: aPace({ syllablesPerMinute: 220 }),
  opening: 'Good morning, early shift. Clean hands and two drops of oil.',
  steps: [
    said('harbour', 'Flat fingers in the hollows above the collarbone. Press, and let go.', 'both'),
    said('slipway', 'Now feather-light, from the ear down to the hollow. Left side first.', 'left_right'),
    said(
      'rope',
      'Knuckles into the jaw muscle, teeth apart. Eight slow kneads on each side.',
      'both',
      'Let the jaw hang.',
    ),
  ],
  closing: 'That is it. Good bulletin.',
});

const aligned = (captions: string): ReturnType<typeof alignLesson> => alignLesson(lesson, parseLines(captions));
const starts = (captions: string): [string, string | null, number][] =>
  aligned(captions).steps.map((step) => [step.stepId, step.side, step.startMs]);

/** Lines of captions that end where the next begins or after three seconds, whichever is first. */
const vtt = (lines: readonly (readonly [seconds: number, text: string])[]): string => {
  const clock = (seconds: number): string =>
    `00:${String(Math.floor(seconds / 60)).padStart(2, '0')}:${(seconds % 60).toFixed(3).padStart(6, '0')}`;
  return `WEBVTT\n\n${lines
    .map(([at, text], i) => `${clock(at)} --> ${clock(Math.min(at + 3, lines[i + 1]?.[0] ?? Infinity))}\n${text}\n`)
    .join('\n')}`;
};

const AS_WRITTEN = [
  [2.2, 'Good morning, early shift. Clean hands and two drops of oil.'],
  [8.4, 'Flat fingers in the hollows above the collarbone.'],
  [12.1, 'Press, and let go.'],
  [30.25, 'Now feather-light, from the ear down to the hollow.'],
  [34.5, 'Left side first.'],
  [47.75, 'And now the other side.'],
  [61.5, 'Knuckles into the jaw muscle, teeth apart.'],
  [65.1, 'Eight slow kneads on each side.'],
  [80.9, 'Let the jaw hang.'],
  [85.5, 'That is it. Good bulletin.'],
] as const;

describe('a lesson on the clock of its captions', () => {
  it('starts each step with its first words, and its other side where the change is said', () => {
    const { fits, share, steps, missing } = aligned(vtt(AS_WRITTEN));
    expect([fits, missing]).toEqual([true, []]);
    expect(share).toBeGreaterThan(0.95);
    expect(steps.map((step) => [step.stepId, step.side, step.startMs, step.endMs])).toEqual([
      ['harbour', 'both', 8400, 30_250],
      ['slipway', 'left', 30_250, 47_750],
      ['slipway', 'right', 47_750, 61_500],
      ['rope', 'both', 61_500, 85_500],
    ]);
    for (const { startMs, earliestMs, latestMs, confidence } of steps)
      expect([earliestMs, latestMs, confidence]).toEqual([startMs, startMs, 0.97]);
  });

  it('starts the second side of a bundle where its change is said, and the rest of that side after it', () => {
    const side = (id: string, before: string): ReturnType<typeof said> => ({
      ...said(id, before, 'left_right'),
      bundle: 'b',
    });
    const bundled = aLesson({
      pace: aPace({ syllablesPerMinute: 220, swapMs: 2500 }),
      steps: [side('ear', 'From the ear down to the hollow.'), side('jaw', 'Knuckles into the jaw muscle.')],
    });
    const told = vtt([
      [2, 'From the ear down to the hollow.'],
      [18, 'Knuckles into the jaw muscle.'],
      [33, 'And now the other side.'],
      [57, 'Well done.'],
    ]);
    const { steps } = alignLesson(bundled, parseLines(told));
    expect(steps.map((step) => [step.stepId, step.side, step.startMs]).slice(0, 3)).toEqual([
      ['ear', 'left', 2000],
      ['jaw', 'left', 18_000],
      ['ear', 'right', 33_000],
    ]);
    expect([steps[3]!.stepId, steps[3]!.side, steps[3]!.confidence]).toEqual(['jaw', 'right', 0.2]);
    expect(steps[3]!.startMs).toBeGreaterThan(33_000);
  });

  it('says which doses are said where, with when that can have been', () => {
    const { doses } = aligned(vtt(AS_WRITTEN));
    expect(doses.map(({ stepId, kind, low, high, scope }) => [stepId, kind, low, high, scope])).toEqual([
      ['rope', 'reps', 8, 8, 'each_side'],
    ]);
    const [{ atMs, earliestMs, latestMs }] = doses as [(typeof doses)[0]];
    expect(atMs).toBeGreaterThanOrEqual(65_100);
    expect(earliestMs).toBeLessThanOrEqual(atMs);
    expect(latestMs).toBeGreaterThanOrEqual(atMs);
  });

  it('is not put off by talk, misheard words, holes and what is said in other words', () => {
    const told = [
      AS_WRITTEN[0],
      [6.0, 'My neighbour does this on the ferry and it always makes me laugh.'],
      [9.5, 'Flat thing us in the hollow above the colour bone.'],
      [31.0, 'Okay, now feather-light from the ear to the hollow.'],
      [47.0, 'The gulls are loud today, are they not?'],
      [50.0, 'Switch sides.'],
      // The first words of the step are told otherwise.
      [61.5, 'Take your fists to the jaw muscle with the teeth apart.'],
      [65.1, 'Eight slow needs on each side.'],
    ] as const;
    expect(starts(vtt(told))).toEqual([
      ['harbour', 'both', 9500],
      ['slipway', 'left', 31_000],
      ['slipway', 'right', 50_000],
      ['rope', 'both', 61_500],
    ]);
  });

  it('takes what was begun again from its second time', () => {
    const told = [
      ...AS_WRITTEN.slice(0, 3),
      [27.0, 'Now feather-light, from the ear'],
      [29.0, 'sorry, again from here.'],
      ...AS_WRITTEN.slice(3),
    ] as const;
    expect(starts(vtt(told))[1]).toEqual(['slipway', 'left', 30_250]);
    // Also where the second time was heard worse than the first.
    const worse = told.map(
      ([at, text]) => [at, at === 30.25 ? 'How further lied from the ear down to the hollow.' : text] as const,
    );
    expect(starts(vtt(worse))[1]).toEqual(['slipway', 'left', 30_250]);
  });

  it('does not take a word for the closing that is said by chance', () => {
    const told = [...AS_WRITTEN.slice(0, -1), [85.5, 'A good day to all of you.']] as const;
    expect(aligned(vtt(told)).steps[3]!.endMs).toBeGreaterThan(87_000);
  });

  it('gives what nobody spoke of a place between its neighbours, with little confidence and everything that is possible', () => {
    const silent = aligned(vtt(AS_WRITTEN.filter(([at]) => at !== 47.75)));
    const right = silent.steps.find((step) => step.side === 'right')!;
    expect(right.confidence).toBeLessThan(0.5);
    expect(right.earliestMs).toBeLessThan(40_000);
    expect(right.latestMs).toBe(61_500);
    expect(right.startMs).toBeGreaterThan(right.earliestMs);
    expect(right.startMs).toBeLessThan(right.latestMs);
  });

  it('calls a side missing that there was no time for, and steps before and after what is here', () => {
    const short = vtt([
      [0.2, 'Now feather-light, from the ear down to the hollow. Left side first.'],
      [20.0, 'Knuckles into the jaw muscle, teeth apart. Eight slow kneads on each side.'],
      [22.5, 'Let the jaw hang.'],
    ]);
    const { steps, missing } = aligned(short);
    expect(missing).toEqual([{ stepId: 'harbour', side: 'both' }]);
    expect(steps.map((step) => step.stepId)).toEqual(['slipway', 'slipway', 'rope']);
    const cut = aligned(
      vtt([
        [0.2, 'Now feather-light, from the ear down to the hollow. Left side first.'],
        [4.0, 'Knuckles into the jaw muscle, teeth apart. Eight slow kneads on each side.'],
      ]),
    );
    expect(cut.missing).toContain({ stepId: 'slipway', side: 'right' });
  });

  it('knows that a stamp in whole seconds was cut off, and that words of a long line can stand anywhere in it', () => {
    const stamped = aligned(
      AS_WRITTEN.map(([at, text]) => `[0:${String(Math.floor(at % 60)).padStart(2, '0')}] ${text}`)
        .slice(0, 6)
        .join('\n'),
    );
    const harbour = stamped.steps[0]!;
    expect([harbour.startMs, harbour.earliestMs, harbour.latestMs]).toEqual([8400, 8000, 9000]);
    const block = aligned(
      `WEBVTT\n\n00:02.000 --> 00:42.000\n${AS_WRITTEN.slice(0, 5)
        .map(([, text]) => text)
        .join(' ')}\n\n00:47.750 --> 01:05.000\n${AS_WRITTEN.slice(5, 8)
        .map(([, text]) => text)
        .join(' ')}\n`,
    );
    const slipway = block.steps[1]!;
    // The silence of its line falls where work is planned: between the first step's words and the second's.
    expect(Math.abs(block.steps[0]!.startMs - 8400)).toBeLessThan(2000);
    expect(Math.abs(slipway.startMs - 30_250)).toBeLessThan(6000);
    expect(slipway.earliestMs).toBeLessThan(30_250);
    expect(slipway.latestMs).toBeGreaterThan(30_250);
    expect(slipway.confidence).toBeLessThan(0.5);
  });

  it('says of each sentence whether it is written in the lesson, more or less', () => {
    const { sentences } = aligned(
      vtt([
        [2, 'Good morning, early shift. Clean hands and oil.'],
        [8, 'My neighbour does this on the ferry. Flat fingers in hollows above the collarbone.'],
        [14, 'Now feather-light, from the ear to the hollow.'],
      ]),
    );
    expect(sentences.map((one) => one.written)).toEqual([true, true, false, true, true]);
    expect(sentences[2]!.startMs).toBe(8000);
    expect(sentences[3]!.startMs).toBeGreaterThan(9000);
  });

  it('says when words were said by where somebody is heard to speak, within their line', () => {
    const captions = vtt([
      [2, 'Good morning, early shift. Clean hands and two drops of oil.'],
      [8, 'Flat fingers in the hollows above the collarbone. Press, and let go. Now feather-light,'],
      [11, 'from the ear down to the hollow. Left side first.'],
    ]);
    const speech = [
      [2000, 4800],
      [8000, 9100],
      [9500, 9900],
      [10_600, 11_000],
      [11_050, 13_600],
    ] as const;
    const slipway = (all: ReturnType<typeof aligned>): number =>
      all.steps.find((one) => one.stepId === 'slipway')!.startMs;
    expect(slipway(alignLesson(lesson, parseLines(captions), speech))).toBe(10_600);
    expect(slipway(aligned(captions))).not.toBe(10_600);
    const [good, , early] = alignLesson(lesson, parseLines(captions), speech).words;
    expect([good!.startMs, early!.endMs > good!.endMs]).toEqual([2000, true]);
  });

  it('begins a step after a pause where captions have no stops, and knows it to half a second', () => {
    const words =
      'flat fingers in the hollows above the collarbone press and let go and now feather light from the ear down';
    const { steps } = alignLesson(lesson, parseLines(`WEBVTT\n\n00:08.000 --> 00:16.500\n${words}\n`), [
      [8000, 12_900],
      [13_900, 16_500],
    ]);
    const slipway = steps.find((one) => one.stepId === 'slipway')!;
    expect(slipway.startMs).toBe(13_900);
    expect([slipway.earliestMs, slipway.latestMs].map((ms) => Math.abs(ms - 13_900) <= 500)).toEqual([true, true]);
  });

  it('has what was broken off begin with its sentence, also where that is begun in other words the second time', () => {
    const { again } = aligned(
      vtt([
        [2, 'Good morning, early shift. Clean hands and two drops of oil.'],
        [8, 'Flat fingers in the hollows above the collarbone.'],
        [12, 'And so press, and let. Sorry, again from here.'],
        [16, 'Press, and let go.'],
        [30, 'Now feather-light, from the ear down to the hollow.'],
      ]),
    );
    expect(again.map(({ startMs, endMs }) => [startMs, endMs])).toEqual([[12_000, 16_000]]);
  });

  it('takes an apology to its end, also where only its first words were heard', () => {
    const { apologies, sentences } = aligned(
      vtt([
        [2, 'Good morning, early shift. Clean hands and two drops of oil.'],
        [8, 'Flat fingers in the hollows above the collarbone. Press, and let go.'],
        [20, 'Sorry, again fro hear.'],
        [26, 'Now feather-light, from the ear down to the hollow.'],
      ]),
    );
    expect(apologies).toEqual([{ startMs: 20_000, endMs: sentences.find((one) => one.startMs === 20_000)!.endMs }]);
  });

  it('says of another lesson’s captions that they are that', () => {
    const other = aligned(
      vtt([
        [1, 'Welcome back to the reading room. Tonight we look after tired eyes.'],
        [6, 'Rest your palms over the closed lids and breathe out slowly.'],
        [20, 'Small circles at the temples, ten of them, and then the jaw muscle, teeth apart.'],
        [40, 'Thank you for being here, and sleep well.'],
      ]),
    );
    expect(other).toEqual({
      fits: false,
      share: other.share,
      steps: [],
      missing: [],
      doses: [],
      again: [],
      apologies: [],
      words: [],
      sentences: [],
    });
    expect(other.share).toBeGreaterThan(0.1);
  });
});
