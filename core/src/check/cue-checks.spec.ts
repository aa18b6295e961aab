import { CUE_FIGURE_IDS, cueFigureSchema } from '../caution/cue-figure';
import type { PlacedCue } from '../cue/place';
import { CUE_STYLES, PEBBLE } from '../cue/styles';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import { aCue } from '../testing';
import { cueChecks } from './cue-checks';
import type { SeenCues } from './seen-cues';
import { CUE_PROFILE } from './cue-profile';

/** A cue that stands clear of everything, each kind in its own row. */
const ROWS: Partial<Record<CueKind, number>> = { count: 0.1, caption: 0.8, side: 0.3, form: 0.5, label: 0.2 };
function standing(kind: CueKind, text: string, change: Partial<PlacedCue> = {}): PlacedCue {
  const box = [0.1, ROWS[kind] ?? 0.6, 0.2, 0.05] as const;
  return { ...aCue(kind, text, change), box, lines: [text], type: 0.04, ...change };
}

function rules(cues: PlacedCue[], change: Partial<SeenCues> = {}): string[] {
  const seen: SeenCues = {
    ...{ cues, page: cues, style: PEBBLE, areas: [], edges: [], speech: [], rate: 25, overrides: [] },
    ...change,
  };
  return cueChecks(seen).map((one) => one.rule);
}

const lasting = (ms: number): Partial<PlacedCue> => ({ startMs: 0, endMs: ms });
const letters = (n: number): string => 'abcd '.repeat(n).slice(0, n);

describe('the checks of cues', () => {
  it('hold against published figures where there are any', () => {
    for (const id of CUE_FIGURE_IDS)
      expect(cueFigureSchema.safeParse({ id, value: CUE_PROFILE[id] }).success)
        .withContext(id)
        .toBeTrue();
    // Timed-text guides of broadcasters and streamers, from memory: 17 and 20 a second, 5/6 s, 7 s, 2 lines of 42.
    const { charactersPerSecond, saidPerSecond, leastMs, mostMs, lines, lineCharacters } = CUE_PROFILE;
    expect([charactersPerSecond, saidPerSecond, leastMs, mostMs, lines, lineCharacters]).toEqual([
      ...[17, 20, 833, 7000, 2, 42],
    ]);
    // WCAG 2.2: 1.4.3, 1.4.11, 2.3.1. ITU-R BT.1359-1, from memory: noticed beyond 45 ms early or 125 ms late.
    const { words, shapes, changesPerSecond, earlyMs, lateMs } = CUE_PROFILE;
    expect([words, shapes, changesPerSecond, earlyMs, lateMs]).toEqual([4.5, 3, 3, 45, 125]);
  });

  it('tell what is written from what is said: the one at 17 characters a second, the other at 20', () => {
    expect(rules([standing('form', letters(34), lasting(2000))])).toEqual([]);
    expect(rules([standing('form', letters(36), lasting(2000))])).toEqual(['cue-too-fast']);
    expect(rules([standing('caption', letters(40), lasting(2000))])).toEqual([]);
    expect(rules([standing('caption', letters(42), lasting(2000))])).toEqual(['cue-too-fast']);
  });

  it('tell what stands too short and too long; a side and a name stand as long as they hold', () => {
    expect(rules([standing('caption', 'Rest.', lasting(832))])).toEqual(['cue-too-short']);
    expect(rules([standing('caption', 'Rest.', lasting(834))])).toEqual([]);
    expect(rules([standing('form', 'Rest.', lasting(7001))])).toEqual(['cue-too-long']);
    expect(rules([standing('side', 'Your left', lasting(60_000))])).toEqual([]);
    expect(rules([standing('count', '1', lasting(400))])).toEqual([]);
  });

  it('tell lines that are too many or too long', () => {
    const lines = [letters(42), letters(42)];
    expect(rules([standing('caption', lines.join(' '), { ...lasting(6000), lines })])).toEqual([]);
    expect(rules([standing('caption', letters(44), { ...lasting(6000), lines: [letters(44)] })])).toEqual([
      'cue-lines',
    ]);
    expect(rules([standing('caption', 'a b c', { ...lasting(6000), lines: ['a', 'b', 'c'] })])).toEqual(['cue-lines']);
  });

  it('tell captions that stand at once, or flicker between each other', () => {
    const pair = (gap: number): PlacedCue[] => [
      standing('caption', 'One.', lasting(2000)),
      standing('caption', 'Two.', {
        key: 'p|s|caption|1',
        startMs: 2000 + gap,
        endMs: 4000 + gap,
        box: [0.5, 0.6, 0.2, 0.05],
      }),
    ];
    expect(rules(pair(0))).toEqual([]);
    expect(rules(pair(40))).toEqual(['cue-gap']);
    expect(rules(pair(80))).toEqual([]);
    expect(rules(pair(-100))).toEqual(['cue-at-once']);
  });

  it('tell numbers that change more than three times in any second (WCAG 2.2, 2.3.1)', () => {
    const counts = (every: number): PlacedCue[] =>
      Array.from({ length: 6 }, (_, i) =>
        standing('count', String(i + 1), { key: `p|s|count|${i}`, startMs: i * every, endMs: (i + 1) * every }),
      );
    expect(rules(counts(334))).toEqual([]);
    expect(rules(counts(300))).toEqual(['cue-flashes']);
  });

  it('tell what stands outside, over each other, over where she works, or while the film jumps', () => {
    expect(rules([standing('side', 'Your left', { box: [0.04, 0.3, 0.2, 0.05] })])).toEqual(['cue-unsafe']);
    expect(rules([standing('side', 'Your left', { box: [0.05, 0.9, 0.2, 0.05] })])).toEqual([]);
    expect(rules([standing('side', 'Your left'), standing('count', '1', { box: [0.2, 0.32, 0.2, 0.1] })])).toEqual([
      'cue-over-cue',
    ]);
    const areas = [
      { startMs: 500, endMs: 900, boxes: [[0.25, 0.3, 0.3, 0.3]] as [number, number, number, number][], seen: null },
    ];
    expect(rules([standing('side', 'Your left')], { areas })).toEqual(['cue-over-work']);
    expect(rules([standing('side', 'Your left', lasting(500))], { areas })).toEqual([]);
    expect(rules([standing('form', 'Rest.', lasting(2000))], { edges: [1000] })).toEqual(['cue-over-jump']);
    expect(rules([standing('form', 'Rest.', lasting(2000))], { edges: [2000] })).toEqual([]);
  });

  it('offer to give up a place that she chose, for as much as she chose it', () => {
    const areas = [
      { startMs: 0, endMs: 900, boxes: [[0.25, 0.3, 0.3, 0.3]] as [number, number, number, number][], seen: null },
    ];
    const cue = standing('side', 'Your left', { key: 'p|s|side|0', place: [0.1, 0.3] });
    const firstRepair = (overrides: CueOverride[], own = cue): unknown =>
      cueChecks({
        ...{ cues: [own], page: [], style: PEBBLE, areas, edges: [], speech: [], rate: 25, overrides },
      })[0]?.repairs[0]?.change;
    expect(firstRepair([{ key: 'side', place: [0.1, 0.3] }])).toEqual({ kind: 'clear_override', key: 'side' });
    expect(
      firstRepair([
        { key: 'side', place: [1, 1] },
        { key: 'p|s|side', place: [0.1, 0.3], hidden: false },
      ]),
    ).toEqual({ kind: 'set_override', override: { key: 'p|s|side', hidden: false } });
    const { place: _place, ...placed } = cue;
    expect(firstRepair([{ key: 'side', place: [1, 1] }], placed)).toEqual({
      ...{ kind: 'set_override', override: { key: 'p|s|side|0', hidden: true } },
    });
  });

  it('tell what is too small on an upright telephone, once for a kind', () => {
    const page = [0.03, 0.0305].map((type, i) => standing('side', 'Your left', { key: `p|s${i}|side|0`, type }));
    expect(rules([], { page })).toEqual(['cue-small']);
    expect(rules([], { page: page.map((cue) => ({ ...cue, type: 0.031 })) })).toEqual([]);
  });

  it('tell colours that nobody can tell apart, and find none in the styles that there are', () => {
    for (const style of CUE_STYLES) expect(rules([], { style })).withContext(style.name).toEqual([]);
    expect(rules([], { style: { ...PEBBLE, ink: '#8d8292' } })).toEqual(['cue-contrast']);
    // A plate that lets much through is made denser where it has to be.
    expect(rules([], { style: { ...PEBBLE, plateOpacity: 0.5 } })).toEqual([]);
  });

  it('tell when more than four things stand at once', () => {
    const kinds = ['label', 'side', 'count', 'form', 'caption'] as const;
    const all = kinds.map((kind) => standing(kind, 'Rest.', { ...lasting(2000), key: `p|s|${kind}|0` }));
    expect(rules(all.slice(0, 4))).toEqual([]);
    expect(rules(all)).toEqual(['cue-too-much']);
  });

  it('tell words that name the side that is not worked', () => {
    expect(rules([standing('side', 'Your right')])).toEqual(['cue-other-side']);
    expect(rules([standing('side', 'Left, not right')])).toEqual([]);
    expect(rules([standing('form', 'Bright and slow')])).toEqual([]);
    // What is said may name both.
    expect(rules([standing('caption', 'Then the right.')])).toEqual([]);
  });

  it('tell numbers that come beside the movement (ITU-R BT.1359-1, from memory)', () => {
    const beatsMs = [2000, 4000, 6000, 8000];
    const counted = (late: number): PlacedCue[] =>
      Array.from({ length: 5 }, (_, i) =>
        standing('count', String(i + 1), {
          ...{ key: `p|s|count|${i}`, value: i + 1, of: 5 },
          ...{ startMs: i === 0 ? 0 : 2000 * i + late, endMs: 2000 * (i + 1) + late },
        }),
      );
    expect([-45, 0, 125].map((late) => rules(counted(late), { beatsMs }))).toEqual([[], [], []]);
    expect(rules(counted(126), { beatsMs })).toEqual(['cue-beside-movement']);
    expect(rules(counted(-46), { beatsMs })).toEqual(['cue-beside-movement']);
    // Where nobody looked, nothing is said.
    expect(rules(counted(126))).toEqual([]);
  });

  it('tell talk of which nothing is written', () => {
    const captions = [standing('caption', 'Good morning.', lasting(2000))];
    expect(rules(captions, { speech: [[0, 5900]] })).toEqual([]);
    expect(rules(captions, { speech: [[0, 6100]] })).toEqual(['caption-hole']);
    expect(rules([], { speech: [[0, 9000]] })).toEqual([]);
  });

  it('offer what takes it away, with what she changed before', () => {
    const overrides = [{ key: 'p|s|caption|0', text: 'Rest.' }];
    const seen = { cues: [standing('caption', 'Rest.', lasting(500))], overrides };
    const [found] = cueChecks({ page: [], style: PEBBLE, areas: [], edges: [], speech: [], rate: 25, ...seen });
    expect(found!.repairs.at(-1)!.change).toEqual({
      kind: 'set_override',
      override: { key: 'p|s|caption|0', text: 'Rest.', hidden: true },
    });
  });
});
