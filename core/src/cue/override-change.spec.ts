import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueOverride } from '../lesson/override.schema';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import { deriveCues } from './derive';
import { hiddenChange, overrideChange } from './override-change';

const KEYS = [0, 1, 2, 3].map((n) => `p|s|count|${n}`);
const filmed = (overrides: CueOverride[]): Lesson =>
  aFilmedLesson({ steps: [aStep('a', { dose: reps(4, 2000) })], segments: [aSegment('s', 0, 8000)], overrides });
const shown = (lesson: Lesson): string[] =>
  deriveCues(lesson).cues.flatMap((cue) => (cue.kind === 'count' ? [cue.key] : []));

describe('a change of an override', () => {
  it('keeps what else it says, and takes the override away with the last of it', () => {
    const own: CueOverride[] = [{ key: 'count', place: [0, 0], startOffsetMs: 40 }];
    expect(overrideChange(own, 'count', { place: undefined })).toEqual({
      ...{ kind: 'set_override', override: { key: 'count', startOffsetMs: 40 } },
    });
    expect(overrideChange(own, 'count', { place: undefined, startOffsetMs: undefined })).toEqual({
      ...{ kind: 'clear_override', key: 'count' },
    });
    expect(overrideChange(own, 'side', { place: undefined })).toBeNull();
    expect(overrideChange(own, 'count', { place: [0, 0] })).toBeNull();
    expect(overrideChange(own, 'count', { place: [0, 1] })).not.toBeNull();
  });

  it('hides and shows, whatever was said before of one, of its passage or of its kind', () => {
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
