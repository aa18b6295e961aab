import { exactly } from '../dose/dose';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import { aFilmedLesson, aLesson, aMove, aStep, reps } from '../testing';
import { type Cue } from './cue';
import { shownAt, trackOf } from './track';
import { deriveCues } from './derive';

function segment(id: string, startMs: number, endMs: number, change: Partial<Segment> = {}): Segment {
  return { id, takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs, endMs, beatsMs: [], ...change };
}

function cuesOf(step: Partial<MoveStep>, segments: Segment[], change: Partial<Lesson> = {}): readonly Cue[] {
  return deriveCues(aFilmedLesson({ steps: [aStep('a', step)], segments, ...change })).cues;
}

const of = (cues: readonly Cue[], kind: Cue['kind']): Cue[] => cues.filter((cue) => cue.kind === kind);
const shown = (cues: readonly Cue[]): string[] => cues.map((cue) => `${cue.text} ${cue.startMs}-${cue.endMs}`);

describe('counts', () => {
  it('change on the beats where there are any', () => {
    const cues = cuesOf({ dose: reps(3, 2000) }, [segment('s', 1000, 8000, { beatsMs: [3000, 4500, 7500] })]);
    expect(shown(of(cues, 'count'))).toEqual(['1 1000-3000', '2 3000-4500', '3 4500-8000']);
    expect(of(cues, 'count').every((cue) => cue.of === 3)).toBeTrue();
  });

  it('divide evenly where there are none', () => {
    const cues = cuesOf({ dose: reps(4, 2000) }, [segment('s', 0, 8000)]);
    expect(shown(of(cues, 'count'))).toEqual(['1 0-2000', '2 2000-4000', '3 4000-6000', '4 6000-8000']);
  });

  it('count what is there, not what was planned, once beats are marked', () => {
    const cues = cuesOf({ dose: reps(8, 1000) }, [
      segment('s', 0, 6000, { beatsMs: [1000, 2000, 3000, 4000, 5000, 6000] }),
    ]);
    expect(of(cues, 'count').length).toBe(6);
    expect(of(cues, 'count')[0]!.of).toBe(6);
  });

  it('are on screen from their first millisecond to before their last', () => {
    const cues = cuesOf({ dose: reps(2, 2000) }, [segment('s', 1000, 5000)]);
    const counts = (ms: number): string[] => of(shownAt(trackOf(cues), ms), 'count').map((cue) => cue.text);
    expect([counts(999), counts(1000), counts(2999), counts(3000), counts(4999), counts(5000)]).toEqual([
      ...[[], ['1'], ['1'], ['2'], ['2'], []],
    ]);
  });

  it('that begin together are listed by what they are: name, side, change, count, seconds, words', () => {
    const kinds = cuesOf({ dose: reps(2, 2000) }, [segment('s', 1000, 5000)], {
      overrides: [{ key: 'label', when: 'every' }],
    })
      .filter((cue) => cue.startMs === 1000)
      .map((cue) => cue.kind);
    expect(kinds).toEqual(['label', 'side', 'count']);
  });

  it('show every nth above three a second', () => {
    const cues = of(cuesOf({ dose: reps(12, 200) }, [segment('s', 0, 2400)]), 'count');
    expect(cues.map((cue) => cue.text)).toEqual(['2', '4', '6', '8', '10', '12']);
    for (const cue of cues) expect(cue.endMs - cue.startMs).toBeGreaterThanOrEqual(333);
  });

  it('take the right side’s own dose', () => {
    const cues = cuesOf({ dose: reps(8, 1000), rightDose: reps(5, 1000) }, [
      segment('s', 0, 8000),
      segment('r', 9000, 14_000, { side: 'right' }),
    ]);
    expect(of(cues, 'count').filter((cue) => cue.side === 'right').length).toBe(5);
  });

  it('keep their keys when times move', () => {
    const [a, b] = [segment('s', 0, 8000), segment('s', 500, 9000)].map((one) =>
      of(cuesOf({ dose: reps(4, 2000) }, [one]), 'count').map((cue) => cue.key),
    );
    expect(a).toEqual(b);
    expect(new Set(a).size).toBe(4);
  });

  it('share a step’s repetitions out when a side was filmed in two goes', () => {
    const cues = cuesOf({ dose: reps(3, 1000, 2, 5000) }, [segment('s', 0, 3000), segment('u', 8000, 11_000)]);
    expect(of(cues, 'count').map((cue) => cue.text)).toEqual(['1', '2', '3', '1', '2', '3']);
    expect(new Set(of(cues, 'count').map((cue) => cue.key)).size).toBe(6);
  });
});

describe('countdowns', () => {
  const hold = {
    form: 'hold' as const,
    reps: exactly(2),
    holdMs: exactly(3000),
    releaseMs: 1000,
    sets: exactly(1),
    restMs: 0,
  };

  it('count a hold’s seconds back, and say when it is let go', () => {
    const cues = of(cuesOf({ dose: hold }, [segment('s', 0, 8000, { kind: 'hold' })]), 'countdown');
    expect(shown(cues)).toEqual([
      '3 0-1000',
      '2 1000-2000',
      '1 2000-3000',
      'Let go 3000-4000',
      '3 4000-5000',
      '2 5000-6000',
      '1 6000-7000',
      'Let go 7000-8000',
    ]);
    expect(cues[3]).toEqual(jasmine.objectContaining({ value: 0, of: 3 }));
    // Over before it is read.
    const short = of(
      cuesOf({ dose: { ...hold, releaseMs: 600 } }, [segment('s', 0, 7200, { kind: 'hold' })]),
      'countdown',
    );
    expect(short.every((cue) => cue.value! > 0)).toBeTrue();
  });

  it('count nothing down that ends when a breath is out: such holds are counted', () => {
    const dose = {
      form: 'hold',
      reps: exactly(2),
      holdMs: exactly(4000),
      releaseMs: 1000,
      sets: exactly(1),
      restMs: 0,
    } as const;
    const open = cuesOf({ dose: { ...dose, open: true } }, [segment('s', 0, 10_000, { kind: 'hold' })]);
    expect(of(open, 'countdown')).toEqual([]);
    expect(of(open, 'count').length).toBe(2);
    const known = cuesOf({ dose }, [segment('s', 0, 10_000, { kind: 'hold' })]);
    expect(of(known, 'countdown').length).toBeGreaterThan(0);
  });

  it('follow a tempo that changes', () => {
    const dose = { ...reps(3, 3000), endTempoMs: 1000 } as ReturnType<typeof reps>;
    expect(shown(of(cuesOf({ dose }, [segment('s', 0, 6000)]), 'count'))).toEqual([
      '1 0-3000',
      '2 3000-5000',
      '3 5000-6000',
    ]);
  });

  it('give a timed dose its seconds left, each way', () => {
    const timed = { form: 'timed' as const, eachMs: exactly(2000), ways: 2 as const, sets: exactly(1), restMs: 0 };
    const cues = of(cuesOf({ dose: timed }, [segment('s', 0, 4000)]), 'countdown');
    expect(cues.map((cue) => cue.text)).toEqual(['2', '1', '2', '1']);
  });
});

describe('sides and names', () => {
  const segments = [
    segment('s', 0, 4000),
    segment('w', 4000, 6000, { kind: 'swap', side: 'right' }),
    segment('r', 6000, 10_000, { side: 'right' }),
  ];

  it('show the body’s own side while it is worked, and the change before it', () => {
    const cues = cuesOf({ dose: reps(2, 2000) }, segments, { overrides: [{ key: 'label', when: 'every' }] });
    expect(shown(of(cues, 'side'))).toEqual(['Your left 0-4000', 'Your right 6000-10000']);
    expect(shown(of(cues, 'swap'))).toEqual(['Now your right 4000-6000']);
    expect(shown(of(cues, 'label'))).toEqual(['Slipway 0-10000']);
  });

  it('announce the change over the last seconds when the footage leaves no swap', () => {
    const cues = cuesOf({ dose: reps(2, 2000) }, [
      segment('s', 0, 6000),
      segment('r', 6000, 10_000, { side: 'right' }),
    ]);
    expect(shown(of(cues, 'swap'))).toEqual(['Now your right 3000-6000']);
  });

  it('need no badge on the midline', () => {
    expect(
      of(cuesOf({ sidePlan: 'midline', dose: reps(2, 2000) }, [segment('s', 0, 4000, { side: 'midline' })]), 'side'),
    ).toEqual([]);
  });

  it('are the plan’s own while nothing is marked', () => {
    const { cues } = deriveCues(aLesson({ steps: [aStep('a', { dose: reps(2, 1000), sidePlan: 'left_right' })] }));
    expect(shown(of(cues, 'count'))).toEqual(['1 0-1000', '2 1000-2000', '1 2000-3000', '2 3000-4000']);
  });

  it('follow the assembly, not the take', () => {
    const cues = cuesOf({ dose: reps(2, 2000) }, [segment('s', 10_000, 14_000)], {
      assembly: [{ id: 'p', takeId: 't', fromMs: 9000, toMs: 20_000 }],
    });
    expect(shown(of(cues, 'count'))).toEqual(['1 1000-3000', '2 3000-5000']);
  });
});

describe('what is counted', () => {
  it('runs down to one where she wants it, and what is done stays what it is', () => {
    const cues = of(cuesOf({ dose: reps(3, 2000) }, [segment('s', 0, 6000)], { countsDown: true }), 'count');
    expect(cues.map(({ text, value }) => `${text}/${value}`)).toEqual(['3/1', '2/2', '1/3']);
  });

  it('begins anew with each set that was done in one go, and goes through where it was done otherwise', () => {
    const beats = (n: number): Partial<Segment> => ({ beatsMs: Array.from({ length: n }, (_, i) => (i + 1) * 1000) });
    const texts = (n: number): string[] =>
      of(cuesOf({ dose: reps(3, 1000, 2) }, [segment('s', 0, n * 1000, beats(n))]), 'count').map((cue) => cue.text);
    expect(texts(6)).toEqual(['1', '2', '3', '1', '2', '3']);
    expect(texts(5)).toEqual(['1', '2', '3', '4', '5']);
  });
});

describe('kinds of cues', () => {
  const steps = [aStep('a', { dose: reps(2, 2000) }), aStep('b', { dose: reps(2, 2000) })];
  const segments = [
    segment('s', 0, 4000),
    segment('r', 6000, 10_000, { side: 'right' }),
    segment('u', 12_000, 16_000, { stepId: 'b' }),
  ];
  const shownBy = (change: Partial<Lesson>, kind: Cue['kind']): string[] =>
    shown(of(deriveCues(aFilmedLesson({ steps, segments, ...change })).cues, kind));

  it('are counts, seconds, sides, changes and captions by themselves, and names for beginners', () => {
    const later = segments.map((one) => ({ ...one, startMs: one.startMs + 5000, endMs: one.endMs + 5000 }));
    const kinds = (level: Lesson['level']): string[] => [
      ...new Set(
        deriveCues(aFilmedLesson({ steps, segments: later, level, opening: 'Hello.' })).cues.map((cue) => cue.kind),
      ),
    ];
    expect(kinds('standard')).toEqual(jasmine.arrayWithExactContents(['count', 'side', 'swap', 'caption']));
    expect(kinds('gentle')).toEqual(jasmine.arrayWithExactContents(['count', 'side', 'swap', 'caption', 'label']));
  });

  it('are shown the first time that a move is done: not on its other side, and not in another step', () => {
    const sides = (when: 'first' | 'every' | 'never'): string[] =>
      shownBy({ overrides: [{ key: 'side', when }] }, 'side');
    expect(sides('every').length).toBe(3);
    expect(sides('first')).toEqual(['Your left 0-4000']);
    expect(sides('never')).toEqual([]);
    const other = [steps[0]!, aStep('b', { dose: reps(2, 2000), move: aMove({ id: 'another' }) })];
    expect(shownBy({ steps: other, overrides: [{ key: 'side', when: 'first' }] }, 'side').length).toBe(2);
  });

  it('number the moves that are done, and announce the next one', () => {
    const when = [
      { key: 'label', when: 'every' as const },
      { key: 'next', when: 'every' as const },
    ];
    expect(shownBy({ overrides: when }, 'label')).toEqual(['1 of 2: Slipway 0-10000', '2 of 2: Slipway 12000-16000']);
    expect(shownBy({ overrides: when }, 'next')).toEqual(['Next: Slipway 10000-12000']);
    // Without a pause before it, over the last seconds of what runs.
    const close = segments.map((one) => (one.id === 'u' ? { ...one, startMs: 10_000, endMs: 14_000 } : one));
    expect(shownBy({ segments: close, overrides: when }, 'next')).toEqual(['Next: Slipway 6000-10000']);
  });
});

describe('a long lesson', () => {
  it('derives cues whose keys are all different and whose times run forward', () => {
    const steps = Array.from({ length: 60 }, (_, i) =>
      aStep(`s${i}`, {
        move: aMove({ name: `Move ${i}` }),
        narration: { before: 'Say it, and show it.', during: '', after: 'Good.' },
      }),
    );
    const { cues } = deriveCues(aLesson({ steps, opening: 'Hello. And again hello.' }));
    expect(new Set(cues.map((cue) => cue.key)).size).toBe(cues.length);
    for (const cue of cues) expect(cue.endMs).toBeGreaterThan(cue.startMs);
    expect(shownAt(trackOf(cues), -1)).toEqual([]);
  });
});
