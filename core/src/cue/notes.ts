import type { Passage } from '../assembly/passage';
import { stepRunsOf, type StepRun } from '../assembly/step-runs';
import { takesOf } from '../assembly/takes-of';
import type { WorkedSide } from '../dose/dose';
import type { Way } from '../face/areas';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import type { CueKind, CueTimes } from '../lesson/override.schema';
import type { ViewerSide } from '../lesson/take.schema';
import { pressureWords } from '../move/pressure';
import { touches, waysOf } from '../move/way';
import type { CutMs } from '../time/clocks';
import { subtractSpans, unionSpans, type Span } from '../time/spans';
import { captionTexts, CHARACTERS_PER_SECOND, LONGEST_MS } from './caption-texts';
import { nameOf, newCue, type Cue } from './cue';
import type { SideRun } from './sides';
import type { Arrow, Shows } from './shows';

/** What is written of a move is read as captions are, and stands so long at least (common practice, no source). */
const SHORTEST_MS = 1500;
/** Between two of them, so that one is seen to be another. */
const BETWEEN_MS = 500;

/** In the order in which they are told: what might hurt first. */
const KINDS = ['caution', 'pressure', 'form', 'felt', 'check'] as const;

/** Whether a kind is one of these. @example isNote('form') // true */
export function isNote(kind: CueKind): boolean {
  return (KINDS as readonly CueKind[]).includes(kind);
}

/** Something that is told of a move, and its number among its kind. */
interface Note {
  readonly kind: (typeof KINDS)[number];
  readonly n: number;
  readonly text: string;
  readonly shows: Shows | null;
}

/**
 * What a move says of itself, one after another while it is done: how firmly and which way, what to mind, where it is felt,
 * what to check. A caution stands before the work where there is time for it. What is told the first time is told once,
 * on whichever side there is room; what finds none is not told.
 *
 * @param when how often each kind is told.
 * @param taken when something else stands in their place.
 * @example notes(lesson, { passages, runs }, () => 'first', []).map((cue) => cue.text) // ['Feather-light, down', 'Shoulders down']
 */
export function notes(
  lesson: Pick<Lesson, 'steps' | 'takes' | 'segments'>,
  { passages, runs }: { readonly passages: readonly Passage[]; readonly runs: readonly SideRun[] },
  when: (kind: CueKind) => CueTimes,
  taken: readonly Span[],
): Cue[] {
  const kinds = KINDS.filter((kind) => when(kind) !== 'never');
  if (kinds.length === 0) return [];
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const takeIn = takesOf(lesson);
  const known = new Set<string>();
  const first = new Map(passages.map((one) => [one.startMs, one]));
  const busy = unionSpans(taken);
  let next = 0;
  let before: CutMs = 0;
  const stepRuns = stepRunsOf(passages);
  let at = 0;
  return runs.flatMap((work) => {
    const step = steps.get(work.stepId);
    while (at < stepRuns.length && stepRuns[at]!.endMs <= work.startMs) at++;
    const opensMs = Math.max(before, openingOf(stepRuns[at], work.stepId, work.startMs));
    before = work.endMs;
    if (!step) return [];
    const passage = first.get(work.startMs)!;
    const own = notesOf(step, work.side, takeIn(passage)?.pictureLeft ?? 'left', kinds);
    while (next < busy.length && busy[next]![1] <= opensMs) next++;
    let until = next;
    while (until < busy.length && busy[until]![0] < work.endMs) until++;
    const free = subtractSpans([[opensMs, work.endMs]], busy.slice(next, until));
    let fromMs = opensMs;
    return own.flatMap(({ kind, n, text, shows }) => {
      const name = `${step.move.id}/${kind}/${n}`;
      if (when(kind) === 'first' && known.has(name)) return [];
      const lasts = Math.min(
        LONGEST_MS,
        Math.max(SHORTEST_MS, Math.round((1000 * text.length) / CHARACTERS_PER_SECOND)),
      );
      // What is done is told while it is done.
      if (kind !== 'caution') fromMs = Math.max(fromMs, work.startMs);
      const room = free.find(([start, end]) => Math.max(start, fromMs) + lasts <= end);
      if (!room) return [];
      const startMs = Math.max(room[0], fromMs);
      fromMs = startMs + lasts + BETWEEN_MS;
      known.add(name);
      const of = { stepId: step.id, side: work.side, startMs, endMs: startMs + lasts };
      return [{ ...newCue(kind, nameOf(passage), n, of, text), shows }];
    });
  });
}

/** From when on a step is what one sees, before its work. */
function openingOf(run: StepRun | undefined, stepId: string, workMs: CutMs): CutMs {
  return run?.stepId === stepId ? Math.min(run.startMs, workMs) : workMs;
}

function notesOf(
  { move, sidePlan }: MoveStep,
  side: WorkedSide,
  pictureLeft: ViewerSide,
  kinds: readonly Note['kind'][],
): Note[] {
  const all: Readonly<Record<Note['kind'], () => Omit<Note, 'kind' | 'n'>[]>> = {
    caution: () => told(move.cautions),
    pressure: () => (touches(move) ? [wayOf(move.pressure, waysOf(move, sidePlan), side, pictureLeft)] : []),
    form: () => told(move.formCues),
    felt: () => told([move.feltAt]),
    check: () => told(move.mistakes.map((one) => `Check: ${one}`)),
  };
  return kinds.flatMap((kind) => all[kind]().map((note, n) => ({ kind, n, ...note })));
}

/** Long ones in parts that can be read, one after another. */
function told(texts: readonly string[]): Omit<Note, 'kind' | 'n'>[] {
  return texts.flatMap((text) => captionTexts(text)).map(({ text }) => ({ text, shows: null }));
}

function wayOf(
  pressure: MoveStep['move']['pressure'],
  ways: readonly Way[],
  side: WorkedSide,
  pictureLeft: ViewerSide,
): Omit<Note, 'kind' | 'n'> {
  const words = [
    pressureWords(pressure),
    ...(ways.length > 0 ? [ways.map((way) => WAY_WORDS[way]).join(' and ')] : []),
  ];
  const text = words.join(', ');
  const arrows = [...new Set(ways.flatMap((way) => arrowsOf(way, side, pictureLeft)))];
  return { text: text[0]!.toUpperCase() + text.slice(1), shows: { is: 'way', pressure, arrows } };
}

const WAY_WORDS: Readonly<Record<Way, string>> = { up: 'up', down: 'down', out: 'outwards', in: 'inwards' };

/** As it is seen in the picture; outwards on both sides goes both ways. */
function arrowsOf(way: Way, side: WorkedSide, pictureLeft: ViewerSide): readonly Arrow[] {
  if (way === 'up' || way === 'down') return [way];
  if (side !== 'left' && side !== 'right') return ['left', 'right'];
  return [(side === pictureLeft) === (way === 'out') ? 'left' : 'right'];
}
