import webvtt from 'webvtt-parser';
import { deriveCues } from '../cue/derive';
import { FRAMES } from '../cue/frame';
import { placeCues } from '../cue/place';
import { PEBBLE } from '../cue/styles';
import { aLesson, aStep } from '../testing';
import { writeWebVtt } from './webvtt';

const parse = (text: string) => new webvtt.WebVTTParser().parse(text, 'captions');

describe('WebVTT', () => {
  // W3C WebVTT; judge: webvtt-parser.
  it('of a lesson is valid, with the same times and words', () => {
    const lesson = aLesson({
      opening: 'Good morning. Two drops of oil.',
      steps: [aStep('a', { narration: { before: 'Now the neck.', during: '', after: '' } }), aStep('b')],
    });
    const cues = placeCues(deriveCues(lesson).cues, PEBBLE, FRAMES['16:9'], []);
    const { cues: read, errors } = parse(writeWebVtt(cues));
    expect(errors).toEqual([]);
    expect(read.length).toBe(cues.length);
    const sorted = [...cues].sort((x, y) => x.startMs - y.startMs || y.endMs - x.endMs);
    read.forEach((one, i) => {
      expect(Math.round(one.startTime * 1000)).toBe(sorted[i]!.startMs);
      expect(Math.round(one.endTime * 1000)).toBe(sorted[i]!.endMs);
      expect(one.id).toBe(sorted[i]!.key);
      expect(one.text).toBe(sorted[i]!.lines.join('\n'));
      const [x, y, width] = sorted[i]!.box;
      expect(Number(one.linePosition)).toBeCloseTo(100 * y, 1);
      expect(Number(one.textPosition)).toBeCloseTo(100 * (x + width / 2), 1);
      expect(Number(one.size)).toBeCloseTo(100 * width, 1);
    });
  });

  it('escapes what would end or open something', () => {
    const nasty = 'a --> b & <b>c</b>\n\n\n00:00.000 --> 00:01.000\r\nend';
    const vtt = writeWebVtt([
      { key: 'x-->y', startMs: 0, endMs: 3_723_004, lines: nasty.split('\n'), box: [0.1, 0.8, 0.8, 0.1] },
    ]);
    const { cues, errors } = parse(vtt);
    expect(errors).toEqual([]);
    expect(cues.length).toBe(1);
    expect(vtt).toContain('a --&gt; b &amp; &lt;b&gt;c&lt;/b&gt;\n00:00.000 --&gt; 00:01.000\nend');
    expect(vtt).toContain('01:02:03.004');
    expect(vtt.match(/-->/g)!.length).toBe(1);
  });

  it('of nothing is still a file', () => {
    expect(parse(writeWebVtt([])).errors).toEqual([]);
  });
});
