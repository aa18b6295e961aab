import type { Alignment } from '../align/align-lesson';
import { partsOf, type WorkedSide } from '../dose/dose';
import { isMove, movesOf, type Lesson, type Narration } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { NarrationLine } from '../narration/lines';
import { readLines, readWords } from '../narration/read';
import type { FoundDose } from '../narration/reading';
import { saidBy, type Word } from '../narration/words';
import { filled } from '../speech/fields';
import type { TakeMs } from '../time/clocks';

/** A figure that is said at a step. */
export interface SaidDose extends Pick<FoundDose, 'kind' | 'low' | 'high' | 'scope'> {
  readonly stepId: string;
  /** The side that was under way; null where it is written for all of them. */
  readonly side: WorkedSide | null;
  readonly words: string;
  /** When it was said; null where it is only written. */
  readonly atMs: TakeMs | null;
}

/** A sentence as it was said, and when its last word was. */
export interface SaidSentence {
  readonly stepId: string;
  readonly text: string;
  readonly endMs: TakeMs;
}

/** What is said in a lesson: as it is written, or as captions of a take have it. */
export interface Said {
  /** The take that it is said on; null where it is only written. */
  readonly takeId: string | null;
  /** The lesson in the words that were said. */
  readonly lesson: Lesson;
  readonly doses: readonly SaidDose[];
  /** Empty where nobody knows when anything was said. */
  readonly sentences: readonly SaidSentence[];
  /** When the sides of the steps begin by what is said; empty where nobody knows. */
  readonly begins: Alignment['steps'];
}

const PARTS: readonly (keyof Narration)[] = ['before', 'during', 'after'];

/**
 * What the words of a lesson say, as they are written.
 *
 * @example saidInWords(lesson).doses[0]?.words // 'ten times'
 */
export function saidInWords(lesson: Lesson): Said {
  const doses = lesson.steps.filter(isMove).flatMap((step) =>
    PARTS.flatMap((part) => {
      const heard = readWords(filled(step.narration[part], step));
      return heard.doses.map(({ kind, low, high, scope, evidence }): SaidDose => ({
        ...{ kind, low, high, scope, stepId: step.id, side: null, atMs: null },
        words: saidBy(heard, evidence),
      }));
    }),
  );
  return { takeId: null, lesson, doses, sentences: [], begins: [] };
}

/** What was said belongs to the step that begins so soon after it, ms: its first words are heard a little late. */
const LATE_MS = 400;
/** A number of a step, said by itself right before it. */
const LABEL = /\b(?:step|move|exercise|technique|number|next)\b/i;
const LABEL_WORDS = 6;
const LEADS_MS = 4000;
/** Captions without full stops have no sentences: so many words are none. */
const LONGEST_SENTENCE = 40;

interface Place {
  readonly at: 'opening' | 'closing' | keyof Narration;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
}

/**
 * What was said on a take of a lesson, each word where it was said: before, during or after the work of its step. What was begun, broken off and said again counts once.
 *
 * @param takeId of the take.
 * @param lines captions of it, or what was heard, on its time.
 * @param said where the lesson's steps are in them; they fit.
 */
export function saidOnTake(lesson: Lesson, takeId: string, lines: readonly NarrationLine[], said: Alignment): Said {
  const segments = lesson.segments.filter((one) => one.takeId === takeId);
  const read = readLines(lines);
  // A line tells when it begins and ends; when its words were said is known better by now.
  const heard = { ...read, words: read.words.map((word, at) => ({ ...word, ...said.words[at] })) };
  const left = [...said.again, ...segments.filter((one) => one.kind === 'cut')];
  const works = new Map<string, { from: number; to: number }>();
  for (const { kind, stepId, startMs, endMs } of segments) {
    if (!isWork(kind) || stepId === null) continue;
    const known = works.get(stepId);
    works.set(stepId, { from: Math.min(known?.from ?? startMs, startMs), to: Math.max(known?.to ?? endMs, endMs) });
  }
  const firstSide = new Map(movesOf(lesson.steps).map((one) => [one.id, partsOf(one.sidePlan)[0]]));
  const lastEndMs = said.steps[said.steps.length - 1]?.endMs ?? 0;
  const placeOf = (ms: number): Place | null => {
    if (left.some((one) => ms >= one.startMs && ms < one.endMs)) return null;
    const step = said.steps.findLast((one) => one.startMs <= ms + LATE_MS);
    if (!step) return { at: 'opening', stepId: null, side: null };
    if (ms >= lastEndMs) return { at: 'closing', stepId: null, side: null };
    const work = works.get(step.stepId);
    // What is said at a change of sides stands neither before the first one nor after the last.
    const first = step.side === null || step.side === firstSide.get(step.stepId);
    const at = (!work || ms < work.from) && first ? 'before' : !work || ms < work.to ? 'during' : 'after';
    return { at, stepId: step.stepId, side: step.side };
  };

  const changes = new Set(heard.swaps.map(({ evidence }) => heard.words[evidence.from]));
  const sentences = sentencesOf(heard.words).flatMap((words) => {
    const text = words.map((word) => word.text).join(' ');
    // "Move three." belongs to what it leads to.
    const leads = words.length <= LABEL_WORDS && LABEL.test(text);
    const next = leads && said.steps.find((one) => one.startMs > words[0]!.startMs);
    const place = placeOf(
      next && next.startMs - words[words.length - 1]!.endMs < LEADS_MS ? next.startMs : words[0]!.startMs,
    );
    if (!place) return [];
    const changesSide = place.at === 'before' && words.some((word) => changes.has(word));
    return [{ ...place, at: changesSide ? ('during' as const) : place.at, words, text }];
  });
  const placeOfWord = new Map(sentences.flatMap((one) => one.words.map((word) => [word, one] as const)));
  const texts = (at: Place['at'], stepId: string | null = null): string =>
    sentences
      .filter((one) => one.at === at && one.stepId === stepId)
      .map((one) => one.text)
      .join(' ');
  const narrationOf = (stepId: string): Narration => ({
    before: texts('before', stepId),
    during: texts('during', stepId),
    after: texts('after', stepId),
  });
  return {
    takeId,
    lesson: {
      ...lesson,
      opening: texts('opening'),
      closing: texts('closing'),
      steps: lesson.steps.map((step) => ({ ...step, narration: { ...step.narration, ...narrationOf(step.id) } })),
    },
    doses: heard.doses.flatMap(({ kind, low, high, scope, evidence }): SaidDose[] => {
      const word = heard.words[evidence.from];
      const place = word && placeOfWord.get(word);
      if (!place || place.stepId === null) return [];
      const { stepId, side } = place;
      return [{ kind, low, high, scope, stepId, side, words: saidBy(heard, evidence), atMs: word.startMs }];
    }),
    sentences: sentences.flatMap(({ stepId, text, words }) =>
      stepId === null ? [] : [{ stepId, text, endMs: words[words.length - 1]!.endMs }],
    ),
    begins: said.steps,
  };
}

function sentencesOf(words: readonly Word[]): (readonly Word[])[] {
  const all: Word[][] = [];
  for (const word of words) {
    const last = all[all.length - 1];
    if (last && last[0]!.sentence === word.sentence && last.length < LONGEST_SENTENCE) last.push(word);
    else all.push([word]);
  }
  return all;
}
