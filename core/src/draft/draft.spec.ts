import { describeDose } from '../dose/dose';
import { checkLesson } from '../check/check-lesson';
import { aMove, reps } from '../testing';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { laidOut } from '../narration/layouts';
import { readMarked } from '../narration/marked';
import { givenBy } from '../narration/put-right';
import { readNarration } from '../narration/read';
import { wording } from '../narration/words';
import { around, draftLesson, draftSteps, wordsOf } from './draft';

const TEXT = `[0:00] Good morning. Four minutes for the jaw and the neck.
[0:08] Clean hands, please.
[0:14] First, stroke down the left side of the neck, from the ear to the collarbone, five strokes.
[0:34] And the other side, four strokes.
[0:50] Now the jaw. With your knuckles knead along both jaw muscles for twenty seconds.
[1:16] Next, puff up both cheeks and hold for six seconds, three times.
[1:40] That's it. Once a day. Thank you.`;

describe('a draft from narration', () => {
  let made = 0;
  const newId = (): string => `id${made++}`;
  const narrated = readNarration(TEXT);

  it('has a step for each technique, with both sides in one', () => {
    const steps = draftSteps(narrated, [], newId);
    expect(
      steps.map(({ step }) => [step.move.region, step.move.action, step.sidePlan, describeDose(step.dose)]),
    ).toEqual([
      ['neck', 'stroke', 'left_right', '5 passes'],
      ['jaw', 'knead', 'both', '20 s'],
      ['cheek', 'puff', 'both', '3 × 6 s'],
    ]);
    const neck = steps[0]!.step;
    expect(neck.rightDose && describeDose(neck.rightDose)).toBe('4 passes');
    expect(steps.every((one) => one.doseSaid)).toBeTrue();
  });

  it('has both sides where the side changes in the middle of what is one step', () => {
    const second =
      narrated.steps[narrated.swaps.length > 0 ? narrated.steps.findIndex((one) => one.side === 'right') : 0]!;
    const joined = readNarration(TEXT, givenBy([{ is: 'joined', word: second.evidence.from }]));
    const [neck] = draftSteps(joined, [], newId);
    expect([neck!.step.move.region, neck!.step.sidePlan]).toEqual(['neck', 'left_right']);
  });

  it('takes the library’s move where there is one, and only what is accepted', () => {
    const slipway = aMove({ id: 'slipway', region: 'neck', action: 'stroke', dose: reps(3, 1000) });
    const [first] = draftSteps(narrated, [slipway], newId);
    expect(first!.step.move.id).toBe('slipway');
    expect(first!.known).toBeTrue();
    const jaw = narrated.steps.findIndex((step) => step.region === 'jaw' && step.kind === 'technique');
    expect(draftSteps(narrated, [], newId, new Set([jaw])).length).toBe(1);
  });

  it('loses no word of any narration, with or without signs, whatever is taken of it', () => {
    const folders = ['development', 'blocks'].map((one) =>
      join(dirname(fileURLToPath(import.meta.url)), '../narration', one),
    );
    for (const folder of folders)
      for (const file of readdirSync(folder))
        for (const layout of ['written', 'flat'] as const) {
          const read = readNarration(readMarked(laidOut(readFileSync(join(folder, file), 'utf8'), layout)).text);
          const every = read.steps.map((_, at) => at);
          const said = (all: readonly number[]): string =>
            all
              .map((at) => wordsOf(read, at))
              .filter(Boolean)
              .join(' ');
          for (const accepted of [undefined, new Set(every.filter((at) => at % 3 > 0)), new Set<number>()]) {
            const steps = draftSteps(read, [], newId, accepted);
            const beside = steps.map(({ from, along }) => [...from, ...along]);
            const { opening, closing, leftOver } = around(read, steps);
            const [first, last] = [Math.min(...beside.flat(), every.length), Math.max(...beside.flat(), -1)];
            const outside = every.filter((at) => !beside.flat().includes(at));
            // Each stretch of the words once; before the first step, beside one, or after the last.
            expect([...beside.flat(), ...outside].sort((a, b) => a - b)).toEqual(every);
            expect(outside.every((at) => at < first || at > last || last < 0))
              .withContext(`${file}, ${layout}`)
              .toBe(true);
            expect(said(every)).toBe(wording(read.words, 0, read.words.length));
            const told = [
              opening,
              closing,
              leftOver,
              ...steps.flatMap(({ step: { narration }, leftOver: more }) => [...Object.values(narration), more]),
            ];
            expect(told.join(' ').split(/\s+/).filter(Boolean).sort()).toEqual(
              read.words.map(({ text }) => text).sort(),
            );
            steps.forEach(({ step: { narration }, leftOver: more }, i) => {
              const words = said(beside[i]!);
              if (more === '')
                expect([narration.before, narration.during, narration.after].filter(Boolean).join(' ')).toBe(words);
            });
          }
        }
  });

  it('keeps what is too long for a step’s words as left over', () => {
    const talk = 'And there was a boat. '.repeat(900);
    const long = readNarration(
      `[0:00] Hello.\n[0:10] First, knead the jaw with your knuckles, eight times. ${talk}\n[9:00] Bye.`,
    );
    const worked = long.steps.findIndex(({ kind }) => kind === 'technique');
    const [step] = draftSteps(long, [], newId, new Set([worked]));
    for (const words of Object.values(step!.step.narration)) expect(words.length).toBeLessThanOrEqual(6000);
    expect(step!.leftOver.length).toBeGreaterThan(5000);
  });

  it('becomes a lesson that can be checked', () => {
    const lesson = draftLesson(narrated, draftSteps(narrated, [], newId), 'Read', 'lesson');
    expect(lesson.targetMs).toBe(240_000);
    expect(lesson.opening).toContain('Good morning.');
    expect(lesson.closing).toContain('Once a day.');
    expect(checkLesson(lesson).map((one) => one.rule)).toContain('uneven-sides');
  });

  it('follows a rule for every move where a step says nothing else', () => {
    const ruled = readNarration(
      '[0:00] Hello. Every move gets two sets.\n[0:20] First, press the temples, eight times.\n[0:50] Next, knead the jaw for twenty seconds.\n[1:20] Thank you, bye.',
    );
    expect(draftSteps(ruled, [], newId).map(({ step }) => step.dose.sets.planned)).toEqual([2, 2]);
  });

  it('marks a dose that nobody said as a default', () => {
    const silent = readNarration(
      '[0:00] Hello. [0:05] Hi.\n[0:20] First, tap the forehead with your fingertips.\n[0:40] Thank you, bye.',
    );
    expect(draftSteps(silent, [], newId).map((one) => one.doseSaid)).toEqual([false]);
  });

  it('leads the hand from where to where the words say', () => {
    const leads = (words: string): string[] => {
      const read = readNarration(`[0:00] Hello.\n[0:20] First, ${words}, five times.\n[0:50] Thank you, bye.`);
      const [first] = draftSteps(read, [], newId);
      return first?.step.move.route.map((stop) => `${stop.region}${stop.side === 'middle' ? '*' : ''}`) ?? [];
    };
    expect(leads('stroke from the ear down the side of the neck to the collarbone')).toEqual(['ear', 'collarbone']);
    expect(leads('glide from the nose to the ear')).toEqual(['nose', 'ear']);
    expect(leads('stroke from the middle of the forehead out to the temples')).toEqual(['forehead', 'temple']);
    expect(leads('stroke from the middle out to the temples on the forehead')).toEqual(['forehead*', 'temple']);
    expect(leads('knead the jaw')).toEqual([]);
    expect(leads('stroke the cheek from left to right')).toEqual([]);
  });
});
