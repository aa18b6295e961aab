import { deriveCues } from '../cue/derive';
import { showCues } from '../cue/show';
import { edited } from '../document/editing';
import { readArchive, writeArchive } from '../format/archive';
import { FormatError } from '../format/format-error';
import { lessonEditing } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aSegment, aStep } from '../testing';
import { broughtBack, comesBack, type BackFile } from './brought-back';
import type { CuesNow } from './cues-back';
import { handOver } from './hand-over';

const lessonOf = (takeId: string, stepId: string, words: string): Lesson => {
  const plain = aFilmedLesson({
    title: 'Tide',
    steps: [aStep(stepId, { narration: { before: words, during: '', after: '' } })],
    segments: [aSegment(`s-${stepId}`, 20_000, 40_000, { takeId, stepId, beatsMs: [22_000, 24_000] as never })],
  });
  return {
    ...plain,
    takes: plain.takes.map((take) => ({ ...take, id: takeId, name: `Take ${takeId}` })),
    assembly: [{ id: `p-${takeId}`, takeId, fromMs: 0, toMs: 60_000 }],
  };
};
const lesson = lessonOf('window', 'a', 'Slide down to the jaw. Softly.');
const nowOf = (one: Lesson): CuesNow => {
  const timeline = timelineOf(one)!;
  return { cues: showCues(one, { timeline }).cues, plain: deriveCues({ ...one, overrides: [] }, timeline).cues };
};
const archiveOf = (one: Lesson): BackFile[] => {
  const { files } = handOver(one, timelineOf(one)!, nowOf(one).cues, null);
  const bytes = writeArchive(
    files.map(({ name, text }) => ({ name, text: text() })),
    0,
  );
  return readArchive(bytes, comesBack);
};

describe('an archive that comes back', () => {
  it('is read for what plays and what is shown, and changes nothing where all is as it was', () => {
    const files = archiveOf(lesson);
    expect(files.map(({ name }) => name).sort()).toEqual([
      ...['tide-captions.srt', 'tide-captions.vtt', 'tide-cues.csv', 'tide-cues.vtt', 'tide-edit-list.edl'],
      'tide-timeline.otio',
    ]);
    expect(broughtBack(lesson, nowOf(lesson), files)).toEqual({ change: null, told: [] });
  });

  it('is one edit of all that was worked on in it, each told once', () => {
    const files = archiveOf(lesson).map(({ name, text }) => ({
      name,
      // The same words in the table and as captions; a shorter piece in one of the lists.
      text: name.endsWith('.otio') ? text : text.replace('Softly.', 'Gently.'),
    }));
    const { change, told } = broughtBack(lesson, nowOf(lesson), files);
    expect(told).toEqual([jasmine.stringMatching(/^\d:\d\d “Softly\.” becomes “Gently\.”\.$/)]);
    const after = edited(lessonEditing, lesson, change!);
    expect(nowOf(after).cues.map((cue) => cue.text)).toContain('Gently.');
    expect(edited(lessonEditing, after, lessonEditing.inverse(lesson, change!))).toEqual(lesson);
  });

  it('takes nothing from its other files where one of them cannot be read', () => {
    const files = archiveOf(lesson).map(({ name, text }) => ({
      name,
      text: name.endsWith('.csv') ? 'nothing' : text.replace('Softly.', 'Gently.'),
    }));
    const { change, told } = broughtBack(lesson, nowOf(lesson), files);
    expect(change).not.toBeNull();
    expect(told.filter((words) => words.startsWith('tide-cues.csv is left out: Line 1 names'))).toHaveSize(1);
  });

  it('is refused where it has the names of another lesson, or nothing that comes back', () => {
    const foreign = archiveOf(lessonOf('rope', 'z', 'Another lesson entirely.'));
    expect(() => broughtBack(lesson, nowOf(lesson), foreign)).toThrowError(FormatError, /lesson/);
    expect(() => broughtBack(lesson, nowOf(lesson), [])).toThrowError(FormatError, /nothing in it/);
    const whole = { name: 'tide-lesson.json', text: JSON.stringify(lesson).replace('":"', '": "') };
    expect(() => broughtBack(lesson, nowOf(lesson), [whole])).toThrowError(FormatError, /whole lesson/);
    expect(() => readArchive(new Uint8Array([1, 2, 3]), () => true)).toThrowError(FormatError, /no ZIP archive/);
  });
});
