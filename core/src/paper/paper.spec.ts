import { parseCsv, writeCsv, CsvError } from '../format/csv';
import { writePaperMarkdown, writeRunSheetCsv } from '../format/paper-files';
import { aLesson, aMove, aStep } from '../testing';
import { paperOf, shotsByFraming } from './paper';

const lesson = aLesson({
  title: 'Early',
  opening: 'Hello.',
  steps: [
    aStep('a', {
      move: aMove({ name: 'Roll', region: 'cheek', tool: 'roller', temperature: 'cold', slip: true, route: [] }),
      narration: { before: '{reps} | times.', during: '', after: '' },
    }),
    aStep('b', {
      move: aMove({ name: 'Hollows', region: 'collarbone', route: [] }),
      product: 'top_up',
      progression: { grows: 'repetitions', stages: [{ weeks: 2, amount: 3, daysAWeek: 3.5 }], thenDaysAWeek: 3.5 },
    }),
    aStep('c', {
      move: aMove({ name: 'Hum', region: 'lips', mouthBusy: true, route: [] }),
      narration: { before: '', during: 'Loose.', after: '' },
    }),
  ],
});

// Common practice, no source.
describe('the paper of a lesson', () => {
  const paper = paperOf(lesson);

  it('has a row a step, with its words as they are said', () => {
    expect(paper.runSheet.map((row) => row.step)).toEqual(['Opening', 'Roll', 'Hollows', 'Hum']);
    expect(paper.runSheet[1]!.words).toBe('5 | times.');
  });

  it('names the one framing that is wide enough, and the shots by framing on request', () => {
    expect(paper.framing).toBe('face to chest');
    expect(shotsByFraming(paper.shots).map((one) => one.step)).toEqual(['Roll', 'Hum', 'Hollows']);
  });

  it('begins the evening before when a tool has to be cold, and ends with the washing', () => {
    expect(paper.preparation[0]).toEqual({
      when: 'the evening before',
      what: 'Put the roller into the fridge.',
    });
    expect(paper.preparation[paper.preparation.length - 1]!.when).toBe('afterwards');
    expect(paper.weeks.steps).toEqual([{ step: 'Hollows', words: '2 weeks at 3, every other day, then 5' }]);
    expect(paper.weeks.periods.map(({ name, rows }) => `${name}: ${rows.map((one) => one.dose).join()}`)).toEqual([
      'weeks 1 to 2: 3 times',
      'from week 3: 5 times',
    ]);
    expect(paper.voiceOver).toEqual([{ step: 'Hum', words: 'Loose.' }]);
  });

  it('goes out as Markdown and CSV whose cells are whole', () => {
    const rows = parseCsv(writeRunSheetCsv(paper));
    expect(rows.length).toBe(5);
    expect(rows[2]!.cells[7]).toBe('5 | times.');
    expect(writePaperMarkdown(paper)).toContain('| 0:00 |  | Opening |');
    expect(writePaperMarkdown(paper)).toContain('5 \\| times.');
    expect(writePaperMarkdown(paper)).toContain('| Hollows | 3 times, every other day | 5 times, every other day |');
  });
});

describe('CSV', () => {
  // RFC 4180, section 2, rules 5 to 7: quotes, line breaks and commas inside quoted cells.
  it('is read back as it was written', () => {
    const rows = [
      ['a', 'b "quoted"', 'c,d'],
      ['line\r\nbreak', '', 'é'],
    ];
    expect(parseCsv(writeCsv(rows)).map((row) => row.cells)).toEqual(rows);
  });

  // OWASP, CSV injection.
  it('makes cells harmless that a spreadsheet would compute', () => {
    for (const cell of ['=1+1', '+1', '-1', '@x']) {
      expect(writeCsv([[cell]])).toBe(`"'${cell}"\r\n`);
      expect(parseCsv(writeCsv([[cell]]))[0]!.cells).toEqual([cell]);
    }
  });

  it('names the line of a quote that never closes', () => {
    expect(() => parseCsv('a\n"b')).toThrowMatching((error: unknown) => error instanceof CsvError && error.line === 2);
  });
});
