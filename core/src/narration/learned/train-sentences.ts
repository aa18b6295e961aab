import { isPunctuated } from '../tokens';
import type { Word } from '../words';
import { knownWords, sharedBy } from './known';
import type { Learned } from './likeliest';
import { endSeen, spokenOf, type Ends } from './sentence-ends';
import { learned, type Example } from './train-likeliest';

const DECAY = 2e-5;
/** What fewer narrations share is not looked at. */
const LEAST_NARRATIONS = 3;

type End = Omit<Example<Ends>, 'counts'>;

/**
 * The words of a narration, and after which of them a sentence ends, as it was written and with half of the sentences joined
 * to the next; none where nobody wrote stops.
 *
 * @param marked a narration with its truth, see `readMarked`.
 */
export function knownEnds(marked: string): End[] {
  const { words } = knownWords(marked, 'written');
  if (!isPunctuated(words)) return [];
  const ends = new Set(words.flatMap(({ pause }, at) => (pause === '.' ? [at] : [])));
  const { words: joined } = knownWords(marked, 'joined');
  let at = 0;
  const joinedEnds = new Set<number>();
  joined.forEach(({ norm }, i) => {
    // The words are the same, with an “and” before what was joined.
    if (norm !== words[at]?.norm) return;
    if (ends.has(at)) joinedEnds.add(i);
    at++;
  });
  return [...endsOf(words, ends), ...endsOf(joined, joinedEnds)];
}

function endsOf(words: readonly Word[], ends: ReadonlySet<number>): End[] {
  const spoken = spokenOf(words);
  return spoken
    .slice(0, -1)
    .map(({ word }, at) => ({ seen: endSeen(spoken, at), truth: ends.has(word) ? 'ends' : 'goes on' }));
}

/**
 * Sentences by themselves as narrations, some of them from everywhere one after another: nobody said them together, but how
 * they begin and how they end is known.
 *
 * @example asNarrations(['Sit down.', 'Breathe', 'Let go.'], 2) // ['[0:00] Sit down. Let go.', '[0:00] Breathe.']
 */
export function asNarrations(sentences: readonly string[], together = 20): string[] {
  const ended = sentences.map((one) => (/[.?!]$/.test(one) ? one : `${one}.`));
  const narrations = Math.ceil(ended.length / together);
  return Array.from(
    { length: narrations },
    (_, own) => `[0:00] ${ended.filter((_sentence, i) => i % narrations === own).join(' ')}`,
  );
}

/** Weights of what ends a sentence. */
export function fittedSentences(
  narrations: readonly { readonly ends: readonly End[]; readonly counts: number }[],
): Learned {
  const names = narrations.map(({ ends }) => ends.flatMap(({ seen }) => seen.of[1]!));
  const known = sharedBy(names, LEAST_NARRATIONS);
  const examples = narrations.flatMap(({ ends, counts }) =>
    ends.map(({ seen, truth }) => ({ seen: { ...seen, of: seen.of.map((own) => own.filter(known)) }, truth, counts })),
  );
  return learned(examples, DECAY, () => true);
}
