import '../words/localize';
import type { Passage } from '../assembly/passage';
import { rulesOf } from '../caution/studio-rules';
import type { DraftStep } from '../draft/draft';
import type { Lesson } from '../lesson/lesson.schema';
import type { Narrated } from '../narration/read';
import { saidBy } from '../narration/words';
import type { Timeline } from '../schedule/timeline';
import { clock } from '../time/clock';
import { hostWords } from './host-words';
import { mendedDescription, type MendedSentence } from './mended-description';

/** What stands beside an old film that stays as it is, ready to paste; all of it from what is said in it. */
export interface OldFilmWords {
  /** Her own words put right, chapters, who should ask first, what is needed. */
  readonly description: string;
  /** Her own words of it, and what of them was put right. */
  readonly own: string;
  readonly mended: readonly MendedSentence[];
  /** What is promised in it as certain, taken back in careful words; empty where nothing is. */
  readonly pinned: string;
}

/**
 * A lesson that was made of a narration, along the film in which it is said: what is worked when.
 *
 * @example timelineAsRead(narrated, steps).passages[0]?.startMs // 14_000
 */
export function timelineAsRead({ steps }: Pick<Narrated, 'steps'>, drafted: readonly DraftStep[]): Timeline {
  const passages = drafted
    .flatMap(({ step, from }) =>
      from.map((at): Passage => {
        const { startMs, endMs } = steps[at]!;
        return {
          ...{ kind: 'reps', stepId: step.id, side: null, startMs, endMs },
          ...{ pieceId: null, segmentId: null, share: 1, shareBefore: 0 },
          ...{ beatsMs: [], beatsBefore: 0, beatCount: 0, spoken: [], words: '' },
        };
      }),
    )
    .sort((a, b) => a.startMs - b.startMs);
  return { id: 'full', passages, durationMs: steps.at(-1)?.endMs ?? 0, cut: null };
}

/**
 * What can be pasted beside an old film as soon as its words are read.
 *
 * @param lesson of these steps.
 * @param old what stands under the film today.
 * @example oldFilmWords(narrated, steps, lesson, '').description.split('\n')[0] // '0:00 Old pier'
 */
export function oldFilmWords(
  narrated: Narrated,
  drafted: readonly DraftStep[],
  lesson: Lesson,
  old: string,
): OldFilmWords {
  const { description: fresh } = hostWords({ ...lesson, description: '' }, timelineAsRead(narrated, drafted));
  const certain = narrated.claims.filter((claim) => claim.strength === 'strong');
  const pinned = certain.map(({ evidence }) => {
    const sentence = sentenceAt(narrated, evidence.from);
    const [at, words] = [clock(narrated.words[sentence.from]!.startMs), saidBy(narrated, sentence)];
    return $localize`${at} I say “${words}”. That is how it feels to me, and no promise: faces differ.`;
  });
  const { own, mended } = mendedDescription(old, fresh, rulesOf(lesson.rules));
  const description = [own, fresh].filter(Boolean).join('\n\n');
  return { description, own, mended, pinned: [...new Set(pinned)].join('\n') };
}

/** The sentence that a word stands in, or as much of it around the word as can be quoted. */
function sentenceAt({ words }: Narrated, word: number): { from: number; to: number } {
  const { sentence } = words[word]!;
  let [from, to] = [word, word + 1];
  while (from > 0 && words[from - 1]!.sentence === sentence && word - from < MOST_QUOTED / 2) from--;
  while (to < words.length && words[to]!.sentence === sentence && to - from < MOST_QUOTED) to++;
  return { from, to };
}

/** No more words than this are quoted. */
const MOST_QUOTED = 24;
