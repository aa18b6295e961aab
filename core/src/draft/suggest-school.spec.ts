import { readNarration } from '../narration/read';
import type { Lesson } from '../lesson/lesson.schema';
import { draftLesson, draftSteps } from './draft';
import { fittingSchools, suggestSchool } from './suggest-school';

let id = 0;
const lessonOf = (...told: string[]): Lesson => {
  const lines = told.map((words, i) => `[${i}:10] ${words}`);
  const read = readNarration(`[0:00] Hello.\n${lines.join('\n')}\n[${told.length}:10] That is it, thank you and bye.`);
  return draftLesson(
    read,
    draftSteps(read, [], () => `id-${id++}`),
    'Tide',
    'tide',
  );
};

describe('the schools that fit a lesson', () => {
  it('are told with their reasons, from what its steps do', () => {
    const [first] = fittingSchools(
      lessonOf(
        'First, press your fingertips into the hollows above the collarbones, ten times.',
        'Next, knead the jaw with both hands, eight times.',
        'Next, stroke the forehead up into the hair, six times.',
      ),
    );
    expect(first).toEqual(
      jasmine.objectContaining({
        id: 'open_drains_first',
        because: jasmine.arrayContaining(['begins with collarbone']),
      }),
    );
  });

  it('are of tools and of holds where half of the steps are, counted', () => {
    const tooled = fittingSchools(
      lessonOf(
        'First, take the stone and stroke along the jaw, five times.',
        'Next, with the stone stroke over the cheeks, five times.',
        'Next, with the stone stroke up the forehead, five times.',
      ),
    )[0]!;
    expect(tooled.id).toBe('tool_glide');
    expect(tooled.because[0]).toBe('3 of 3 steps are done with a tool');
    const held = fittingSchools(
      lessonOf(
        'First, smile with closed lips and hold the smile for ten seconds.',
        'Next, open your mouth wide and hold it for five seconds.',
        'Next, puff up the cheeks and hold the air for five seconds.',
      ),
    )[0]!;
    expect([held.id, held.because[0]]).toEqual(['holds', '3 of 3 steps are held']);
  });

  it('are all there, each with something that is said of it, and the first is the one that is suggested', () => {
    const lesson = lessonOf('First, tap the cheeks with your fingertips, twenty seconds.');
    const all = fittingSchools(lesson);
    expect(new Set(all.map((one) => one.id)).size).toBe(7);
    expect(all.every((one) => one.because.length > 0)).toBeTrue();
    expect(suggestSchool(lesson)).toBe(all[0]!.id);
    expect(fittingSchools({ ...lesson, steps: [] }).length).toBe(7);
  });
});
