import { exactly } from '../dose/dose';
import { applyChange } from '../lesson/change';
import { lessonSchema, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import { aLesson, aMove, aStep, reps } from '../testing';
import { checkLesson } from './check-lesson';
import type { Finding } from './finding';

const step = (id: string, move: Partial<Move>, change: Partial<MoveStep> = {}): MoveStep =>
  aStep(id, {
    move: aMove({ id, name: id, region: 'cheek', sidePlan: 'both', ...move }),
    sidePlan: 'both',
    narration: said('Stroke the cheek.'),
    ...change,
  });
const said = (before: string, during = '', after = '') => ({ before, during, after });
const hold = {
  form: 'hold',
  reps: exactly(3),
  holdMs: exactly(6000),
  releaseMs: 1000,
  sets: exactly(1),
  restMs: 0,
} as const;

/** Lessons with one thing wrong each, by the rule that finds it. */
const WRONG: Readonly<Record<string, Lesson>> = {
  'uneven-sides': aLesson({
    steps: [step('a', {}, { sidePlan: 'left_right', dose: reps(8, 1000), rightDose: reps(6, 1000) })],
  }),
  'second-side-missing': aLesson({ steps: [step('a', {}, { sidePlan: 'right_only' })] }),
  'said-not-planned': aLesson({ steps: [step('a', {}, { dose: hold, narration: said('Hold for 10 seconds.') })] }),
  'other-side-said': aLesson({
    steps: [step('a', {}, { sidePlan: 'left_right', narration: said('Start on the right cheek.') })],
  }),
  'step-number': aLesson({
    steps: [step('a', {}), step('b', {}, { narration: said('The fourth move: stroke the cheek.') })],
  }),
  'only-in-the-picture': aLesson({
    steps: [step('a', { how: 'Flat hand to the ear' }, { narration: said('Stroke like this.') })],
  }),
  'never-described': aLesson({ steps: [step('a', {}, { narration: said('') })] }),
  'mouth-busy': aLesson({
    steps: [step('a', { mouthBusy: true }, { narration: said('Lips in.', 'Smile with the corners.') })],
  }),
  'count-and-words': aLesson({
    steps: [step('a', {}, { counted: true, narration: said('Stroke.', 'Slowly and softly.') })],
  }),
  'talk-longer-than-dose': aLesson({
    steps: [
      step(
        'a',
        {},
        {
          dose: reps(1, 1000),
          narration: said('Stroke.', 'From the corner of the mouth over the cheek and on to the ear, slowly.'),
        },
      ),
    ],
  }),
  'not-heard': aLesson({
    steps: [step('a', { eyesOff: true, region: 'nape' }, { sidePlan: 'left_right', narration: said('Head down.') })],
  }),
  'caution jaw': aLesson({ steps: [step('a', { region: 'jaw', action: 'knead', pressure: 'medium' })] }),
  'caution eye': aLesson({ steps: [step('a', { region: 'eye' })] }),
  'caution drain': aLesson({ steps: [step('a', { region: 'ear', action: 'drain' })] }),
  'caution breath': aLesson({ steps: [step('a', { action: 'puff' })] }),
  'claim-younger': aLesson({ opening: 'It will make you look ten years younger.' }),
  'claim-detox': aLesson({ steps: [step('a', {}, { narration: said('Stroke. This flushes toxins out.') })] }),
  'promise-moves': aLesson({
    opening: 'Four moves for the cheeks.',
    steps: ['a', 'b', 'c', 'd', 'e'].map((id) => step(id, {})),
  }),
  'promise-minutes': aLesson({
    promise: 'This takes 3 minutes.',
    steps: [step('a', {}, { dose: reps(72, 2000) })],
  }),
  'last-then-more': aLesson({
    steps: [step('a', {}, { narration: said('Stroke.', 'That was the last one. One more.') })],
  }),
  'side-unnamed': aLesson({
    steps: [step('a', {}, { sidePlan: 'left_right', narration: said('Stroke your left.', '', 'And this side too.') })],
  }),
  'opened-late': aLesson({
    school: 'open_drains_first',
    steps: [step('a', {}), step('b', { region: 'collarbone', action: 'press', pressure: 'feather' })],
  }),
};

const same = (a: Finding) => (b: Finding) =>
  a.rule === b.rule && a.place.stepId === b.place.stepId && a.message === b.message;

// The rules are common practice or general knowledge, no source.
describe('a repair', () => {
  for (const [rule, lesson] of Object.entries(WRONG))
    it(`of “${rule}” mends what it is offered for and leaves a lesson`, () => {
      const findings = checkLesson(lesson).filter((one) => [one.rule, one.about].join(' ').startsWith(rule));
      expect(findings.length).toBeGreaterThan(0);
      for (const finding of findings) {
        const changes = finding.repairs.filter((one) => one.change);
        expect(changes.length).withContext(finding.message).toBeGreaterThan(0);
        for (const repair of changes) {
          const mended = applyChange(lesson, repair.change!);
          expect(lessonSchema.safeParse(mended).success).withContext(repair.label).toBeTrue();
          expect(checkLesson(mended).some(same(finding)))
            .withContext(`${repair.label}, after: ${finding.message}`)
            .toBeFalse();
        }
      }
    });

  it('of a promise says the figure that is kept, in the way that it was said', () => {
    const labels = (change: Partial<Lesson>): string[] =>
      checkLesson(
        aLesson({
          steps: [step('a', {}, { dose: reps(60, 2000) }), ...['b', 'c', 'd', 'e', 'f'].map((id) => step(id, {}))],
          ...change,
        }),
      )
        .filter((one) => one.rule.startsWith('promise-m'))
        .flatMap((one) => one.repairs.map((repair) => repair.label));
    expect(labels({ opening: 'Seven moves for you.' })).toEqual(['Say “Six moves”']);
    expect(labels({ title: '7 moves for the cheeks' })).toEqual(['Say “6 moves”']);
    // Far from what is promised: it is still being made.
    expect(labels({ title: '9 moves for the cheeks' })).toEqual([]);
    expect(labels({ promise: 'In under one minute.' })[0]).toContain('under three minute');
    expect(labels({ opening: 'Six moves in three minutes.' })).toEqual([]);
  });

  it('of a wrong step number says the right one', () => {
    const labels = (words: string): string[] =>
      checkLesson(aLesson({ steps: [step('a', {}), step('b', {}, { narration: said(words) })] }))
        .filter((one) => one.rule === 'step-number')
        .flatMap((one) => one.repairs.map((repair) => repair.label));
    expect(labels('Step 3: stroke.')).toEqual(['Say “Step 2”']);
    expect(labels('Move five, stroke.')).toEqual(['Say “Move two”']);
    expect(labels('The first exercise: stroke.')).toEqual(['Say “second exercise”']);
    expect(labels('Step two: stroke.')).toEqual([]);
  });
});
