import fc from 'fast-check';
import { exactly } from '../dose/dose';
import { aLesson, aPace, aStep, reps } from '../testing';
import { checkLog } from '../take/log';
import { logSchema } from '../take/log.document';
import { noEvidence } from '../proposal/evidence';
import { propose } from '../proposal/propose';
import { isWork } from '../lesson/segment-kind';
import { aheadMs, aheadWords, nowIn } from './pacing';
import { promptsOf } from './prompts';
import { begun, flowed, pressed, PRESSES, timeIn, type Press, type Session } from './session';

const lesson = aLesson({
  pace: aPace({ settleMs: 1000, swapMs: 2000 }),
  opening: 'Good morning to all of you.',
  steps: [
    aStep('a', {
      narration: { before: 'From the ear down to the hollow. Left side first.', during: '', after: '' },
      dose: reps(3, 2000),
    }),
    aStep('b', {
      narration: { before: 'Now both hands on the jaw.', during: '', after: '' },
      sidePlan: 'both',
      dose: reps(4, 2000),
    }),
  ],
});
const prompts = promptsOf(lesson);
/** A session after presses, each with its time. */
const after = (...presses: [Press, number][]): Session =>
  presses.reduce((session, [press, atMs]) => pressed(prompts, session, press, atMs), begun(prompts, 0));
const told = ({ entries }: Session): string[] =>
  entries.map(({ atMs, kind, stepId, side }) => [atMs, kind, stepId, side].filter((one) => one !== null).join(' '));

describe('the prompter', () => {
  it('goes on at a press, and writes down what begins with it', () => {
    const session = after(['on', 3000], ['on', 6000], ['on', 8000], ['on', 9500], ['on', 16_000], ['on', 18_000]);
    expect(told(session)).toEqual(['3000 step a', '9500 dose a left', '16000 swap a right', '18000 dose a right']);
    expect(prompts[session.at]).toEqual(jasmine.objectContaining({ as: 'work', side: 'right' }));
  });

  it('goes on by itself when the planned time is over, however late somebody looks', () => {
    const often = Array.from({ length: 400 }, (_, at) => at * 100).reduce(
      (session, atMs) => flowed(prompts, session, atMs),
      begun(prompts, 0),
    );
    const once = flowed(prompts, begun(prompts, 0), 39_900);
    expect(once).toEqual(often);
    const starts = prompts.flatMap((one) => one.logs.map(() => one.startMs));
    expect(once.entries.map((one) => one.atMs)).toEqual(starts);
    expect(once.ended).toBeFalse();
  });

  it('a step back says that one had gone on too early: going on again is what counts', () => {
    const session = after(['on', 3000], ['on', 6000], ['on', 8000], ['on', 8500], ['back', 9000], ['on', 12_000]);
    expect(told(session)).toEqual(['3000 step a', '12000 dose a left']);
    expect(told(after(['back', 500]))).toEqual([]);
  });

  it('again goes back to where what was spoilt began, and nothing that was pressed is lost', () => {
    const session = after(['on', 3000], ['on', 6000], ['again', 7000], ['on', 9000]);
    expect(told(session)).toEqual(['3000 step a', '7000 again a', '7000 step a']);
    expect(prompts[session.at]!.text).toBe('Left side first.');
    const work = after(['on', 3000], ['on', 6000], ['on', 8000], ['on', 9000], ['again', 12_000]);
    expect(told(work).slice(1)).toEqual(['9000 dose a left', '12000 again a left', '12000 dose a left']);
  });

  it('what was spoilt, and a pause, is no time of the plan', () => {
    const session = after(['on', 3000], ['on', 6000], ['again', 7000]);
    expect(timeIn(session, 7000)).toBe(3000);
    const paused = after(['on', 3000], ['pause', 4000]);
    expect(timeIn(paused, 60_000)).toBe(4000);
    expect(flowed(prompts, paused, 60_000)).toEqual(paused);
    const on = pressed(prompts, paused, 'on', 60_000);
    expect(told(on).slice(1)).toEqual(['4000 pause', '60000 resume']);
    expect([on.at, timeIn(on, 60_500)]).toEqual([1, 4500]);
  });

  it('the end is the end', () => {
    const session = after(['on', 3000], ['end', 5000]);
    expect(told(session)).toEqual(['3000 step a', '5000 end']);
    expect(pressed(prompts, session, 'on', 6000)).toEqual(session);
    // The sentence that was under way was not gone through.
    expect(session.shown.map((one) => one.prompt)).toEqual([0]);
    expect(begun([], 0).ended).toBeTrue();
    const steps = promptsOf({ ...lesson, opening: '' });
    expect(told(begun(steps, 5000, [1200]))).toEqual(['1200 clap', '5000 step a']);
    expect(timeIn(begun(steps, 5000, [1200]), 6000)).toBe(1000);
  });

  it('whatever is pressed, the log is one that a take can keep, and no time runs backwards', () => {
    const presses = fc.array(fc.tuple(fc.constantFrom(...PRESSES), fc.integer({ min: 0, max: 9000 }), fc.boolean()));
    fc.assert(
      fc.property(presses, (list) => {
        let now = 0;
        let session = begun(prompts, 0);
        for (const [press, later, byItself] of list) {
          const last = now;
          now += later;
          if (byItself) session = flowed(prompts, session, now, last);
          session = pressed(prompts, session, press, now);
          expect(timeIn(session, now)).toBeGreaterThanOrEqual(session.sinceMs);
          expect(session.at).toBeLessThan(prompts.length);
        }
        const log = { format: 'limber-cheek/log', version: 1, entries: session.entries };
        expect(checkLog(logSchema.parse(log), lesson, now).troubles).toEqual([]);
        const times = session.entries.map((one) => one.atMs);
        expect(times).toEqual([...times].sort((a, b) => a - b));
        expect(session.madeFor.length).toBe(session.entries.length);
        for (const one of session.shown) expect(one.toMs).toBeGreaterThanOrEqual(one.fromMs);
      }),
      { numRuns: 300 },
    );
  });

  it('by its log alone the take is marked: every side where it was done', () => {
    const opening = 'Good morning, early shift, wherever you sit on this cold and windy morning by the sea.';
    const prompts = promptsOf({ ...lesson, opening });
    const end = prompts[prompts.length - 1]!.endMs;
    const session = pressed(prompts, flowed(prompts, begun(prompts, 0), end - 1), 'end', end);
    const all = propose({ ...lesson, opening }, { ...noEvidence(end), log: session.entries });
    // Nobody listened: that nothing is heard does not make a pause of the opening.
    expect(all[0]!.kind).toBe('intro');
    const found = all.filter((one) => isWork(one.kind));
    const planned = prompts.filter((one) => one.as === 'work');
    expect(found.map(({ stepId, side }) => [stepId, side])).toEqual(planned.map(({ stepId, side }) => [stepId, side]));
    found.forEach((one, at) => expect(Math.abs(one.startMs - planned[at]!.startMs)).toBeLessThan(500));
  });
});

describe('the pace of the prompter', () => {
  it('is told in words', () => {
    expect([aheadWords(1400), aheadWords(4200), aheadWords(-1600)]).toEqual([
      'on time',
      '4 s ahead of the plan',
      '2 s behind the plan',
    ]);
  });

  it('falls behind while a sentence takes longer than planned, and is ahead when it was shorter', () => {
    const [first] = prompts;
    expect(aheadMs(prompts, begun(prompts, 0), first!.endMs)).toBe(0);
    expect(aheadMs(prompts, begun(prompts, 0), first!.endMs + 3000)).toBe(-3000);
    expect(aheadMs(prompts, after(['on', first!.endMs - 1000]), first!.endMs - 1000)).toBe(1000);
  });

  it('counts a hold down, and says when to let go', () => {
    const hold = {
      ...{
        form: 'hold' as const,
        reps: exactly(2),
        holdMs: exactly(3000),
        releaseMs: 2000,
        sets: exactly(1),
        restMs: 0,
      },
    };
    const held = promptsOf(aLesson({ pace: aPace(), steps: [aStep('a', { sidePlan: 'both', dose: hold })] }));
    const at = (ms: number) => {
      const { count, letsGo } = nowIn(held, begun(held, 0), ms);
      return letsGo ? 'let go' : count?.text;
    };
    expect([0, 1500, 2900, 3000, 4900, 5000, 7900, 8000].map(at)).toEqual([
      ...['3', '2', '1', 'let go', 'let go', '3', '1', 'let go'],
    ]);
  });

  it('counts from the press that began the work', () => {
    const session = after(['on', 3000], ['on', 6000], ['on', 8000], ['on', 20_000]);
    const at = (ms: number) => nowIn(prompts, session, 20_000 + ms).count?.text ?? null;
    expect([at(0), at(1999), at(2000), at(4100), at(9000)]).toEqual(['1', '1', '2', '3', '3']);
  });
});
