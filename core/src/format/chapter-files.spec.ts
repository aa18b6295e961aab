import webvtt from 'webvtt-parser';
import { chapterLines, writeChapters } from './chapter-files';

const chapters = [
  { startMs: 0, endMs: 12_400, title: 'Before the early bulletin' },
  { startMs: 12_400, endMs: 75_000, title: 'Slipway & <rope>' },
  { startMs: 75_000, endMs: 3_700_000, title: 'Gull\n lift' },
];

describe('chapters as files', () => {
  it('are lines that video hosts read: from 0:00, ascending, three or more (common practice, no source)', () => {
    expect(chapterLines(chapters)).toEqual([
      '0:00 Before the early bulletin',
      '0:12 Slipway & <rope>',
      '1:15 Gull lift',
    ]);
    expect(chapterLines(chapters.slice(0, 2))).toEqual([]);
  });

  it('are WebVTT that its parser takes', () => {
    const { cues, errors } = new webvtt.WebVTTParser().parse(writeChapters(chapters), 'captions');
    expect(errors).toEqual([]);
    expect(cues.map(({ startTime, endTime }) => [startTime, endTime])).toEqual([
      [0, 12.4],
      [12.4, 75],
      [75, 3700],
    ]);
    expect(cues[1]!.text).toBe('Slipway &amp; &lt;rope&gt;');
  });
});
