import { showCues } from '../cue/show';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aSegment, aStep } from '../testing';
import type { Lesson } from '../lesson/lesson.schema';
import { handOver } from './hand-over';

const steps = [aStep('a', { narration: { before: 'Down the neck.', during: '', after: '' } })];
const segments = [aSegment('g', 20_000, 40_000, { beatsMs: [22_000, 24_000] as never })];
const of = (lesson: Lesson) => {
  const timeline = timelineOf(lesson)!;
  return handOver(lesson, timeline, showCues(lesson, { timeline }).cues, null);
};

describe('what a lesson is handed over in', () => {
  it('is a file for each, whose names say of which lesson they are', () => {
    const { files, missing } = of(aFilmedLesson({ title: 'Before the early bulletin', steps, segments }));
    expect(missing).toEqual([]);
    expect(files.map((one) => one.name)).toEqual(
      [
        ...['captions.vtt', 'captions.srt', 'cues.vtt', 'cues.ass', 'cues.csv', 'chapters.vtt', 'chapters.txt'],
        ...['timeline.otio', 'edit-list.edl', 'page.jsonld', 'lesson.json'],
      ].map((end) => `before-the-early-bulletin-${end}`),
    );
    const text = (end: string): string => files.find((one) => one.name.endsWith(end))!.text();
    expect(text('edit-list.edl')).toContain('TITLE: Before the early bulletin');
    expect(text('cues.csv').split('\r\n').length).toBeGreaterThan(3);
    expect(text('captions.vtt').length).toBeLessThan(text('cues.vtt').length);
  });

  it('goes with the finished film: behind its opening card; lists for editors have no cards', () => {
    const plain = aFilmedLesson({ title: 'Tide', steps, segments });
    const [without, carded] = [of(plain), of({ ...plain, openingCard: true })].map(({ files }) =>
      Object.fromEntries(files.map((one) => [one.name.replace(/^.*?-/, ''), one.text()])),
    );
    expect(carded!['cues.csv']).toBe(
      without!['cues.csv']!.replace(/^(\d+\.\d+),(\d+\.\d+)/gm, (_, from, to) =>
        [from, to].map((s) => (Number(s) + 3).toFixed(3)).join(','),
      ),
    );
    expect(carded!['chapters.txt']).toBe(without!['chapters.txt']!.replace('0:20', '0:23'));
    expect(carded!['edit-list.edl']).toBe(without!['edit-list.edl']);
  });

  it('says what it cannot be written as, and why', () => {
    const { files, missing } = of(aFilmedLesson({ takes: [], assembly: [], steps }));
    expect(missing.map((one) => one.why)).toEqual([
      ...['Nothing plays yet. Bring in a take, then it can be handed over.'],
      ...['Nothing plays yet. Bring in a take, then it can be handed over.'],
    ]);
    expect(files.length).toBe(9);
  });
});
