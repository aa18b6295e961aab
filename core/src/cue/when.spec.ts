import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { CUE_KINDS, type CueOverride } from '../lesson/override.schema';
import { aFilmedLesson, aLesson, aSegment, aStep, reps } from '../testing';
import { deriveCues } from './derive';
import { cueTimes, hiddenChange, whenChange } from './when';

describe('when a kind of cue is shown', () => {
  it('is kept only where it is not so by itself, beside what else she changed of the kind', () => {
    const lesson = aLesson({ overrides: [{ key: 'side', startOffsetMs: 100 }] });
    for (const kind of CUE_KINDS)
      for (const when of ['never', 'first', 'every'] as const) {
        const change = whenChange(lesson, kind, when);
        const after = change ? applyChange(lesson, change) : lesson;
        expect(cueTimes(after)(kind)).withContext(kind).toBe(when);
        expect(after.overrides.some((one) => one.startOffsetMs === 100))
          .withContext(kind)
          .toBeTrue();
        const back = whenChange(after, kind, cueTimes(lesson)(kind));
        expect(back ? applyChange(after, back) : after)
          .withContext(kind)
          .toEqual(lesson);
      }
  });
});

describe('a cue', () => {
  const KEYS = [0, 1, 2, 3].map((n) => `p|s|count|${n}`);
  const filmed = (overrides: CueOverride[]): Lesson =>
    aFilmedLesson({ steps: [aStep('a', { dose: reps(4, 2000) })], segments: [aSegment('s', 0, 8000)], overrides });
  const shown = (lesson: Lesson): string[] =>
    deriveCues(lesson).cues.flatMap((cue) => (cue.kind === 'count' ? [cue.key] : []));

  it('is hidden and shown, whatever was said before of one, of its passage or of its kind', () => {
    const said = [undefined, true, false];
    for (const ofOne of said)
      for (const ofPassage of said)
        for (const when of [undefined, 'never' as const])
          for (const scope of ['cue', 'passage'] as const)
            for (const hidden of [true, false]) {
              const own = [
                { key: KEYS[1]!, hidden: ofOne },
                { key: 'p|s|count', hidden: ofPassage },
                { key: 'count', when },
              ].filter((one) => Object.values(one).every((value) => value !== undefined));
              const lesson = filmed(own);
              const change = hiddenChange(lesson, KEYS[1]!, scope, hidden);
              const after = change ? applyChange(lesson, change) : lesson;
              const context = JSON.stringify({ own, scope, hidden });
              // What is said of one goes before what is said of its passage.
              const asked = scope === 'cue' ? KEYS[1]! : KEYS[2]!;
              expect(shown(after).includes(asked)).withContext(context).toBe(!hidden);
            }
  });
});
