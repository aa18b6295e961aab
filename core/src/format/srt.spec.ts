import { parseSync, type NodeCue } from 'subtitle';
import { writeSrt } from './srt';

const read = (srt: string) =>
  parseSync(srt)
    .filter((node): node is NodeCue => node.type === 'cue')
    .map(({ data }) => [data.start, data.end, data.text]);

describe('SubRip', () => {
  // No standard; judge: the package subtitle.
  it('is read with the same times and lines, in order of start', () => {
    const srt = writeSrt([
      { startMs: 3_723_004, endMs: 3_724_000, lines: ['Halfway.', 'Breathe.'] },
      { startMs: 0, endMs: 1500, lines: ['Press.'] },
    ]);
    expect(read(srt)).toEqual([
      [0, 1500, 'Press.'],
      [3_723_004, 3_724_000, 'Halfway.\nBreathe.'],
    ]);
    expect(srt.startsWith('1\n00:00:00,000 --> 00:00:01,500\nPress.\n')).toBe(true);
  });

  it('closes up what would end a cue, and opens what would be markup', () => {
    const srt = writeSrt([{ startMs: 0, endMs: 1000, lines: ['a --> b', '', '2', '<i>x</i> {\\an8}'] }]);
    expect(read(srt)).toEqual([[0, 1000, 'a → b\n2\n‹i›x‹/i› (\\an8}']]);
  });

  it('of nothing is empty', () => {
    expect(writeSrt([])).toBe('');
  });
});
