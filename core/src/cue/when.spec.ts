import { applyChange } from '../lesson/change';
import { CUE_KINDS } from '../lesson/override.schema';
import { aLesson } from '../testing';
import { cueTimes, whenChange } from './when';

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
