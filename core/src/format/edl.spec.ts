import smpte from 'smpte-timecode';
import { cutOf } from '../assembly/cut';
import { frameOfTimecode, type FrameRate } from '../time/frames';
import { parseEdl, writeEdl, type EditListed } from './edl';
import { FormatError } from './format-error';

const PAL: FrameRate = { numerator: 25, denominator: 1 };
const NTSC: FrameRate = { numerator: 30_000, denominator: 1001 };

function listed(frameRate = PAL, change: Partial<EditListed> = {}): EditListed {
  return {
    title: 'Before the early bulletin',
    // The first take, the second one, and the first again: as when something plays twice.
    cut: cutOf('full', [
      { id: 'a', takeId: 'window', fromMs: 2000, toMs: 5000 },
      { id: 'b', takeId: 'rope', fromMs: 0, toMs: 1480 },
      { id: 'c', takeId: 'window', fromMs: 2000, toMs: 63_040 },
    ]),
    takes: [
      { id: 'window', name: 'Take 1, window side', frameRate },
      { id: 'rope', name: 'Take 2, the ropes\nagain', frameRate },
    ],
    chapters: [{ startMs: 3000, endMs: 60_000, title: 'Slipway' }],
    ...change,
  };
}

describe('an edit list', () => {
  it('of three events has the timecodes that are worked out by hand (CMX 3600; SMPTE ST 12-1)', () => {
    // 2 s are 50 frames and 5 s 125; 1.48 s are 37; 63.04 s are 1,576, or a minute, three seconds and a frame.
    expect(writeEdl(listed()).split('\r\n')).toEqual([
      'TITLE: Before the early bulletin',
      'FCM: NON-DROP FRAME',
      '',
      '001  TAKE1    AA/V  C        00:00:02:00 00:00:05:00 01:00:00:00 01:00:03:00',
      '* FROM CLIP NAME: Take 1, window side',
      '002  TAKE2    AA/V  C        00:00:00:00 00:00:01:12 01:00:03:00 01:00:04:12',
      '* FROM CLIP NAME: Take 2, the ropes again',
      '* LOC: 01:00:03:00 YELLOW  Slipway',
      '003  TAKE1    AA/V  C        00:00:02:00 00:01:03:01 01:00:04:12 01:01:05:13',
      '* FROM CLIP NAME: Take 1, window side',
      '',
    ]);
  });

  it('counts in drop-frame where the rate has it, as smpte-timecode does', () => {
    const codes = [...writeEdl(listed(NTSC)).matchAll(/\d\d:\d\d:\d\d;\d\d/g)].map(([code]) => code);
    // Four an event, and one of the chapter.
    expect(codes.length).toBe(13);
    for (const code of codes) {
      expect(smpte(frameOfTimecode(code, NTSC), 29.97, true).toString()).toBe(code);
    }
    // 2 s are frame 60 (59.94), and 63.04 s frame 1,889: a minute and 89 frames, of which two labels were dropped.
    expect(codes.slice(-4, -2)).toEqual(['00:00:02;00', '00:01:03;01']);
  });

  it('is read back as it was written, at each rate', () => {
    for (const rate of [PAL, NTSC, { numerator: 24_000, denominator: 1001 }, { numerator: 60, denominator: 1 }]) {
      const { title, events } = parseEdl(writeEdl(listed(rate)), rate);
      expect(title).toBe('Before the early bulletin');
      expect(events.map(({ reel, clip }) => [reel, clip])).toEqual([
        ['TAKE1', 'Take 1, window side'],
        ['TAKE2', 'Take 2, the ropes again'],
        ['TAKE1', 'Take 1, window side'],
      ]);
      const ms = events.map(({ from, to }) =>
        [from, to].map((frame) => (1000 * frame * rate.denominator) / rate.numerator),
      );
      [2000, 5000, 0, 1480, 2000, 63_040].forEach((wanted, i) =>
        expect(Math.abs(ms.flat()[i]! - wanted)).toBeLessThanOrEqual((500 * rate.denominator) / rate.numerator),
      );
      // Each begins where the one before it ended.
      events.slice(1).forEach((one, i) => expect(one.at).toBe(events[i]!.at + events[i]!.to - events[i]!.from));
    }
  });

  it('of another program is read: sound and black are left out, and a colon where it drops frames', () => {
    const text = [
      'TITLE: Elsewhere',
      'FCM: DROP FRAME',
      '000001  BL       V     C        00:00:00:00 00:00:01:00 10:00:00:00 10:00:01:00',
      '000002  A001     V     C        00:01:00:02 00:01:02:02 10:00:01:00 10:00:03:00',
      '* FROM CLIP NAME: A001.MOV',
      '000003  A001     A     C        00:01:00:02 00:01:02:02 10:00:01:00 10:00:03:00',
    ].join('\n');
    expect(parseEdl(text, NTSC).events).toEqual([{ reel: 'A001', clip: 'A001.MOV', from: 1800, to: 1860, at: 0 }]);
  });

  it('that is broken says in which line, and why', () => {
    const line = '001  A AA/V  C        00:00:02:00 00:00:05:00 01:00:00:00 01:00:03:00';
    for (const [broken, words] of [
      [line.replace('00:00:05:00', '00:00:05'), /Line 2 begins like an event/],
      [line.replace('00:00:05:00', '00:00:05:30'), /Line 2: .*more frames than 25/],
      [line.replace('01:00:03:00', '01:00:04:00'), /In line 2 the two lengths differ/],
      [line.replace(' C ', ' D '), /Line 2 is no cut but “D”/],
    ] as const)
      expect(() => parseEdl(`TITLE: x\n${broken}`, PAL))
        .withContext(broken)
        .toThrowError(FormatError, words);
    expect(() => parseEdl('nothing of the kind', PAL)).toThrowError(FormatError, /no event/);
  });

  it('holds 999 pieces, and says so of a lesson with more', () => {
    const pieces = Array.from({ length: 1000 }, (_, i) => ({ id: `p${i}`, takeId: 'rope', fromMs: 0, toMs: 40 }));
    expect(() => writeEdl(listed(PAL, { cut: cutOf('full', pieces) }))).toThrowError(FormatError, /1000/);
    expect(parseEdl(writeEdl(listed(PAL, { cut: cutOf('full', pieces.slice(1)) })), PAL).events.length).toBe(999);
    expect(() => writeEdl(listed(PAL, { cut: cutOf('full', []) }))).toThrowError(FormatError, /Nothing plays/);
  });
});
