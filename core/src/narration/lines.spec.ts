import { parseLines } from './lines';

describe('the lines of a narration', () => {
  it('is WebVTT, SubRip or stamped text, with times per line', () => {
    const vtt = 'WEBVTT\n\nNOTE made by hand\n\n1\n00:01.000 --> 00:03.500 line:1\n<v Marit>Breathe &amp; hold.</v>\n';
    expect(parseLines(vtt)).toEqual([{ startMs: 1000, endMs: 3500, text: 'Breathe & hold.', timed: true }]);
    const srt = '1\n00:00:01,000 --> 00:00:02,000\nPress.\n\n2\n00:00:02,000 --> 00:00:04,250\nLet go.\n';
    expect(parseLines(srt).map((line) => [line.startMs, line.endMs])).toEqual([
      [1000, 2000],
      [2000, 4250],
    ]);
    expect(parseLines('[1:02] Press.\n[1:10] Let go.').map((line) => line.startMs)).toEqual([62_000, 70_000]);
    expect(parseLines('[1:02] Press. [1:10] Let go at 7:30.').map((line) => line.text)).toEqual([
      'Press.',
      'Let go at 7:30.',
    ]);
  });

  it('of captions that roll up says nothing twice', () => {
    const text =
      'WEBVTT\n\n00:00.000 --> 00:02.000\nplace two fingers here\n\n00:02.000 --> 00:04.000\nplace two fingers here and press gently\n';
    expect(parseLines(text).map((line) => line.text)).toEqual(['place two fingers here', 'and press gently']);
  });

  it('lasts until the next where its sentence goes on there, and is followed by silence where it ends', () => {
    const words = Array.from({ length: 20 }, () => 'word').join(' ');
    const ends = (text: string): number[] => parseLines(text).map(({ endMs }) => endMs);
    expect(ends(`[0:00] ${words}\n[1:00] goes on.`)[0]).toBe(60_000);
    expect(ends(`[0:00] ${words}.\n[1:00] goes on.`)[0]).toBe(2 * 20 * 545);
    expect(ends(`[0:00] ${words}\n[1:00] Ends.`)[0]).toBe(2 * 20 * 545);
    // All that was said before a silence, in captions without any sign.
    expect(ends('[0:00] hold it there\n[1:00] let go')[0]).toBe(2 * 3 * 545);
  });

  it('without a word is refused in words', () => {
    for (const text of ['', '  \n', 'WEBVTT\n\n']) expect(() => parseLines(text)).toThrowError(/no words/);
  });
});
