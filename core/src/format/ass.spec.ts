import { compile, parse } from 'ass-compiler';
import { deriveCues } from '../cue/derive';
import { FRAMES } from '../cue/frame';
import { placeCues, type PlacedCue } from '../cue/place';
import { CUE_STYLES, PEBBLE } from '../cue/styles';
import { aCue, aFilmedLesson, aSegment, aStep } from '../testing';
import { writeAss, type AssPicture } from './ass';

const PICTURE: AssPicture = { style: PEBBLE, frame: FRAMES['16:9'], width: 1920, height: 1080, frameRate: 25 };
const placed = (...cues: Parameters<typeof placeCues>[0][number][]): PlacedCue[] =>
  placeCues(cues, PEBBLE, FRAMES['16:9'], []);
const dialogues = (ass: string) => parse(ass).events.dialogue;
/** The words of a line as a reader of ASS takes them, tags left out. */
const wordsOf = (line: ReturnType<typeof dialogues>[number]): string =>
  line.Text.parsed.map((part) => part.text).join('');
const isDrawing = (line: ReturnType<typeof dialogues>[number]): boolean =>
  line.Text.parsed.some((part) => part.drawing.length > 0);

describe('ASS', () => {
  // Advanced SubStation Alpha v4.00+; judge: ass-compiler.
  it('of a lesson is read whole: every cue in its time, every line in its place', () => {
    const lesson = aFilmedLesson({
      opening: 'Good morning. Two drops of oil, and let the shoulders drop.',
      steps: [aStep('a'), aStep('b')],
      segments: [
        aSegment('s', 5000, 9000, { beatsMs: [5500, 6500, 7500] as never }),
        aSegment('t', 9000, 14_000, { side: 'right', beatsMs: [10_000, 11_000] as never }),
      ],
    });
    for (const style of CUE_STYLES)
      for (const name of ['16:9', '9:16', '1:1'] as const) {
        const frame = FRAMES[name];
        const [width, height] = [1080, Math.round(1080 * frame.height)];
        const cues = placeCues(deriveCues(lesson).cues, style, frame, []);
        expect(cues.length).toBeGreaterThan(5);
        const ass = writeAss(cues, { style, frame, width, height, frameRate: 25 });
        const read = compile(ass, {});
        expect([read.width, read.height]).toEqual([width, height]);
        expect(read.dialogues.length).toBe(dialogues(ass).length);
        const text = dialogues(ass).filter((line) => !isDrawing(line));
        for (const cue of cues)
          for (const line of cue.lines)
            expect(text.some((one) => wordsOf(one) === line && Math.abs(one.Start * 1000 - cue.startMs) <= 40))
              .withContext(`${style.name} ${name} ${line}`)
              .toBe(true);
        for (const { pos } of read.dialogues) {
          expect(pos!.x).toBeGreaterThanOrEqual(0);
          expect(pos!.x).toBeLessThan(width);
          expect(pos!.y).toBeLessThan(height);
        }
      }
  });

  it('keeps braces, backslashes and breaks as signs', () => {
    const nasty = String.raw`{\b1}bold{\p1}m 0 0 \N \h a\{b`;
    const [cue] = placed(aCue('label', 'x', { endMs: 2000 }));
    const ass = writeAss([{ ...cue!, lines: [`${nasty}\nDialogue: 0,0:00:00.00`] }], PICTURE);
    const lines = dialogues(ass);
    const text = lines.filter((line) => !isDrawing(line));
    expect(lines.length - text.length).toBe(1);
    expect(text.length).toBe(1);
    // The joiner without width that keeps a backslash a sign is seen by nobody.
    expect(ass).toContain('\\\u2060N');
    expect(ass).toContain('\\{');
    expect(ass).not.toMatch(/^Dialogue: 0,0:00:00.00$/m);
  });

  it('comes and goes between two pictures: no rounding shows a cue a picture early or late', () => {
    for (const frameRate of [24, 25, 30, 30_000 / 1001, 50, 60]) {
      for (let n = 0; n < 200; n += 7) {
        const startMs = (n * 1000) / frameRate;
        const cues = placed(aCue('count', '1', { startMs, endMs: startMs + 1000, value: 1 }));
        const [line] = dialogues(writeAss(cues, { ...PICTURE, frameRate }));
        const shown = Math.ceil(line!.Start * frameRate - 1e-9);
        expect(shown).withContext(`${frameRate} ${n}`).toBe(n);
      }
    }
  });

  it('of a stretch draws what is left of a cue that began before it, moved by its lead', () => {
    const cues = placed(
      aCue('count', '1', { startMs: 0, endMs: 3000, value: 1, of: 2 }),
      aCue('count', '2', { key: 'p|s|count|1', startMs: 3000, endMs: 9000, value: 2, of: 2 }),
    );
    const lines = dialogues(writeAss(cues, { ...PICTURE, from: 50, to: 100, lead: 100 })).filter(
      (line) => !isDrawing(line),
    );
    expect(lines.map((line) => [wordsOf(line), line.Start, line.End])).toEqual([
      ['1', 1.98, 4.98],
      ['of 2', 1.98, 4.98],
      ['2', 4.98, 5.98],
      ['of 2', 4.98, 5.98],
    ]);
  });

  it('takes the colours that it is given, blue first', () => {
    const ass = writeAss(placed(aCue('label', 'Slipway')), { ...PICTURE, colour: () => '#123456' });
    expect(ass).toContain(String.raw`\1c&H563412&`);
  });
});
