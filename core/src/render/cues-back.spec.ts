import fc from 'fast-check';
import { deriveCues } from '../cue/derive';
import type { PlacedCue } from '../cue/place';
import { showCues } from '../cue/show';
import { edited } from '../document/editing';
import { parseCsv, writeCsv } from '../format/csv';
import { FormatError } from '../format/format-error';
import { lessonEditing } from '../lesson/change';
import { asOne } from '../lesson/as-one';
import type { Lesson } from '../lesson/lesson.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aSegment, aStep } from '../testing';
import { cuesFrom, type CuesNow } from './cues-back';
import { handOver } from './hand-over';

const words = 'Slide down to the jaw < slowly. Then {rest} & breathe out --> now. Once more, from the ear.';
const lesson = aFilmedLesson({
  title: 'Tide',
  openingCard: true,
  steps: [aStep('a', { narration: { before: words, during: 'Softly does it.', after: '' } })],
  segments: [
    aSegment('t', 2000, 16_000, { kind: 'teach', side: null }),
    aSegment('g', 20_000, 40_000, { beatsMs: [22_000, 24_000, 26_500, 29_000] as never }),
  ],
});

function nowOf(one: Lesson): CuesNow {
  const timeline = timelineOf(one)!;
  return { cues: showCues(one, { timeline }).cues, plain: deriveCues({ ...one, overrides: [] }, timeline).cues };
}

function written(one: Lesson, end: string): { name: string; text: string } {
  const { name, text } = handOver(one, timelineOf(one)!, nowOf(one).cues, null).files.find((file) =>
    file.name.endsWith(end),
  )!;
  return { name, text: text() };
}

const FILES = ['captions.vtt', 'captions.srt', 'cues.vtt', 'cues.csv'] as const;
const after = (one: Lesson, file: { name: string; text: string }): Lesson => {
  const change = asOne(cuesFrom(one, nowOf(one), file).changes);
  return change ? edited(lessonEditing, one, change) : one;
};
const shownOf = (one: Lesson): readonly unknown[] =>
  nowOf(one).cues.map(({ key, startMs, endMs, text }) => [key, startMs, endMs, text]);
const captionsOf = (one: Lesson): PlacedCue[] => nowOf(one).cues.filter((cue) => cue.kind === 'caption');

describe('cues that were worked on and come back', () => {
  it('change nothing where they are as they were, whatever was changed by name before', () => {
    const { cues } = nowOf(lesson);
    const override = fc.record({
      key: fc.constantFrom(...cues.map((cue) => cue.key)),
      text: fc.option(fc.constantFrom('Now', 'a < b', 'Press --> let go'), { nil: undefined }),
      startOffsetMs: fc.option(fc.integer({ min: -900, max: 400 }), { nil: undefined }),
      hidden: fc.option(fc.boolean(), { nil: undefined }),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(override, { selector: (one) => one.key, maxLength: 5 }),
        fc.boolean(),
        (overrides, openingCard) => {
          const said = overrides.map((one) => JSON.parse(JSON.stringify(one)) as (typeof overrides)[number]);
          const one = { ...lesson, overrides: said as Lesson['overrides'], openingCard };
          for (const end of FILES) {
            if (end.startsWith('captions') && captionsOf(one).length === 0) continue;
            expect(cuesFrom(one, nowOf(one), written(one, end))).toEqual({ changes: [], told: [] });
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('say something else, stand at another time, or are gone: one of each is told and becomes so', () => {
    const [first, second, third] = captionsOf(lesson);
    for (const end of ['captions.vtt', 'captions.srt'] as const) {
      const file = written(lesson, end);
      const blocks = file.text.split('\n\n');
      const at = (cue: PlacedCue | undefined): number =>
        blocks.findIndex((block) => block.includes(cue!.text.slice(0, 5)));
      const [said, moved, gone] = [at(first), at(second), at(third)];
      expect(new Set([said, moved, gone, -1]).size).toBe(4);
      const stamp = /\d\d[.,]\d{3} -->/.exec(blocks[moved]!)![0];
      blocks[said] = blocks[said]!.replace(/(-->.*\n)[\s\S]*$/, '$1Slide *very* slowly.');
      blocks[moved] = blocks[moved]!.replace(
        stamp,
        stamp.replace(/\d{3}/, (ms) => String((Number(ms) + 50) % 1000).padStart(3, '0')),
      );
      blocks.splice(gone, 1);
      const edit = { ...file, text: blocks.join('\n\n') };
      const { told } = cuesFrom(lesson, nowOf(lesson), edit);
      expect(told.length).toBe(3);
      expect(told[0]).toMatch(/^0:0\d “Slide .*” becomes “Slide \*very\* slowly\.”\.$/);
      expect(told[1]).toMatch(/stands from \d:\d\d\.\d to \d:\d\d\.\d\.$/);
      expect(told[2]).toMatch(/is not shown\.$/);
      const [one, two, three] = [first, second, third].map((cue) =>
        captionsOf(after(lesson, edit)).find(({ key }) => key === cue!.key),
      );
      expect(one!.text).toBe('Slide *very* slowly.');
      expect(Math.abs(two!.startMs - second!.startMs)).toBe(second!.startMs % 1000 < 950 ? 50 : 950);
      expect(three).toBeUndefined();
      // Brought once more there is nothing left to change.
      expect(cuesFrom(after(lesson, edit), nowOf(after(lesson, edit)), edit).changes).toEqual([]);
    }
  });

  it('come as a table too, and what was written before is taken back by the table of then', () => {
    const before = written(lesson, 'cues.csv');
    const rows = parseCsv(before.text).map((row) => [...row.cells]);
    const count = rows.findIndex((row) => row[2] === 'count');
    rows[count]![5] = 'One, and breathe';
    const edit = { ...before, text: writeCsv(rows.filter((row) => row[2] !== 'side')) };
    const changed = after(lesson, edit);
    // A kind of which the table has none is left alone.
    expect(nowOf(changed).cues.filter((cue) => cue.kind === 'side')).toEqual(
      nowOf(lesson).cues.filter((cue) => cue.kind === 'side'),
    );
    expect(nowOf(changed).cues.some((cue) => cue.text === 'One, and breathe')).toBe(true);
    expect(shownOf(after(changed, before))).toEqual(shownOf(lesson));
    expect(after(changed, before).overrides).toEqual([]);
  });

  it('are left out where they are none of the lesson, and refused where most are none', () => {
    const file = written(lesson, 'captions.srt');
    const more = { ...file, text: `${file.text}\n99\n00:00:59,000 --> 00:00:59,900\nSubscribe!\n` };
    const { changes, told } = cuesFrom(lesson, nowOf(lesson), more);
    expect(changes).toEqual([]);
    expect(told).toEqual([
      jasmine.stringMatching(/^Line \d+, “Subscribe!”, is no cue of this lesson, and is left out\.$/),
    ]);
    const other = aFilmedLesson({
      title: 'Ebb',
      steps: [aStep('z', { narration: { before: 'Another lesson entirely.', during: '', after: '' } })],
      segments: [aSegment('y', 45_000, 58_000, { stepId: 'z', beatsMs: [46_000, 47_000, 48_000] as never })],
    });
    for (const end of ['cues.vtt', 'cues.csv', 'captions.srt'])
      expect(() => cuesFrom(lesson, nowOf(lesson), written(other, end)))
        .withContext(end)
        .toThrowError(FormatError, /no cues of this lesson: nothing like line \d+/);
  });

  it('are refused with the line that is wrong', () => {
    const line = (name: string, text: string): number | null => {
      try {
        cuesFrom(lesson, nowOf(lesson), { name, text });
      } catch (error) {
        if (error instanceof FormatError) return error.line;
        throw error;
      }
      throw new Error('Nothing was refused.');
    };
    expect(line('a.vtt', 'WEBVTT\n\n00:01.000 --> soon\nPress.\n')).toBe(3);
    expect(line('a.srt', '1\n00:00:03,000 --> 00:00:02,000\nPress.\n')).toBe(2);
    expect(line('a.csv', 'from_s,words\r\n1,Press\r\n')).toBe(1);
    expect(line('a.csv', 'from_s,to_s,words\r\n1,2,Press\r\nsoon,3,Press\r\n')).toBe(3);
    expect(line('a.csv', 'from_s,to_s,words\r\n1,2,"Press\r\n')).toBe(2);
    expect(line('a.vtt', 'WEBVTT\n')).toBeNull();
    const { text } = written(lesson, 'cues.csv');
    const rows = parseCsv(text).map((row) => [...row.cells]);
    rows[1]![5] = 'x'.repeat(300);
    expect(line('a.csv', writeCsv(rows))).toBe(2);
  });
});
