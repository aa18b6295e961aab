import { aSetOf } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { doseFor } from '../lesson/dose-for';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { partsOfKey } from '../lesson/cue-key';
import type { CueKind } from '../lesson/override.schema';
import { newCue, type Cue } from './cue';
import type { SideRun } from './sides';
import { beginningIn } from './track';

/** How long such words are read, ms; the last one as long as it takes. */
const READ_MS = 2000;
/** Fewer repetitions than this, or a shorter hold, have no half that is worth a word (common practice, no source). */
const HALF = { repetitions: 6, seconds: 20 } as const;
/** Of fewer than this everybody knows which one is the last. */
const LEAST_FOR_LAST = 3;

/**
 * What a count comes to: a set of several begins, half of it is done, the last one; said only where it is so.
 *
 * @param figures counts and seconds left, as {@link counts} derives them.
 * @example moments(lesson, runs, figures).map((cue) => cue.text) // ['Set 1 of 2', 'Halfway', 'Set 2 of 2', 'Halfway', 'Last one']
 */
export function moments(lesson: Pick<Lesson, 'steps'>, runs: readonly SideRun[], figures: readonly Cue[]): Cue[] {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const figuresIn = beginningIn(figures);
  return runs.flatMap((run) => {
    const step = steps.get(run.stepId);
    const ones = repetitionsAmong(figuresIn(run));
    if (!step || ones.length === 0) return [];
    const dose = doseFor(step, run.side);
    return [...sets(run, ones, dose), ...halves(run, ones), ...last(run, ones)];
  });
}

/** The cues of one repetition: its number, or the seconds of it. */
type Repetition = readonly [Cue, ...Cue[]];

function repetitionsAmong(figures: readonly Cue[]): Repetition[] {
  const ones: [Cue, ...Cue[]][] = [];
  for (const cue of figures) {
    const begun = ones[ones.length - 1];
    const goesOn = cue.kind === 'countdown' && begun?.[0].kind === 'countdown' && cue.value! < begun.at(-1)!.value!;
    if (goesOn) begun.push(cue);
    else ones.push([cue]);
  }
  return ones;
}

function sets(run: SideRun, ones: readonly Repetition[], dose: Dose): Cue[] {
  const { planned } = dose.sets;
  if (planned < 2) return [];
  const aSet = aSetOf(dose, run.side);
  const counted = ones[0]![0].kind === 'count';
  const first = ones.filter(([cue], i) => (counted ? i === 0 || cue.value! <= ones[i - 1]![0].value! : i % aSet === 0));
  // Filmed otherwise than planned, nobody knows where one ends.
  if (first.length !== planned) return [];
  return first.map(([cue], i) => moment('set', run, cue, `Set ${i + 1} of ${planned}`));
}

function halves(run: SideRun, ones: readonly Repetition[]): Cue[] {
  if (ones[0]![0].kind === 'count')
    return ones.flatMap(([cue], i) => {
      const half = Math.floor(cue.of! / 2);
      const before = i === 0 || ones[i - 1]![0].value! >= cue.value! ? 0 : ones[i - 1]![0].value!;
      if (cue.of! < HALF.repetitions || before !== half) return [];
      return [moment('halfway', run, cue, 'Halfway')];
    });
  return ones.flatMap((seconds) => {
    const whole = seconds[0].of!;
    const half = whole < HALF.seconds ? undefined : seconds.find((cue) => cue.value === Math.floor(whole / 2));
    return half ? [moment('halfway', run, half, 'Halfway')] : [];
  });
}

/** The last repetition of a side, where it is shown by itself. */
function last(run: SideRun, ones: readonly Repetition[]): Cue[] {
  const [before, one] = [ones.at(-2), ones.at(-1)!];
  if (ones.length < LEAST_FOR_LAST) return [];
  const [cue] = one;
  // Of very fast ones several stand under one number.
  if (cue.kind === 'count' && (cue.value !== cue.of || before![0].value !== cue.value! - 1)) return [];
  return [moment('last', run, cue, 'Last one')];
}

function moment(kind: CueKind, { stepId, side, endMs }: SideRun, { key, startMs }: Cue, text: string): Cue {
  const { passage, n } = partsOfKey(key);
  const of = { stepId, side, startMs, endMs: Math.min(startMs + READ_MS, endMs) };
  return newCue(kind, passage!, n!, of, text);
}
