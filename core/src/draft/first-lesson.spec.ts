import { checkLesson } from '../check/check-lesson';
import { parseDocument } from '../document/document';
import { lessonDocument } from '../format/lesson.document';
import { firstLesson } from './first-lesson';

describe('the first lesson to look at', () => {
  it('is a whole lesson, with something to mend and nothing that must be', () => {
    const lesson = firstLesson('first');
    expect(parseDocument(lessonDocument, JSON.parse(JSON.stringify(lesson)))).toEqual(lesson);
    expect(lesson.steps.length).toBe(6);
    const found = checkLesson(lesson);
    expect(found.length).toBeGreaterThan(0);
    expect(found.filter((one) => one.severity === 'must').map((one) => one.message)).toEqual([]);
  });
});
