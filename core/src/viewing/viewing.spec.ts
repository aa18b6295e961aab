import { wilson } from '../insight/wilson';
import { stepsOverall, watching } from '../insight/watching';
import { checkDocument } from '../document/document';
import { unionSpans, type Span } from '../time/spans';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { showCues } from '../cue/show';
import { mediaOf, NotReadyError, publish } from './publish';
import { publishedDocument } from './published.document';
import { eventSchema, parseEvents } from './event.schema';
import { COMPLETED_FROM, playedOf } from './played';
import {
  addToRollup,
  emptyRollup,
  NOTHING_WATCHED,
  stepState,
  subtractRollup,
  type Rollup,
  type StepState,
  type Watched,
} from './rollup';
import { soundsSerious } from './serious';
import { countViewings, emptySums, sumsOfCut } from './sums.document';

const beat = (id: string, fromMs: number, toMs: number, kind: 'played' | 'seek' = 'played') => ({
  id,
  kind,
  fromMs,
  toMs,
});

describe('played spans', () => {
  it('count an event once, in any order, and only heartbeats', () => {
    const events = [
      beat('a', 0, 5000),
      beat('c', 9000, 12_000),
      beat('b', 4000, 6000),
      beat('a', 0, 5000),
      beat('s', 6000, 9000, 'seek'),
    ];
    const { spans, watchedMs, completion } = playedOf(events, 10_000);
    expect(spans).toEqual([
      [0, 6000],
      [9000, 10_000],
    ]);
    expect(watchedMs).toBe(7000);
    expect(completion).toBeCloseTo(0.7, 12);
    expect(playedOf([...events].reverse(), 10_000)).toEqual(playedOf(events, 10_000));
  });

  it('come in stretches that go forward by at most ten seconds; every other event may jump', () => {
    const event = (kind: string, fromMs: number, toMs: number): object => ({
      ...{ id: '019AC000-0000-7000-8000-0000000000BB', viewingId: '11111111-1111-4111-8111-11111111111A' },
      ...{ kind, fromMs, toMs, wallMs: 1 },
    });
    const taken = (kind: string, from: number, to: number): boolean =>
      eventSchema.safeParse(event(kind, from, to)).success;
    expect([taken('played', 5000, 15_000), taken('played', 5000, 15_001)]).toEqual([true, false]);
    expect([taken('played', 5000, 5001), taken('played', 5000, 5000), taken('played', 5000, 4999)]).toEqual([
      ...[true, false, false],
    ]);
    expect([taken('seek', 60_000, 0), taken('opened', 0, 0)]).toEqual([true, true]);
    const { events, refused } = parseEvents([event('played', 0, 1), event('played', 1, 0), null]);
    // Ids are the same however they are written.
    expect(events.map(({ id, viewingId }) => [id, viewingId])).toEqual([
      ['019ac000-0000-7000-8000-0000000000bb', '11111111-1111-4111-8111-11111111111a'],
    ]);
    expect(refused.map((one) => one.index)).toEqual([1, 2]);
    expect(refused[0]!.reason).toContain('10000 ms');
  });

  it('of a lesson without length are nothing', () => {
    expect(playedOf([beat('a', 0, 5)], 0)).toEqual({ spans: [], watchedMs: 0, completion: 0 });
  });
});

describe('the sums of a cut', () => {
  const durationMs = 10_500;
  const steps = [
    { stepId: 'a', startMs: 1000, endMs: 5000 },
    { stepId: 'b', startMs: 5000, endMs: 10_000 },
  ];
  const cut = { id: 'full', durationMs, steps };
  const short = { ...cut, durationMs: 10_000 };
  const spans = (...list: Span[]): Watched => ({ spans: list, hurtMs: [] });
  let state = 11;
  const random = (most: number): number => (state = (state * 48_271) % 2_147_483_647) % most;
  /** Each a list of stretches; some are followed by a skip because it hurt. */
  const viewings = Array.from({ length: 40 }, () =>
    Array.from({ length: 1 + random(9) }, (): Watched => {
      const from = random(9000);
      const to = from + random(4000);
      return { spans: [[from, to]], hurtMs: random(4) === 0 ? [to] : [] };
    }),
  );

  /** The same sums, counted millisecond by millisecond. */
  function plainly(): Rollup {
    const bins = Math.ceil(durationMs / 1000);
    const zeros = (length: number): number[] => new Array<number>(length).fill(0);
    const sums = {
      covered: zeros(bins),
      replayed: zeros(bins),
      furthest: zeros(bins),
      entered: zeros(2),
      finished: zeros(2),
      hurt: zeros(2),
    };
    let [completed, watchedMs] = [0, 0];
    for (const viewing of viewings) {
      const times = zeros(durationMs);
      for (const [[from, to]] of viewing.map((one) => one.spans as [Span]))
        for (let ms = from; ms < Math.min(to, durationMs); ms++) times[ms]! += 1;
      times.forEach((count, ms) => {
        if (count > 0) sums.covered[Math.floor(ms / 1000)]! += 1;
        if (count > 1) sums.replayed[Math.floor(ms / 1000)]! += count - 1;
      });
      const played = times.filter((count) => count > 0).length;
      watchedMs += played;
      completed += played >= 0.9 * durationMs ? 1 : 0;
      const last = times.findLastIndex((count) => count > 0);
      if (last >= 0) sums.furthest[Math.floor(last / 1000)]! += 1;
      steps.forEach(({ startMs, endMs }, i) => {
        const inside = times.slice(startMs, endMs);
        if (inside.filter((count) => count > 0).length < 1000) return;
        sums.entered[i]! += 1;
        const toTheEnd = startMs + inside.findLastIndex((count) => count > 0) + 1 >= endMs - 500;
        const hurt = viewing.some((one) => one.hurtMs.some((ms) => startMs <= ms && ms < endMs));
        if (toTheEnd || (!hurt && last >= endMs)) sums.finished[i]! += 1;
        else if (hurt) sums.hurt[i]! += 1;
      });
    }
    return { viewings: viewings.length, completed, watchedMs, ...sums };
  }

  it('are the same however the events were batched', () => {
    const sums = emptyRollup(cut);
    for (const viewing of viewings) {
      let known = NOTHING_WATCHED;
      viewing.forEach((one, i) => (known = addToRollup(sums, cut, known, one, i === 0)));
      expect(known.spans).toEqual(
        unionSpans(viewing.map(({ spans: [one] }): Span => [one![0], Math.min(one![1], durationMs)])),
      );
    }
    expect(sums).toEqual(plainly());
    expect(sums.hurt.some((n) => n > 0)).toBeTrue();
    const whole = emptyRollup(cut);
    for (const viewing of viewings) {
      const all = { spans: viewing.flatMap((one) => one.spans), hurtMs: viewing.flatMap((one) => one.hurtMs) };
      addToRollup(whole, cut, NOTHING_WATCHED, all, true);
    }
    expect(whole).toEqual(plainly());
  });

  it('tell what became of a step, to the millisecond', () => {
    const of = (step: (typeof steps)[0], ...list: Span[]): StepState => stepState(spans(...list), step);
    const [step] = steps as [(typeof steps)[0]];
    expect([of(step, [0, 2000]), of(step, [0, 1999])]).toEqual(['left', 'none']);
    expect([of(step, [0, 4500]), of(step, [0, 4499])]).toEqual(['finished', 'left']);
    expect(of(step, [6000, 9000])).toBe('none');
    // Of a step that is shorter than two seconds, half is enough.
    const brief = { stepId: 's', startMs: 0, endMs: 600 };
    expect([of(brief, [0, 50]), of(brief, [0, 300]), of(brief, [0, 299])]).toEqual(['none', 'finished', 'none']);
  });

  it('tell a skip from a leaving: whoever goes on did not leave, and whom it hurt least of all', () => {
    const [step] = steps as [(typeof steps)[0]];
    const some: Span = [1000, 3000];
    expect(stepState(spans(some, [5000, 5001]), step)).toBe('finished');
    expect(stepState(spans(some, [4000, 4100]), step)).toBe('left');
    expect(stepState({ spans: [some], hurtMs: [3000] }, step)).toBe('hurt');
    expect(stepState({ spans: [some, [6000, 7000]], hurtMs: [3000] }, step)).toBe('hurt');
    // It hurt somewhere else; and it hurt, but the step was played to its end.
    expect(stepState({ spans: [some], hurtMs: [5000] }, step)).toBe('left');
    expect(stepState({ spans: [[1000, 5000]], hurtMs: [3000] }, step)).toBe('finished');
    const sums = emptyRollup(cut);
    addToRollup(sums, cut, NOTHING_WATCHED, { spans: [some], hurtMs: [3000] }, true);
    expect(watching(sums, cut).steps[0]).toEqual(
      jasmine.objectContaining({ entered: 1, hurt: 1, dropOff: wilson(0, 1) }),
    );
  });

  it('make figures that a person can check by hand', () => {
    // Four viewings of ten seconds: one whole, one left half way, one that skipped the middle, one that never played.
    const sums = emptyRollup(short);
    const add = (...list: Span[]): void => void addToRollup(sums, short, NOTHING_WATCHED, spans(...list), true);
    add([0, 10_000]);
    add([0, 4000], [1000, 2000]);
    add([0, 2000], [8000, 10_000]);
    add();
    const figures = watching(sums, short);
    expect(figures.completed).toEqual(wilson(1, 4));
    expect(figures.retention.map((point) => point.share.k)).toEqual([4, 3, 3, 3, 2, 2, 2, 2, 2, 2, 2]);
    expect(figures.skipped[3]).toBeCloseTo(0.25, 12);
    expect(figures.skipped[9]).toBeCloseTo(0, 12);
    expect(figures.replayed[1]).toBeCloseTo(0.25, 12);
    expect(figures.replayed[0]).toBe(0);
    expect(figures.steps[0]).toEqual(jasmine.objectContaining({ entered: 3, dropOff: wilson(1, 3) }));
    expect(figures.steps[1]!.entered).toBe(2);
    expect(figures.steps[1]!.completion).toBeCloseTo((1 + 0.4) / 4, 12);
    expect(figures.meanWatchedMs).toBe((10_000 + 4000 + 4000) / 4);
  });

  it('count a viewing as completed from nine tenths of the lesson on, to the millisecond', () => {
    const completed = (list: Span[]): number => {
      const sums = emptyRollup(short);
      addToRollup(sums, short, NOTHING_WATCHED, spans(...list), true);
      return sums.completed;
    };
    expect(completed([[0, 9000]])).toBe(1);
    expect(completed([[0, 8999]])).toBe(0);
    expect(completed([[1000, 10_000]])).toBe(1);
    // Played twice counts once.
    const twice: Span[] = [
      [0, 8000],
      [2000, 8000],
    ];
    expect(completed(twice)).toBe(0);
    expect(COMPLETED_FROM).toBe(0.9);
  });

  it('lose exactly what one viewing had given when it is taken out', () => {
    const one = spans([0, 10_500], [2000, 4000]);
    const alone = emptyRollup(cut);
    addToRollup(alone, cut, NOTHING_WATCHED, one, true);
    expect([alone.viewings, alone.completed, alone.watchedMs, alone.replayed[2], alone.entered]).toEqual([
      ...[1, 1, 10_500, 1000],
      [1, 1],
    ]);
    const with_ = plainly();
    addToRollup(with_, cut, NOTHING_WATCHED, one, true);
    subtractRollup(with_, alone);
    expect(with_).toEqual(plainly());
    // What was never there leaves nothing below nothing.
    const nobody = emptyRollup(cut);
    subtractRollup(nobody, alone);
    expect(nobody).toEqual(emptyRollup(cut));
  });

  it('of a step add up over cuts: who entered, skipped and left, and its played share by viewings', () => {
    const practice = { id: 'practice', durationMs: 5000, steps: [{ stepId: 'b', startMs: 0, endMs: 5000 }] };
    const [full, other] = [emptyRollup(cut), emptyRollup(practice)];
    addToRollup(full, cut, NOTHING_WATCHED, spans([0, 10_500]), true);
    addToRollup(full, cut, NOTHING_WATCHED, { spans: [[0, 6500]], hurtMs: [6500] }, true);
    addToRollup(other, practice, NOTHING_WATCHED, spans([0, 2500]), true);
    const [a, b] = stepsOverall([watching(full, cut), watching(other, practice)]);
    expect(a).toEqual({ stepId: 'a', entered: 2, hurt: 0, dropOff: wilson(0, 2), completion: 1 });
    expect([b!.entered, b!.hurt, b!.dropOff]).toEqual([3, 1, wilson(1, 3)]);
    expect(b!.completion).toBeCloseTo((5000 + 1500 + 2500) / (3 * 5000), 12);
  });

  it('of a version count the viewings of all its cuts', () => {
    const sums = emptySums();
    addToRollup(sumsOfCut(sums, cut), cut, NOTHING_WATCHED, spans([0, 1000]), true);
    addToRollup(sumsOfCut(sums, { ...cut, id: 'practice' }), cut, NOTHING_WATCHED, spans([0, 1000]), true);
    addToRollup(sumsOfCut(sums, { ...cut, id: 'practice' }), cut, NOTHING_WATCHED, spans([0, 1000]), true);
    countViewings(sums);
    expect([sums.viewings, sums.cuts['practice']!.viewings]).toEqual([3, 2]);
  });

  it('of nobody are quiet', () => {
    const figures = watching(emptyRollup(short), short);
    expect(figures.viewings).toBe(0);
    expect(figures.completed.n).toBe(0);
    expect(figures.retention.every((point) => Number.isFinite(point.share.share))).toBeTrue();
  });
});

describe('Wilson intervals', () => {
  // Newcombe 1998, table I, method 3 (memory): 95 %.
  const tabled: readonly [number, number, number, number][] = [
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ];

  it('equal the published table', () => {
    for (const [k, n, low, high] of tabled) {
      const interval = wilson(k, n);
      expect(interval.low).withContext(`${k}/${n}`).toBeCloseTo(low, 4);
      expect(interval.high).withContext(`${k}/${n}`).toBeCloseTo(high, 4);
    }
  });

  it('mirror each other, and know nothing of nobody', () => {
    expect(wilson(20, 20).low).toBeCloseTo(1 - wilson(0, 20).high, 12);
    expect(wilson(0, 0)).toEqual({ k: 0, n: 0, share: 0, low: 0, high: 1 });
  });

  it('refuse impossible counts', () => {
    for (const [k, n] of [
      [5, 4],
      [-1, 4],
      [1.5, 4],
      [0, -1],
    ] as const)
      expect(() => wilson(k, n)).toThrowError(RangeError);
  });
});

describe('a frozen version', () => {
  const segment = {
    id: 's',
    takeId: 't',
    kind: 'reps' as const,
    stepId: 'a',
    side: 'left' as const,
    startMs: 1000,
    endMs: 5000,
    beatsMs: [],
  };

  it('has nothing of the room beside a log, and no word on how a take is', () => {
    const sources = (['picture', 'sound', 'log'] as const).map((role) => ({ mediaId: role, role, offsetMs: 0 }));
    const lesson = aFilmedLesson({ steps: [aStep('a')], segments: [aSegment('s', 0, 5000)] });
    const takes = [{ ...lesson.takes[0]!, sources, rating: 'poor' as const, note: 'gulls' }];
    const published = publish({ ...lesson, takes }, 'v');
    expect(mediaOf(published)).toEqual(['picture', 'sound']);
    expect(JSON.stringify(published)).not.toMatch(/gulls|poor/);
  });

  it('freezes where she was seen to work, and films of it in any shape keep that free', () => {
    const lesson = aFilmedLesson({ steps: [aStep('a', { dose: reps(2, 2000) })], segments: [segment] });
    const face = (x: number) => ({ atMs: 0, box: [x, 0.2, 0.2, 0.4] as [number, number, number, number], outline: [] });
    const seenOn = () => ({ faces: [face(0.1)], sceneChangesMs: [], motion: null, light: null });
    const [full] = publish(lesson, 'v', { seenOn }).cuts;
    const [usual] = publish(lesson, 'v').cuts;
    expect(full!.areas!.every((area) => area.boxes[0]![0] < 0.1)).toBeTrue();
    expect(full!.areas).not.toEqual(usual!.areas);
    for (const frame of ['16:9', '9:16'] as const) {
      const { cues, areas } = full!;
      const placed = showCues(lesson, { cues, areas: areas!, frame }).cues;
      expect(placed.map(({ box }) => box)).toEqual(showCues(lesson, { seenOn, frame }).cues.map(({ box }) => box));
      if (frame === '16:9') expect(placed.map(({ box }) => box)).toEqual(cues.map(({ wide }) => wide.box));
    }
    expect(() => checkDocument(publishedDocument, publish(lesson, 'v', { seenOn }))).not.toThrow();
  });

  it('holds what viewers need and none of the instructor’s words to herself', () => {
    const lesson = aFilmedLesson({
      concern: 'private note',
      steps: [aStep('a', { dose: reps(2, 2000) }), aStep('unfilmed')],
      segments: [segment],
    });
    const published = publish(lesson, 'v');
    expect(published.steps.map((step) => step.id)).toEqual(['a']);
    expect(published.cuts[0]!.durationMs).toBe(60_000);
    expect(published.cuts[0]!.cautions.some((words) => words.startsWith('Neck:'))).toBeTrue();
    expect(JSON.stringify(published)).not.toContain('private note');
  });

  it('holds every cut of it, each with its own cues and its media', () => {
    const source = (mediaId: string) => ({ mediaId, role: 'picture' as const, offsetMs: 0 });
    const [take] = aFilmedLesson().takes;
    const lesson = aFilmedLesson({
      steps: [aStep('a', { dose: reps(2, 2000) }), aStep('b', { dose: reps(2, 2000) })],
      takes: [
        { ...take!, sources: [source('one')] },
        { ...take!, id: 'u', pictureLeft: 'right', sources: [source('two'), { ...source('voice'), role: 'sound' }] },
        { ...take!, id: 'unused', sources: [source('three')] },
      ],
      segments: [segment, { ...segment, id: 'r', takeId: 'u', stepId: 'b', side: 'right' }],
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 6000 },
        { id: 'q', takeId: 'u', fromMs: 500, toMs: 6000 },
        { id: 'r', takeId: 't', fromMs: 1000, toMs: 5000 },
      ],
    });
    const published = publish(
      {
        ...lesson,
        voiceOver: [
          { id: 'o', stepId: 'a', side: null, part: 'during', mediaId: 'over', fromMs: 0, toMs: 900, gainDb: 0 },
        ],
      },
      'v',
    );
    expect(published.cuts.map(({ id, durationMs }) => [id, durationMs])).toEqual([
      ['full', 15_500],
      ['practice', 12_000],
      ['step:a', 8000],
      ['step:b', 4000],
    ]);
    expect(mediaOf(published)).toEqual(['one', 'two', 'voice', 'over']);
    expect(published.takes.map((one) => one.pictureLeft)).toEqual(['left', 'right']);
    expect(published.cuts[0]!.steps.map((run) => run.stepId)).toEqual(['a', 'b', 'a']);
    for (const cut of published.cuts.slice(0, 2))
      expect(cut.cues.filter((cue) => cue.kind === 'count').map((cue) => `${cue.stepId}${cue.text}`)).toEqual([
        ...['a1', 'a2', 'b1', 'b2', 'a1', 'a2'],
      ]);
    checkDocument(publishedDocument, published);
  });

  it('warns before neck, jaw, eye, breath and cold', () => {
    const regionsOf = (change: Parameters<typeof aMove>[0]): string[] =>
      publish(aFilmedLesson({ steps: [aStep('a', { move: aMove(change) })], segments: [segment] }), 'v').cuts[0]!
        .cautions;
    expect(regionsOf({ region: 'jaw', pressure: 'medium' }).join()).toContain('Jaw pain');
    expect(regionsOf({ region: 'eye' }).join()).toContain('contact lenses out');
    expect(regionsOf({ region: 'cheek', action: 'puff' }).join()).toContain('dizzy');
    expect(regionsOf({ region: 'cheek', tool: 'spoon', temperature: 'cold' }).join()).toContain('Raynaud');
    expect(regionsOf({ region: 'cheek', cautions: ['Own word.'], name: 'Gull' }).join()).toContain('Own word (Gull).');
    expect(regionsOf({ region: 'forehead' }).join()).not.toContain('Neck:');
  });

  it('says what is missing', () => {
    expect(() => publish(aFilmedLesson({ assembly: [] }), 'v')).toThrowError(NotReadyError);
    expect(() => publish(aFilmedLesson({ steps: [aStep('a')] }), 'v')).toThrowError(/No step is marked/);
  });
});

describe('words about discomfort', () => {
  it('that call for a professional are recognised', () => {
    for (const words of [
      'I felt dizzy',
      'my jaw is stuck',
      'a sharp pain behind the eye',
      'it went numb',
      'double vision for a while',
      'locked jaw',
    ])
      expect(soundsSerious(words)).withContext(words).toBeTrue();
    for (const words of [
      'a bit sore',
      'too much pressure',
      'I cannot see how this helps',
      'my skin was red for a minute',
    ])
      expect(soundsSerious(words)).withContext(words).toBeFalse();
  });
});
