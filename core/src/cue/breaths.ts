import type { Passage } from '../assembly/passage';
import { isNear } from '../assembly/goes-on';
import { doseFor } from '../lesson/dose-for';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { partsOfKey } from '../lesson/cue-key';
import type { CutMs } from '../time/clocks';
import { nameOf, newCue, type Cue } from './cue';
import type { Phase } from './shows';
import { beginningIn } from './track';

/** Room for the seconds of one breath among the numbers of a passage's pacer. */
const A_BREATH = 100;
/** A breath that comes and goes faster than this is no slow breath, and not paced (common practice, no source). */
const LEAST_BREATH_MS = 4000;
const WORDS: Readonly<Record<Phase, string>> = { in: 'Breathe in', hold: 'Hold it', out: 'Breathe out' };

/** A part of a breath, as shares of a repetition. */
interface Part {
  readonly phase: Phase;
  readonly from: number;
  readonly to: number;
}

/** In and out take equally long: slow-paced breathing, 5 s each (Lehrer and others; from memory). */
function breathOf(held: number): Part[] {
  const half = Math.max(0, 1 - held) / 2;
  return [
    { phase: 'in', from: 0, to: half },
    ...(held > 0 ? [{ phase: 'hold' as const, from: half, to: 1 - half }] : []),
    { phase: 'out', from: 1 - half, to: 1 },
  ];
}

/**
 * Paces breaths, a cue a second: in, held, out, of breaths that are counted and of moves whose route says when to breathe.
 *
 * @param figures counts, as {@link counts} derives them: a breath is a repetition.
 * @example breaths(lesson, passages, figures).map((cue) => `${cue.text} ${cue.value}`) // ['Breathe in 1', 'Breathe in 2', …]
 */
export function breaths(lesson: Pick<Lesson, 'steps'>, passages: readonly Passage[], figures: readonly Cue[]): Cue[] {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const countsIn = beginningIn(figures.filter((cue) => cue.kind === 'count'));
  return passages.flatMap((one) => {
    const step = isWork(one.kind) ? steps.get(one.stepId ?? '') : undefined;
    const parts = step ? partsOfBreath(step, one) : [];
    if (parts.length === 0) return [];
    return countsIn(one).flatMap((cue) => {
      const lasts = cue.endMs - cue.startMs;
      if (lasts < LEAST_BREATH_MS) return [];
      let n = partsOfKey(cue.key).n! * A_BREATH;
      return parts.flatMap(({ phase, from, to }) => {
        const seconds = paced(one, phase, cue.startMs + from * lasts, cue.startMs + to * lasts, n);
        n += seconds.length;
        return seconds;
      });
    });
  });
}

function partsOfBreath(step: MoveStep, { side }: Passage): readonly Part[] {
  const dose = doseFor(step, side);
  if (dose.form === 'breaths') return breathOf((dose.heldMs ?? 0) / dose.cycleMs.planned);
  const legs = step.move.route.slice(1);
  if (!legs.some((stop) => stop.breath !== null)) return [];
  // Each leg takes its part of the repetition; one that says nothing of the breath goes on with the one before.
  const parts: Part[] = [];
  legs.forEach((stop, i) => {
    const last = parts[parts.length - 1];
    const [from, to] = [i / legs.length, (i + 1) / legs.length];
    const phase = stop.breath ?? last?.phase;
    if (phase === undefined) return;
    if (last?.phase === phase && isNear(last.to, from)) parts[parts.length - 1] = { ...last, to };
    else parts.push({ phase, from, to });
  });
  return parts;
}

/** A cue a second of a part of a breath; a last one that is shorter than half of it joins the one before. */
function paced(one: Passage, phase: Phase, from: CutMs, to: CutMs, n: number): Cue[] {
  const seconds = Math.max(1, Math.round((to - from) / 1000));
  return Array.from({ length: seconds }, (_, i) => {
    const startMs = Math.round(from + i * 1000);
    const endMs = Math.round(i === seconds - 1 ? to : from + (i + 1) * 1000);
    const cue = newCue('breath', nameOf(one), n + i, { ...one, startMs, endMs }, WORDS[phase]);
    return { ...cue, value: i + 1, of: seconds, shows: { is: 'breath' as const, phase } };
  });
}
