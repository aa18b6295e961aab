import { hex } from 'wcag-contrast';
import type { Lesson } from '../lesson/lesson.schema';
import { CUE_KINDS, type CueOverride } from '../lesson/override.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { SLOT } from './anchors';
import { deriveCues } from './derive';
import { FRAMES, sharedBy, type Box, type FrameName } from './frame';
import type { LightUnder } from './light-under';
import { ownPlaceOf } from './own-place';
import { placeCues, type PlacedCue } from './place';
import { CUE_STYLES, cueStyleOf, PEBBLE } from './styles';
import { workedAreas } from './worked-area';

const narration = {
  before: 'Take two drops of oil, warm them between the palms, and let the flat of the hand slide down the neck.',
  during: 'Slow on the way up, and let the hand float down. Teeth apart, shoulders low.',
  after: 'Well done.',
};
const lesson = aFilmedLesson({
  opening: 'Good morning. Before the early bulletin, five minutes for the jaw.',
  steps: [
    aStep('a', { dose: reps(5, 2000), narration }),
    aStep('b', { move: aMove({ id: 'n', name: 'Gull lift', region: 'cheek' }), dose: reps(24, 500), narration }),
  ],
  segments: [
    aSegment('i', 0, 6000, { kind: 'intro', stepId: null, side: null }),
    aSegment('w', 6000, 12_000, { kind: 'teach', side: null }),
    aSegment('s', 12_000, 22_000),
    aSegment('r', 24_000, 34_000, { side: 'right' }),
    aSegment('u', 40_000, 52_000, { stepId: 'b', side: 'both' }),
  ],
});
const FRAME_NAMES = Object.keys(FRAMES) as FrameName[];

function placed(name: FrameName, of: Lesson = lesson, style = cueStyleOf(of)): PlacedCue[] {
  const timeline = timelineOf(of)!;
  return placeCues(deriveCues(of, timeline).cues, style, FRAMES[name], workedAreas(of, timeline.passages));
}

const inside = (box: Box, around: Box): boolean => sharedBy(box, around) > 1 - 1e-3;

describe('places of cues', () => {
  for (const style of CUE_STYLES)
    for (const name of FRAME_NAMES) {
      it(`of ${style.name} in ${name} are inside the safe area, and clear of each other`, () => {
        const cues = placed(name, lesson, style);
        expect(cues.length).toBeGreaterThan(40);
        for (const cue of cues)
          expect(inside(cue.box, FRAMES[name].safe)).withContext(`${cue.key} ${cue.box.join()}`).toBeTrue();
        for (const a of cues)
          for (const b of cues)
            if (a.key < b.key && a.startMs < b.endMs && b.startMs < a.endMs)
              expect(sharedBy(a.box, b.box)).withContext(`${a.key} ${b.key} ${a.box.join()} ${b.box.join()}`).toBe(0);
      });
    }

  it('in a wide picture are clear of the head and of the hand, for counts and sides', () => {
    const timeline = timelineOf(lesson)!;
    const areas = workedAreas(lesson, timeline.passages);
    for (const cue of placed('16:9'))
      if (cue.kind === 'count' || cue.kind === 'side')
        for (const area of areas)
          if (area.startMs < cue.endMs && cue.startMs < area.endMs)
            for (const box of area.boxes) expect(sharedBy(cue.box, box)).withContext(cue.key).toBe(0);
  });

  it('of notes are clear of both hands', () => {
    const move = aMove({ id: 'n', region: 'cheek', framing: 'face', feltAt: 'Where the hands are, and nowhere else.' });
    const both = aFilmedLesson({
      steps: [aStep('b', { move, dose: reps(24, 500) })],
      segments: [aSegment('u', 0, 12_000, { stepId: 'b', side: 'both' })],
      overrides: CUE_KINDS.map((key) => ({ key, when: 'every' as const })),
    });
    const [area] = workedAreas(both, timelineOf(both)!.passages);
    const notes = placed('16:9', both).filter(({ kind }) => SLOT[kind] === 'note');
    expect(area!.boxes.length).toBe(3);
    expect(notes.map(({ text }) => text)).toContain(move.feltAt);
    for (const { key, box } of notes)
      for (const taken of area!.boxes) expect(sharedBy(box, taken)).withContext(key).toBe(0);
  });

  it('on the upright page leave the film alone', () => {
    for (const cue of placed('page')) expect(sharedBy(cue.box, FRAMES.page.film)).withContext(cue.key).toBe(0);
  });

  it('are one for a passage: a count does not jump about', () => {
    for (const name of FRAME_NAMES) {
      const counts = placed(name).filter((cue) => cue.kind === 'count' && cue.key.startsWith('p|s|'));
      expect(new Set(counts.map((cue) => cue.box.join())).size).toBe(1);
    }
  });

  it('give way to what is handed in', () => {
    const timeline = timelineOf(lesson)!;
    const { cues } = deriveCues(lesson, timeline);
    const usual = placed('16:9').find((cue) => cue.key === 'p|s|count|0')!;
    const taken = [{ startMs: 12_000, endMs: 22_000, boxes: [usual.box], seen: null }];
    const moved = placeCues(cues, PEBBLE, FRAMES['16:9'], taken).find((cue) => cue.key === 'p|s|count|0')!;
    expect(sharedBy(moved.box, usual.box)).toBe(0);
    const later = placeCues(cues, PEBBLE, FRAMES['16:9'], [{ ...taken[0]!, startMs: 60_000, endMs: 70_000 }]);
    expect(later.find((cue) => cue.key === 'p|s|count|0')!.box).toEqual(usual.box);
  });

  it('are where she wants them, in every shape of picture, and where it is wide the others make room', () => {
    const own = (override: CueOverride): Lesson => ({ ...lesson, overrides: [override] });
    for (const name of FRAME_NAMES) {
      const usual = placed(name);
      const { safe } = FRAMES[name];
      const wanted = placed(name, own({ key: 'p|s|count', place: [0.5, 1] }));
      const counts = wanted.filter((cue) => cue.key.startsWith('p|s|count'));
      expect(counts.length).toBe(5);
      for (const { box } of counts) {
        expect(box[0] + box[2] / 2).toBeCloseTo(safe[0] + safe[2] / 2, 4);
        expect(box[1] + box[3]).toBeCloseTo(safe[1] + safe[3], 4);
      }
      for (const a of wanted)
        for (const b of counts)
          if (name === '16:9' && a !== b && a.startMs < b.endMs && b.startMs < a.endMs)
            expect(sharedBy(a.box, b.box)).withContext(`${name} ${a.key}`).toBe(0);
      // Elsewhere nothing changes for it.
      const elsewhere = (cues: PlacedCue[]) => cues.filter((cue) => cue.startMs >= 40_000).map((cue) => cue.box);
      expect(elsewhere(wanted)).toEqual(elsewhere(usual));
    }
  });

  it('stay for the others of a passage when one of them is moved a little', () => {
    const usual = placed('16:9');
    const [first, second] = usual.filter((cue) => cue.key.startsWith('p|s|count'));
    const { box } = second!;
    const place = ownPlaceOf([box[0] - 0.02, box[1] + 0.02, box[2], box[3]], FRAMES['16:9']);
    const moved = placed('16:9', { ...lesson, overrides: [{ key: second!.key, place }] });
    const now = (key: string): Box => moved.find((cue) => cue.key === key)!.box;
    expect(now(first!.key)).toEqual(first!.box);
    expect(now(second!.key)[0]).toBeCloseTo(box[0] - 0.02, 2);
    expect(now(second!.key)[1]).toBeCloseTo(box[1] + 0.02, 2);
  });

  it('that are wanted are found again in a box, and never leave the safe area', () => {
    for (const name of FRAME_NAMES)
      for (const place of [
        [0, 0],
        [1, 1],
        [0.25, 0.75],
      ] as const) {
        const cues = placed(name, { ...lesson, overrides: [{ key: 'label', when: 'every', place }] });
        const cue = cues.find(({ kind }) => kind === 'label');
        expect(inside(cue!.box, FRAMES[name].safe)).toBeTrue();
        const found = ownPlaceOf(cue!.box, FRAMES[name]);
        expect(found[0]).toBeCloseTo(place[0], 2);
        expect(found[1]).toBeCloseTo(place[1], 2);
      }
    expect(ownPlaceOf([-3, 7, 0.1, 0.1], FRAMES['16:9'])).toEqual([0, 1]);
    expect(ownPlaceOf([0.1, 0, 0.9, 0.9], FRAMES['16:9'])).toEqual([0.5, 0.5]);
  });

  it('follow the side that is worked where the picture is not a mirror', () => {
    const seen = (pictureLeft: 'left' | 'right'): Box => {
      const of = { ...lesson, takes: [{ ...lesson.takes[0]!, pictureLeft }] };
      const timeline = timelineOf(of)!;
      const [, , left] = workedAreas(of, timeline.passages);
      return left!.boxes[left!.boxes.length - 1]!;
    };
    expect(seen('left')[0]).toBeLessThan(0.5);
    expect(seen('right')[0]).toBeGreaterThan(0.5);
  });

  it('are smaller where nothing is free for them as they are, if that is enough', () => {
    const { cues } = deriveCues(lesson);
    const ofCount = (all: readonly PlacedCue[]): PlacedCue => all.find((cue) => cue.key.startsWith('p|s|count'))!;
    const { box: usual, type } = ofCount(placeCues(cues, PEBBLE, FRAMES['16:9'], []));
    /** At both edges a column is left that is so much of what a count takes. */
    const beside = (part: number): { all: PlacedCue[]; count: PlacedCue; covered: number } => {
      const from = 0.05 + part * usual[2];
      const taken: Box = [from, 0, 1 - 2 * from, 1];
      const all = placeCues(cues, PEBBLE, FRAMES['16:9'], [{ startMs: 0, endMs: 60_000, boxes: [taken], seen: null }]);
      return { all, count: ofCount(all), covered: sharedBy(ofCount(all).box, taken) };
    };
    expect(beside(1.01).count.type).toBe(type);
    const tight = beside(0.9);
    expect(tight.count.type).toBeCloseTo(0.8 * type, 9);
    expect(tight.covered).toBe(0);
    for (const a of tight.all)
      for (const b of tight.all)
        if (a.key < b.key && a.startMs < b.endMs && b.startMs < a.endMs)
          expect(sharedBy(a.box, b.box)).withContext(`${a.key} ${b.key}`).toBe(0);
    // Where it is not, they are as large as ever, and it is told.
    expect(beside(0.5).count.type).toBe(type);
    expect(beside(0.5).covered).toBeGreaterThan(0);
  });

  it('have a denser plate where the picture would shine through, the same for as long as a passage lasts', () => {
    const { cues } = deriveCues(lesson);
    const through = { ...PEBBLE, plateOpacity: 0.5 };
    const onto = (light: LightUnder, style = through): PlacedCue[] => placeCues(cues, style, FRAMES['16:9'], [], light);
    for (const cue of onto(() => [0, 10])) expect(cue.plate).toBe(0.5);
    for (const cue of onto(() => [0, 255])) expect(cue.plate).toBeGreaterThan(0.6);
    // From 16 s on, in the middle of a passage, it is bright.
    const counts = onto((_, startMs, endMs) => (startMs < 22_000 && endMs > 16_000 ? [0, 255] : [0, 10])).filter(
      (cue) => cue.kind === 'count',
    );
    const denser = new Set(counts.filter((cue) => cue.key.startsWith('p|s|')).map((cue) => cue.plate));
    expect([...denser].every((plate) => plate! > 0.6) && denser.size === 1).toBeTrue();
    expect(counts.filter((cue) => cue.key.startsWith('p|u|')).every((cue) => cue.plate === 0.5)).toBeTrue();
    expect(onto(() => [0, 255], PEBBLE).every((cue) => cue.plate === undefined)).toBeTrue();
  });

  it('set words in the place of a figure smaller until they fit', () => {
    const own = { ...lesson, overrides: [{ key: 'p|s|count|0', text: 'and one more' }] };
    const [worded, figure] = placed('16:9', own).filter((cue) => cue.key.startsWith('p|s|count'));
    expect(worded!.box).toEqual(figure!.box);
    expect(worded!.type).toBeLessThan(figure!.type);
  });
});

describe('styles', () => {
  // WCAG 2.2, 1.4.3; judge: wcag-contrast. A plate lets a little through: the worst ground is white or black.
  const over = (plate: string, opacity: number, ground: number): string =>
    `#${[1, 3, 5]
      .map((at) => Math.round(parseInt(plate.slice(at, at + 2), 16) * opacity + ground * (1 - opacity)))
      .map((part) => part.toString(16).padStart(2, '0'))
      .join('')}`;

  for (const style of CUE_STYLES)
    it(`${style.name} can be read on any footage`, () => {
      for (const ground of [0, 255]) {
        const plate = over(style.plate, style.plateOpacity, ground);
        for (const tone of [style.ink, style.soft]) expect(hex(tone, plate)).toBeGreaterThanOrEqual(4.5);
        for (const tone of [style.accent, style.rest])
          expect(hex(tone, plate)).withContext(tone).toBeGreaterThanOrEqual(3);
      }
      expect(hex(style.accentInk, style.accent)).toBeGreaterThanOrEqual(4.5);
    });

  it('differ', () => {
    expect(new Set(CUE_STYLES.map((style) => style.count)).size).toBe(3);
  });
});
