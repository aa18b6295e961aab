import { CUE_FIGURE_IDS, CUE_FIGURES, cueFigureSchema, type CueFigureId } from '../caution/cue-figure';
import { NO_DIFFERENCE } from '../caution/studio-rules';
import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { aFilmedLesson, aLesson, aSegment, aStep, reps } from '../testing';
import { cueFindings } from './cue-findings';

const filmed = (change: Partial<Lesson> = {}): Lesson =>
  aFilmedLesson({
    opening: 'Good morning.',
    steps: [aStep('a', { dose: reps(3, 2000) })],
    segments: [aSegment('i', 0, 3000, { kind: 'intro', stepId: null, side: null }), aSegment('s', 5000, 11_000)],
    ...change,
  });

describe('cues', () => {
  it('that she changed and that are gone are told of, and can be forgotten', () => {
    const lesson = filmed({ overrides: [{ key: 'p|s|count|7', text: 'eight' }] });
    const [found] = cueFindings(lesson);
    expect(found!.message).toBe('A change of yours (“eight”) belongs to a count that is no longer shown.');
    expect(found!.repairs.map((one) => one.label)).toEqual(['Forget it']);
    expect(cueFindings(applyChange(lesson, found!.repairs[0]!.change!))).toEqual([]);
    expect(cueFindings(filmed({ overrides: [{ key: 'p|s|count|2', text: 'three' }] }))).toEqual([]);
  });

  it('that she changed in the plan can be used on the film', () => {
    const lesson = filmed({ overrides: [{ key: 'a|left|count|1', text: 'and two' }] });
    const [found] = cueFindings(lesson);
    expect(found!.repairs.map((one) => one.label)).toEqual(['Use it on the film', 'Forget it']);
    const after = applyChange(lesson, found!.repairs[0]!.change!);
    expect(after.overrides).toEqual([{ key: 'p|s|count|1', text: 'and two' }]);
    expect(cueFindings(after)).toEqual([]);
  });

  it('without a single caption are told of, unless she wants none', () => {
    expect(cueFindings(filmed()).map((one) => one.rule)).toEqual([]);
    const silent = filmed({ opening: '' });
    expect(cueFindings(silent).map((one) => one.rule)).toEqual(['no-captions']);
    expect(cueFindings(filmed(), { heard: () => [] }).map((one) => one.rule)).toEqual([]);
    const unheard = filmed({ segments: [aSegment('s', 5000, 11_000)] });
    expect(cueFindings(unheard, { heard: () => [] }).map((one) => one.rule)).toEqual(['no-captions']);
    expect(cueFindings({ ...silent, overrides: [{ key: 'caption', when: 'never' }] })).toEqual([]);
    expect(cueFindings(aLesson())).toEqual([]);
  });

  it('are held against a studio’s own figures', () => {
    const own = (id: CueFigureId, value: number): Lesson['rules'] => ({ ...NO_DIFFERENCE, figures: [{ id, value }] });
    // “Good morning.” is said within three seconds.
    const found = (rules: Lesson['rules']): string[] => cueFindings({ ...filmed(), rules }).map((one) => one.rule);
    expect(found(own('lineCharacters', 13))).toEqual([]);
    expect(found(own('lineCharacters', 12))).toEqual(['cue-lines']);
    expect(found(own('leastMs', 5000))).toContain('cue-too-short');
    expect(cueFigureSchema.safeParse({ id: 'lines', value: 1.5 }).success).toBeFalse();
    for (const id of CUE_FIGURE_IDS)
      for (const [value, good] of [
        [CUE_FIGURES[id].least, true],
        [CUE_FIGURES[id].most, true],
        [CUE_FIGURES[id].least - 1, false],
        [CUE_FIGURES[id].most + 1, false],
      ] as const)
        expect(cueFigureSchema.safeParse({ id, value }).success).withContext(`${id} ${value}`).toBe(good);
  });

  it('over where she was seen to work are told of', () => {
    // Her face fills the whole picture.
    const seenOn = () => ({
      faces: [{ atMs: 0, box: [0, 0, 1, 1] as [number, number, number, number], outline: [] }],
      ...{ sceneChangesMs: [], motion: null, light: null },
    });
    expect(cueFindings(filmed(), { seenOn }).map((one) => one.rule)).toContain('cue-over-work');
    expect(cueFindings(filmed()).map((one) => one.rule)).not.toContain('cue-over-work');
  });
});
