import { readFileSync } from 'node:fs';
import { LESSON_VERSION } from '../lesson/lesson.schema';
import { aFilmedLesson, aLesson, aStep } from '../testing';
import { DocumentError } from '../document/document';
import { bundleJsonSchema, parseBundle } from './bundle';

const given = (change: object): unknown => ({
  ...JSON.parse(JSON.stringify(aFilmedLesson({ steps: [aStep('a')] }))),
  ...change,
});

function problemOf(value: unknown): DocumentError {
  try {
    parseBundle(value);
  } catch (error) {
    return error as DocumentError;
  }
  throw new Error('It was read.');
}

describe('a lesson bundle', () => {
  it('comes back as it was written', () => {
    const lesson = aFilmedLesson({ steps: [aStep('a'), aStep('b')] });
    expect(parseBundle(JSON.parse(JSON.stringify(lesson)))).toEqual(lesson);
  });

  it('needs only what has no default', () => {
    expect(parseBundle({ format: 'limber-cheek/lesson', version: 1, id: 'x', title: 'Short' }).steps).toEqual([]);
    // What viewers saw they still see: names of steps too, which lessons of today do not show by themselves.
    const overrides = [
      { key: 'count', hidden: true },
      { key: 'a|left|count|1', hidden: true },
    ];
    const seven = { format: 'limber-cheek/lesson', version: 7, id: 'x', title: 'Short', overrides };
    expect(parseBundle(seven).overrides).toEqual([
      { key: 'a|left|count|1', hidden: true },
      { key: 'count', when: 'never' },
      { key: 'label', when: 'every' },
    ]);
  });

  it('is refused in words, with the path of the fault', () => {
    expect(problemOf(null).message).toContain('no lesson');
    expect(problemOf(given({ format: 'else' })).path).toBe('format');
    expect(problemOf(given({ version: LESSON_VERSION + 1 })).message).toContain('newer program');
    expect(problemOf(given({ title: '' })).message).toContain('needs a title');
    const step = {
      ...aStep('a'),
      dose: {
        form: 'reps',
        reps: { low: 9, planned: 5, high: 6 },
        tempoMs: { low: 1, planned: 1, high: 1 },
        sets: { low: 1, planned: 1, high: 1 },
        restMs: 0,
      },
    };
    expect(problemOf(given({ steps: [step] })).path).toBe('steps[0].dose.reps');
  });

  it('names what is missing or doubled', () => {
    expect(problemOf(given({ assembly: [{ id: 'p', takeId: 'gone', fromMs: 0, toMs: 5 }] })).path).toBe(
      'assembly[0].takeId',
    );
    expect(problemOf(given({ steps: [aStep('a'), aStep('a')] })).path).toBe('steps[1].id');
    const segment = { id: 's', takeId: 't', kind: 'reps', stepId: 'nobody', startMs: 0, endMs: 5 };
    expect(problemOf(given({ segments: [segment] })).path).toBe('segments[0].stepId');
  });

  it('is described by the JSON Schema in docs/formats', () => {
    const written: unknown = JSON.parse(readFileSync('docs/formats/lesson.schema.json', 'utf8'));
    expect(written).toEqual(JSON.parse(JSON.stringify(bundleJsonSchema())));
    expect(JSON.stringify(aLesson())).not.toContain('undefined');
  });
});
