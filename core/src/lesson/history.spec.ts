import { UNRATED } from './take.schema';
import { deepStrictEqual as same, notStrictEqual as differ } from 'node:assert';
import fc from 'fast-check';
import { checkDocument } from '../document/document';
import { clashOf } from '../document/clash';
import { ChangeError } from '../document/edit';
import { edited, keysWith } from '../document/editing';
import { aFilmedLesson, aStep, reps } from '../testing';
import { inverseOf, lessonEditing } from './change';
import { changeSchema, type Change, type SingleChange } from './change.schema';
import { lessonShape } from './lesson.shape';
import type { Lesson } from './lesson.schema';

/** Few names, so that random edits meet each other: what one adds another marks, moves and takes out. */
const name = fc.constantFrom('a', 'b', 'c', 'd');
const after = fc.option(name, { nil: null });
const ms = fc.integer({ min: 0, max: 60_000 });
const take = {
  ...UNRATED,
  name: 'Take',
  pictureLeft: null,
  sources: [],
  durationMs: 60_000,
  width: 16,
  height: 16,
} as const;
const rate = { numerator: 25, denominator: 1 };
const stretch = fc.tuple(ms, ms).map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) + 1 }));
const piece = fc.record({ id: name, takeId: name, stretch }).map(({ stretch: { from, to }, ...one }) => ({
  ...one,
  fromMs: from,
  toMs: to,
}));

/** Of a plan, named by its step, or of a film, named by its segment. */
const cue = fc.tuple(name, fc.boolean()).map(([id, filmed]) => (filmed ? `piece|${id}|count|0` : `${id}|left|count|0`));

const single: fc.Arbitrary<SingleChange> = fc.oneof(
  fc.record({ kind: fc.constant('set_lesson' as const), field: fc.constant('title' as const), value: name }),
  fc.record({ kind: fc.constant('add_step' as const), step: name.map((id) => aStep(id)), afterStepId: after }),
  fc.record({ kind: fc.constant('remove_step' as const), stepId: name }),
  fc.record({ kind: fc.constant('place_step' as const), stepId: name, afterStepId: after }),
  fc.record({
    kind: fc.constant('set_step' as const),
    stepId: name,
    field: fc.constant('dose' as const),
    value: fc.integer({ min: 1, max: 9 }).map((n) => reps(n, 1000)),
  }),
  fc.record({
    kind: fc.constant('add_take' as const),
    take: name.map((id) => ({ id, ...take, sources: [], frameRate: rate })),
    afterTakeId: after,
  }),
  fc.record({ kind: fc.constant('remove_take' as const), takeId: name }),
  fc.record({
    kind: fc.constant('set_assembly' as const),
    assembly: fc.uniqueArray(piece, { maxLength: 3, selector: (one) => one.id }),
  }),
  fc.record({ kind: fc.constant('add_piece' as const), piece, afterPieceId: after }),
  fc.record({ kind: fc.constant('remove_piece' as const), pieceId: name }),
  fc
    .record({ id: name, takeId: name, stepId: fc.option(name, { nil: null }), stretch })
    .map(({ stretch: { from, to }, ...one }) => ({
      kind: 'add_segment' as const,
      segment: { ...one, kind: 'reps' as const, side: null, startMs: from, endMs: to, beatsMs: [] },
    })),
  fc.record({ kind: fc.constant('remove_segment' as const), segmentId: name }),
  fc.record({
    kind: fc.constant('set_segment' as const),
    segmentId: name,
    field: fc.constant('startMs' as const),
    value: ms,
  }),
  fc.record({
    kind: fc.constant('set_segment' as const),
    segmentId: name,
    field: fc.constant('stepId' as const),
    value: after,
  }),
  fc.record({ id: name, stepId: name }).map(({ id, stepId }) => ({
    kind: 'add_voice_over' as const,
    voiceOver: { id, stepId, side: null, part: 'during' as const, mediaId: 'm', fromMs: 0, toMs: 5, gainDb: 0 },
  })),
  fc.record({ kind: fc.constant('remove_voice_over' as const), voiceOverId: name }),
  fc.record({ id: name, stepId: name, startMs: fc.nat(50) }).map(({ id, stepId, startMs }) => ({
    kind: 'add_rejected' as const,
    rejected: { id, takeId: 't', kind: 'reps' as const, stepId, side: null, startMs, endMs: startMs + 9 },
  })),
  fc.record({ kind: fc.constant('remove_rejected' as const), rejectedId: name }),
  fc
    .record({ key: cue, text: name })
    .map(({ key, text }) => ({ kind: 'set_override' as const, override: { key, text } })),
  fc.record({ kind: fc.constant('clear_override' as const), key: cue }),
  fc.record({ id: name, basis: name }).map((one) => ({ kind: 'set_aside' as const, setAside: { ...one, reason: '' } })),
  fc.record({ kind: fc.constant('take_up' as const), id: name }),
);

const change: fc.Arbitrary<Change> = fc.oneof(
  { weight: 4, arbitrary: single },
  {
    weight: 1,
    arbitrary: fc.array(single, { minLength: 1, maxLength: 4 }).map((changes) => ({ kind: 'batch' as const, changes })),
  },
);

const start = (): Lesson => aFilmedLesson({ steps: [aStep('a'), aStep('b')] });

/** The document after a change; null when the change does not fit it. */
function fit(doc: Lesson, one: Change): Lesson | null {
  try {
    return edited(lessonEditing, doc, one);
  } catch (error) {
    if (error instanceof ChangeError) return null;
    throw error;
  }
}

describe('any history of edits', () => {
  it('leaves a document that passes its own schema, and every edit is taken back exactly', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 40 }), (history) => {
        const states: Lesson[] = [start()];
        const backs: Change[] = [];
        for (const one of history) {
          const before = states[states.length - 1]!;
          const doc = fit(before, one);
          if (!doc) continue;
          checkDocument(lessonShape, doc);
          const back = inverseOf(before, one);
          // What takes it back is sent and kept as it is.
          same(changeSchema.parse(JSON.parse(JSON.stringify(back))), JSON.parse(JSON.stringify(back)));
          same(fit(doc, back), before);
          states.push(doc);
          backs.push(back);
        }
        // All the way back, one after another.
        let doc = states[states.length - 1]!;
        while (backs.length > 0) {
          doc = fit(doc, backs.pop()!)!;
          states.pop();
          same(doc, states[states.length - 1]!);
        }
      }),
      { numRuns: 6000 },
    );
  });

  it('is taken back by edits that pass, also where a batch leaves a segment broken before it takes it out', () => {
    const before = edited(lessonEditing, start(), {
      kind: 'add_segment',
      segment: { id: 's', takeId: 't', kind: 'reps', stepId: 'a', side: null, startMs: 1, endMs: 2, beatsMs: [] },
    });
    const broken: SingleChange = { kind: 'set_segment', segmentId: 's', field: 'startMs', value: 9 };
    const anew: SingleChange = {
      kind: 'add_segment',
      segment: { id: 's', takeId: 't', kind: 'hold', stepId: 'b', side: null, startMs: 3, endMs: 4, beatsMs: [] },
    };
    const freed: SingleChange = { kind: 'set_segment', segmentId: 's', field: 'stepId', value: null };
    const out: SingleChange = { kind: 'remove_segment', segmentId: 's' };
    const batches: SingleChange[][] = [
      [broken, out],
      [broken, { kind: 'remove_take', takeId: 't' }],
      [broken, out, anew, broken, freed, out],
      [broken, freed, { kind: 'remove_step', stepId: 'a' }, { kind: 'remove_take', takeId: 't' }],
    ];
    for (const changes of batches) {
      const batch: Change = { kind: 'batch', changes };
      const back = inverseOf(before, batch);
      same(changeSchema.parse(back), back);
      same(edited(lessonEditing, edited(lessonEditing, before, batch), back), before);
    }
  });

  it('that two windows made apart: what does not clash is the same in either order', () => {
    let together = 0;
    const tries = fc.array(change, { minLength: 10, maxLength: 10 });
    fc.assert(
      fc.property(fc.array(change, { maxLength: 25 }), tries, tries, (history, some, others) => {
        const doc = history.reduce<Lesson>((state, one) => fit(state, one) ?? state, start());
        const fits = (one: Change): boolean => fit(doc, one) !== null;
        const [mine, theirs] = [some.find(fits), others.find(fits)];
        if (!mine || !theirs) return;
        const [afterMine, afterTheirs] = [fit(doc, mine)!, fit(doc, theirs)!];
        const keys = (one: Change) => keysWith(lessonEditing, one, inverseOf(doc, one));
        if (clashOf(keys(mine), keys(theirs)) !== null) return;
        together += 1;
        const [one, other] = [fit(afterMine, theirs), fit(afterTheirs, mine)];
        // Where each stands among its neighbours depends on who came first; what there is does not.
        const content = (lesson: Lesson | null) =>
          lesson && {
            ...lesson,
            ...Object.fromEntries(
              (['steps', 'takes', 'assembly', 'voiceOver'] as const).map((list) => [
                list,
                [...lesson[list]].sort((a, b) => (a.id < b.id ? -1 : 1)),
              ]),
            ),
          };
        differ(one, null);
        same(content(one), content(other));
      }),
      { numRuns: 600 },
    );
    expect(together).toBeGreaterThan(200);
  });
});
