import '../words/localize';
import { partsOf, type WorkedSide } from '../dose/dose';
import { doseFor } from '../lesson/dose-for';
import type { Segment } from '../lesson/segment.schema';
import { isWork } from '../lesson/segment-kind';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { sideOf, type Done, type Measured, type Shown } from '../said-done/done';
import { doneAsSaid, rowsOf, type RowFigure, type SaidDoneRow } from '../said-done/rows';
import type { Said, SaidDose } from '../said-done/said';
import { longestRun } from '../time/longest-run';
import { clock } from '../time/clock';
import type { TakeMs } from '../time/clocks';
import { doseRepair, nameOf, recounted } from './film-findings';
import { filmAgain } from './film-again';
import type { CutPlace, FindingPlace, Found } from './finding';
import { NOT_IN_CAPTION, type InCaption, type SaysInCaption } from './in-caption';
import { LAST } from './last-ones';
import { AS_FILMED, type OtherCount } from './other-count';

/** A hold that is off by more than this share and this long is told (common practice, no source). */
const HELD_SHARE = 0.25;
const HELD_S = 1.5;
/** "After thirty seconds" is meant so, give or take (common practice, no source). */
const SECONDS_SHARE = 0.25;
const SECONDS_MS = 3000;
/** What is said just before it happens is said of what is under way by then, ms. */
const AHEAD_MS = 2000;
/** After "last one" the one that is under way completes, and one more: what comes then was not the last. */
const LAST_ONES = 2;
/** What only words tell of a change of sides is believed from here on. */
const HEARD_SURE = 0.6;
/** An end that was seen may be off by so much, ms. */
const SEEN_MS = 500;

/** What is known besides of a film that helps to repair it. */
export interface Can {
  /** What lets a step have another count. */
  readonly other?: OtherCount;
  /** What captions of words say of what is right instead. */
  readonly inCaption?: SaysInCaption;
}

/**
 * What is said held against what is done: figures, holds, times, last ones and the order.
 *
 * @param said in the words of the lesson, or on the take.
 * @param rows of both, where they are there already.
 * @param can what is known besides of the film that helps to repair it.
 * @example doneFindings(lesson, saidInWords(lesson), shownAsMarked(lesson))[0]?.rule // 'said-not-done'
 */
export function doneFindings(
  lesson: Lesson,
  said: Said,
  shown: Shown,
  rows: readonly SaidDoneRow[] = rowsOf(lesson, said, shown.done),
  can: Can = {},
): Found[] {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  return [
    ...rows.flatMap((row) => figuresAgainst(lesson, steps.get(row.stepId)!, row, can)),
    ...said.doses.flatMap((one) => secondsAgainst(steps, one, said, shown)),
    ...lastOnesAgainst(lesson, steps, said, shown),
    ...orderAgainst(lesson, shown.done),
    ...againAgainst(steps, shown),
  ];
}

const placeOf = ({ stepId, side, startMs, endMs }: Done): CutPlace => ({
  ...{ on: 'cut', cutId: 'full', stepId, side, startMs, endMs },
});

/** One of the figures that are said has to be the one that was done: "twice … and once more" says several. */
function figuresAgainst(lesson: Lesson, step: MoveStep, row: SaidDoneRow, can: Can): Found[] {
  if (!row.done) return [];
  const compared = row.said.flatMap((figure) => {
    const is = doneAsSaid(step, row, figure);
    return is ? [{ figure, is }] : [];
  });
  return (['times', 'held', 'each'] as const).flatMap((unit): Found[] => {
    const own = compared.filter(({ figure }) => figure.unit === unit);
    if (own.length === 0 || own.some(({ figure, is }) => agrees(figure, is)) || agrees(sum(own), own[0]!.is)) return [];
    const { figure, is } = own[0]!;
    const found = unit === 'times' ? timesOff : secondsOff;
    return [found(lesson, step, row, figure, is, can)];
  });
}

const sum = (own: readonly { figure: RowFigure }[]): RowFigure => ({
  ...own[0]!.figure,
  low: own.reduce((all, { figure }) => all + figure.low, 0),
  high: own.reduce((all, { figure }) => all + figure.high, 0),
});

function agrees({ unit, low, high, words }: RowFigure, { low: least, high: most }: Measured): boolean {
  if (unit === 'times') {
    // "Three each way" are six.
    const ways = /\b(?:way|direction)s?\b/i.test(words) ? [1, 2] : [1];
    return ways.some((n) => most >= n * low && least <= n * high);
  }
  const off = (s: number): number => Math.max(HELD_S, HELD_SHARE * s);
  return most >= low - off(low) && least <= high + off(high);
}

function timesOff(
  lesson: Lesson,
  step: MoveStep,
  row: SaidDoneRow,
  { words, low, high }: RowFigure,
  is: Measured,
  { other = AS_FILMED, inCaption = NOT_IN_CAPTION }: Can,
): Found {
  const name = nameOf(step, row.side);
  const fewer = is.value < low;
  const exact = is.low === is.high;
  const dose = doseFor(step, row.side);
  const instead = exact ? recounted(dose, is.value) : null;
  const message = $localize`${name}\: you say “${words}”, and ${range(is)} ${is.value === 1 ? $localize`is` : $localize`are`} done.`;
  return withCaption(inCaption(step.id, words, $localize`${range(is)} here`), {
    rule: 'said-not-done',
    ...(fewer ? {} : { severity: 'should' as const }),
    place: placeOf(row.done!),
    message,
    restsOn: [words, is],
    repairs: [
      ...(instead ? [doseRepair(step, row.side, instead, $localize`Plan ${is.value}`)] : []),
      ...(exact ? other(step.id, row.done!.side, (fewer ? low : high) - is.value) : []),
      ...filmAgain(lesson, step.id, row.side, $localize`“${words}” is said, and ${range(is)} done.`),
    ],
  });
}

function secondsOff(
  lesson: Lesson,
  step: MoveStep,
  row: SaidDoneRow,
  { unit, words }: RowFigure,
  is: Measured,
  { inCaption = NOT_IN_CAPTION }: Can,
): Found {
  const name = nameOf(step, row.side);
  return withCaption(inCaption(step.id, words, $localize`${range(is, 1)} s here`), {
    rule: 'held-not-as-said',
    place: placeOf(row.done!),
    message:
      unit === 'held'
        ? $localize`${name}\: you say “${words}”, and it is held ${range(is, 1)} s.`
        : $localize`${name}\: you say “${words}”, and it takes ${range(is, 1)} s.`,
    restsOn: [words, is],
    repairs: filmAgain(lesson, step.id, row.side, $localize`“${words}” is said, and it is held ${range(is, 1)} s.`),
  });
}

/** What its caption puts right is only worth knowing any more; else the caption can. */
function withCaption({ isRight, repairs }: InCaption, found: Found): Found {
  if (!isRight) return { ...found, repairs: [...found.repairs, ...repairs] };
  return { ...found, severity: 'note', message: $localize`${found.message} Its caption puts it right.` };
}

/** A measured figure in words, with what it lies between where that is not one. @example range({ value: 9, low: 8, high: 10 }) // '9 (8 to 10)' */
export function range({ value, low, high }: Measured, digits = 0): string {
  const said = (one: number): string => String(Number(one.toFixed(digits)));
  return low === high ? said(value) : $localize`${said(value)} (${said(low)} to ${said(high)})`;
}

type Steps = ReadonlyMap<string, MoveStep>;

/** A step with the side that was done of it, as it is called. */
const nameDone = (step: MoveStep, side: WorkedSide | null): string =>
  nameOf(step, sideOf({ side }, partsOf(step.sidePlan)) ?? 'both');

/** "After thirty seconds the other side", "ten more seconds": held against when it ends, as far as anybody knows. */
function secondsAgainst(
  steps: Steps,
  dose: SaidDose,
  { begins, takeId }: Said,
  { lesson, done, proposed }: Shown,
): Found[] {
  const { kind, stepId, atMs, low, high, words } = dose;
  const step = steps.get(stepId);
  if (!step || (kind !== 'remaining_s' && kind !== 'lookahead_s')) return [];
  const works = lesson.segments
    .filter((one) => isWork(one.kind) && one.stepId === stepId && one.takeId === (takeId ?? one.takeId))
    .sort((a, b) => a.startMs - b.startMs);
  const off = (s: number, more: number): number => Math.max(SECONDS_MS, SECONDS_SHARE * 1000 * s) + more;
  const told = (isMs: number, unsureMs: number, place: FindingPlace, side: WorkedSide | null): Found[] =>
    isMs >= 1000 * low - off(low, unsureMs) && isMs <= 1000 * high + off(high, unsureMs)
      ? []
      : [
          {
            rule: 'not-when-said',
            place,
            about: words.slice(0, 60),
            message: $localize`${nameDone(step, side)}\: you say “${words}”, and it goes on for ${clock(isMs)}.`,
            restsOn: [words, Math.round(isMs / 1000)],
            repairs: [],
          },
        ];
  if (works.length === 0) {
    const under = begins.findLast((one) => one.stepId === stepId && one.startMs <= (atMs ?? -1));
    const next = under && begins.find((one) => one.stepId === stepId && one.startMs > under.startMs);
    if (atMs === null || !next || next.confidence < HEARD_SURE) return [];
    const place = { on: 'plan', stepId, part: 'during', words } as const;
    return told(next.startMs - atMs, next.latestMs - next.earliestMs, place, under.side);
  }
  // Only written, "ten more" may stand anywhere in the work; "after thirty" is meant from its start.
  if (atMs === null && kind === 'remaining_s') return [];
  const under = atMs === null ? works[0] : works.find((one) => one.endMs > atMs && one.startMs < atMs + AHEAD_MS);
  const own = under && done.find((one) => one.stepId === stepId && one.side === under.side);
  if (!own) return [];
  // Work that goes on after a word in between is one.
  const endMs = works
    .filter((one) => one.side === under.side && one.takeId === under.takeId)
    .reduce((end, one) => Math.max(end, one.endMs), 0);
  const unsureMs = proposed.has(under.id) ? SEEN_MS : 0;
  return told(endMs - Math.max(atMs ?? 0, under.startMs), unsureMs, placeOf(own), own.side);
}

/** "Last one", and then more of them. */
function lastOnesAgainst(
  plan: Lesson,
  steps: Steps,
  { sentences, takeId }: Said,
  { lesson, done, about }: Shown,
): Found[] {
  const beatsOf = ({ id, beatsMs }: Segment): readonly TakeMs[] => about.get(id)?.beatsMs ?? beatsMs;
  return sentences.flatMap(({ stepId, text, endMs }): Found[] => {
    const last = LAST.exec(text)?.[0];
    const step = steps.get(stepId);
    if (!last || !step) return [];
    const under = lesson.segments.find(
      (one) =>
        one.takeId === takeId && isWork(one.kind) && one.stepId === stepId && one.startMs < endMs && one.endMs > endMs,
    );
    const after = under ? beatsOf(under).filter((ms) => ms > endMs).length : 0;
    const own = under && done.find((one) => one.stepId === stepId && one.side === under.side);
    if (!own || after <= LAST_ONES) return [];
    return [
      {
        rule: 'last-not-last',
        place: placeOf(own),
        message: $localize`${nameDone(step, own.side)}\: you say “${last}”, and ${after - 1} more follow.`,
        restsOn: [last, after],
        repairs: filmAgain(plan, step.id, own.side, $localize`“${last}”, and more follow.`),
      },
    ];
  });
}

/** What is done before its turn: the fewest steps that would have to move for the film to have the plan's order. */
function orderAgainst(lesson: Lesson, done: readonly Done[]): Found[] {
  const filmed = [...new Set([...done].sort((a, b) => a.startMs - b.startMs).map((one) => one.stepId))];
  const planned = new Map(lesson.steps.map((step, at) => [step.id, at]));
  const inTurn = new Set(
    longestRun(
      filmed.filter((id) => planned.has(id)),
      (id) => planned.get(id)!,
    ),
  );
  const moves = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  return filmed.flatMap((id, at): Found[] => {
    const step = moves.get(id);
    if (!step || inTurn.has(id)) return [];
    const before = filmed[at - 1];
    const after = moves.get(before ?? '');
    return [
      {
        rule: 'order-not-planned',
        place: placeOf(done.find((one) => one.stepId === id)!),
        message: after
          ? $localize`${step.move.name} is done after ${after.move.name}; the plan has it elsewhere.`
          : $localize`${step.move.name} is done first; the plan has it later.`,
        restsOn: [before ?? null],
        repairs: [
          {
            label: $localize`Plan it there`,
            change: { kind: 'place_step', stepId: id, afterStepId: before ?? null },
          },
        ],
      },
    ];
  });
}

/** What was done once already, and something else since: what came in between is no break in it. */
function againAgainst(steps: Steps, { lesson }: Shown): Found[] {
  return lesson.takes.flatMap(({ id: takeId }) => {
    const works = lesson.segments
      .filter((one) => one.takeId === takeId && isWork(one.kind) && one.stepId !== null)
      .sort((a, b) => a.startMs - b.startMs);
    const last = new Map<string, number>();
    return works.flatMap((one, at): Found[] => {
      const name = `${one.stepId}|${one.side}`;
      const before = last.get(name);
      last.set(name, at);
      const step = steps.get(one.stepId!);
      // Sets may go from side to side, and a bundle goes round.
      if (!step || step.bundle !== null || doseFor(step, one.side).sets.planned > 1) return [];
      if (before === undefined || before === at - 1) return [];
      return [
        {
          rule: 'work-not-planned',
          place: { on: 'take', takeId, stepId: step.id, startMs: one.startMs, endMs: one.endMs },
          about: `${one.side}`,
          message: $localize`${nameOf(step, one.side ?? 'both')} is done again at ${clock(one.startMs)}, or something that is not planned.`,
          repairs: [],
        },
      ];
    });
  });
}
