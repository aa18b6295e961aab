import { counts } from '../cue/counts';
import type { Cue } from '../cue/cue';
import type { Passage } from '../assembly/passage';
import type { WorkedSide } from '../dose/dose';
import { isMove, type Lesson, type Step } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import { schedule } from '../schedule/schedule';
import { speakingMs } from '../speech/speaking-time';
import type { LogEntry } from '../take/log.document';
import type { CutMs } from '../time/clocks';

/** A sentence with when it is said, ms of the prompter's own time. */
export interface Line {
  readonly text: string;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
}

/** What the prompter has one do at a time: a sentence to say, work, a change of side, a wait. */
export interface Prompt {
  readonly as: 'say' | 'work' | 'change' | 'wait';
  readonly kind: SegmentKind;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
  /** From the first prompt on, as it is planned, ms. */
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  /** The words of a sentence; empty for everything else. */
  readonly text: string;
  /** What is said over work. */
  readonly over: readonly Line[];
  /** The numbers that viewers will see, at the planned tempo. */
  readonly counts: readonly Cue[];
  /** The first one of what is begun anew when something was spoilt. */
  readonly opens: boolean;
  /** Where only some steps are filmed: the step that comes before this prompt in the lesson, and the one after it. */
  readonly comesAfter: string | null;
  readonly leadsTo: string | null;
  /** What is written in the log when it comes up. */
  readonly logs: readonly Pick<LogEntry, 'kind' | 'side'>[];
}

const SENTENCE_ENDS = /(?<=[.!?…]["”'’)]?)\s+/;
const SILENCE = /\[\d+(?:\.\d+)?\s*s\]/g;

/**
 * What the prompter shows, one after another, by the plan's own times.
 *
 * @param only of these steps; all of the lesson without it.
 * @example promptsOf(lesson).map((one) => one.as) // ['say', 'say', 'wait', 'work', 'change', 'work', …]
 */
export function promptsOf(lesson: Lesson, only?: ReadonlySet<string>): Prompt[] {
  const { passages } = schedule(lesson);
  const wanted = only ? passages.filter((one) => one.stepId !== null && only.has(one.stepId)) : passages;
  const live = new Set(lesson.steps.filter(speaksLive).map((step) => step.id));
  const openings = openingsOf(wanted);
  const figures = figuresOf(lesson, wanted);
  const around = only ? neighbours(passages, new Set(wanted)) : NO_NEIGHBOURS;
  const prompts: Prompt[] = [];
  let now = 0;
  for (const one of wanted) {
    const shift = now - one.startMs;
    now = one.endMs + shift;
    const shared = { kind: one.kind, stepId: one.stepId, side: one.side };
    const [comesAfter, leadsTo] = around.get(one) ?? [null, null];
    const logs = logsOf(one, openings.has(one));
    const at = { startMs: one.startMs + shift, endMs: now };
    if (one.words && !isWork(one.kind)) {
      const lines = linesOf(one.words, lesson, at.startMs, at.endMs);
      lines.forEach((line, i) =>
        prompts.push({
          ...{ ...shared, ...line, as: 'say', over: [], counts: [] },
          ...{ opens: i === 0, logs: i === 0 ? logs : [] },
          comesAfter: i === 0 ? comesAfter : null,
          leadsTo: i === lines.length - 1 ? leadsTo : null,
        }),
      );
      if (lines.length > 0) continue;
    }
    prompts.push({
      ...{ ...shared, ...at, as: asOf(one.kind), text: '', opens: true, logs, comesAfter, leadsTo },
      counts: (isWork(one.kind) ? (figures.get(sideOf(one)) ?? []) : []).map((cue) => ({
        ...cue,
        startMs: cue.startMs + shift,
        endMs: cue.endMs + shift,
      })),
      over: one.stepId !== null && live.has(one.stepId) ? linesOf(one.words, lesson, at.startMs, null) : [],
    });
  }
  return saidWhereTheyFall(prompts);
}

/** Whether what is said over the work is said in front of the camera: a busy mouth says nothing. */
const speaksLive = (step: Step): boolean => !isMove(step) || !(step.voiceOver || step.move.mouthBusy);

const asOf = (kind: SegmentKind): Prompt['as'] => (isWork(kind) ? 'work' : kind === 'swap' ? 'change' : 'wait');

/** The numbers of each side of each step; a plan works each once. */
function figuresOf(lesson: Lesson, passages: readonly Passage[]): ReadonlyMap<string, readonly Cue[]> {
  const figures = new Map<string, Cue[]>();
  for (const cue of counts(lesson, passages)) if (!figures.get(sideOf(cue))?.push(cue)) figures.set(sideOf(cue), [cue]);
  return figures;
}

const sideOf = ({ stepId, side }: Pick<Cue, 'stepId' | 'side'>): string => `${stepId}|${side}`;

type Neighbours = ReadonlyMap<Passage, readonly [before: string | null, after: string | null]>;
const NO_NEIGHBOURS: Neighbours = new Map();

/** The steps before and after each passage that is wanted, where those are not. */
function neighbours(passages: readonly Passage[], wanted: ReadonlySet<Passage>): Neighbours {
  const stepOf = (one: Passage | undefined): string | null => (one && !wanted.has(one) ? one.stepId : null);
  return new Map(passages.map((one, at) => [one, [stepOf(passages[at - 1]), stepOf(passages[at + 1])]]));
}

/** The passage that each step opens with: its first words, or else its work; what is made ready before is no step yet. */
function openingsOf(passages: readonly Passage[]): Set<Passage> {
  const openings = new Map<string, Passage>();
  for (const one of passages) {
    if (one.stepId === null) continue;
    const before = openings.get(one.stepId);
    if (!before || (before.kind === 'prep' && one.kind !== 'prep')) openings.set(one.stepId, one);
  }
  return new Set(openings.values());
}

function logsOf({ kind, side }: Passage, opens: boolean): Prompt['logs'] {
  const logs: Prompt['logs'][number][] = opens ? [{ kind: 'step', side: null }] : [];
  if (kind === 'swap') logs.push({ kind: 'swap', side });
  else if (isWork(kind)) logs.push({ kind: kind === 'hold' ? 'hold' : 'dose', side });
  return logs;
}

/** Sentences one after another; between two instants in proportion, or as long as they take. */
function linesOf(words: string, lesson: Lesson, startMs: number, endMs: number | null): Line[] {
  const sentences = words
    .trim()
    .split(SENTENCE_ENDS)
    .map((text) => ({
      text: text.replace(SILENCE, ' ').replace(/\s+/g, ' ').trim(),
      ms: speakingMs(text, lesson.pace),
    }))
    .filter(({ text }) => text !== '');
  const whole = sentences.reduce((sum, one) => sum + one.ms, 0);
  const scale = endMs === null || whole === 0 ? 1 : (endMs - startMs) / whole;
  let now = 0;
  return sentences.map(({ text, ms }, at) => {
    const from = startMs + Math.round(now * scale);
    now += ms;
    const to = at === sentences.length - 1 && endMs !== null ? endMs : startMs + Math.round(now * scale);
    return { text, startMs: from, endMs: to };
  });
}

/** What is said over work goes on over the next side: each sentence stands where it begins. */
function saidWhereTheyFall(prompts: readonly Prompt[]): Prompt[] {
  return prompts.map((one): Prompt => {
    if (one.as !== 'work') return one;
    const works = prompts.filter((other) => other.as === 'work' && other.stepId === one.stepId);
    const placeOf = (line: Line): Prompt => works.find((work) => line.startMs < work.endMs) ?? works[works.length - 1]!;
    return { ...one, over: works.flatMap((work) => work.over.filter((line) => placeOf(line) === one)) };
  });
}
