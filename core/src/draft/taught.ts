import type { Narrated } from '../narration/read';
import { howSure } from '../narration/describe';
import type { Given, PutRight, StepAs } from '../narration/put-right';
import type { FoundDose, FoundStep } from '../narration/reading';
import type { Word } from '../narration/words';
import { tells } from './telling';

/** So many words of a step say what is done in it. */
const SAYS = 40;
/** A phrase that begins a step is so long. */
const BEGINS = 3;

/**
 * The other places of a text of which the same is to be said as of one: steps that share a phrase with it and were read
 * alike, or not surely; places that begin with the same words; numbers that are followed by the same word. Nobody has said
 * anything of them.
 *
 * @param narrated as it was read before.
 * @example taught(narrated, { is: 'step', word: 40, as: { region: 'temple' } }, given) // [{ is: 'step', word: 96, as: { region: 'temple' } }]
 */
export function taught(narrated: Narrated, said: PutRight, given: Given): PutRight[] {
  switch (said.is) {
    case 'step':
      return stepsLike(narrated, said.word, said.as, given).map((word) => ({ ...said, word }));
    case 'begins':
    case 'joined':
      return placesLike(narrated, said, given).map((word) => ({ ...said, word }));
    case 'dose':
      return dosesLike(narrated, said, given);
  }
}

function stepsLike({ words, steps }: Narrated, word: number, as: StepAs, given: Given): number[] {
  const at = steps.findIndex((step) => step.evidence.from === word);
  const fields = (Object.keys(as) as (keyof StepAs)[]).filter((field) => as[field] !== steps[at]?.[field]);
  if (at < 0 || fields.length === 0) return [];
  const says = steps.map((step, i) => normsOf(words, step, steps[i + 1]));
  const alike = (step: FoundStep): boolean => fields.every((field) => step[field] === steps[at]![field]);
  const open = (step: FoundStep): boolean => alike(step) || howSure(step.evidence.work ?? 1) !== '';
  // What is said where something else is surely read says nothing of what this is.
  const elsewhere = says.filter((_, i) => i !== at && !open(steps[i]!));
  const phrases = phrasesIn(says[at]!).filter((phrase) => !elsewhere.some((other) => hasIn(other, phrase)));
  return steps.flatMap((step, i) => {
    const own = given.steps.get(step.evidence.from);
    const right = fields.every((field) => step[field] === as[field]);
    const free = i !== at && open(step) && !right && fields.every((field) => own?.[field] === undefined);
    return free && phrases.some((phrase) => hasIn(says[i]!, phrase)) ? [step.evidence.from] : [];
  });
}

function normsOf(words: readonly Word[], step: FoundStep, next: FoundStep | undefined): string[] {
  const { from } = step.evidence;
  return words.slice(from, Math.min(from + SAYS, next?.evidence.from ?? Infinity)).map((word) => word.norm);
}

/** Every stretch of words from one that tells something to the next one that does, as it is said. */
function phrasesIn(norms: readonly string[]): string[][] {
  const telling = norms.flatMap((norm, i) => (tells(norm) ? [i] : []));
  return telling.slice(1).flatMap((to, i) => (to - telling[i]! <= 4 ? [norms.slice(telling[i], to + 1)] : []));
}

function hasIn(norms: readonly string[], phrase: readonly string[]): boolean {
  return norms.some((_, from) => phrase.every((norm, i) => norms[from + i] === norm));
}

function placesLike({ words, steps }: Narrated, said: PutRight & { is: 'begins' | 'joined' }, given: Given): number[] {
  const phrase = words.slice(said.word, said.word + BEGINS).map((word) => word.norm);
  if (phrase.length < BEGINS || !phrase.some(tells)) return [];
  const begun = new Set(steps.map((step) => step.evidence.from));
  return words.flatMap((_, at) => {
    const free = at !== said.word && at > 0 && !given.begins.has(at) && !given.joined.has(at);
    if (!free || begun.has(at) !== (said.is === 'joined')) return [];
    return phrase.every((norm, i) => words[at + i]?.norm === norm) ? [at] : [];
  });
}

function dosesLike({ words, doses }: Narrated, said: PutRight & { is: 'dose' }, given: Given): PutRight[] {
  const read = doses.find((dose) => dose.evidence.from === said.word);
  const after = read && nounAfter(words, read);
  if (!read || !after || (read.kind === said.as.kind && read.scope === said.as.scope)) return [];
  return doses
    .filter(
      (dose) =>
        dose !== read &&
        !given.doses.has(dose.evidence.from) &&
        dose.kind === read.kind &&
        dose.scope === read.scope &&
        nounAfter(words, dose) === after,
    )
    .map(({ low, high, evidence }) => ({ ...said, word: evidence.from, as: { ...said.as, low, high } }));
}

/** What is counted: the first word behind a number that tells something. */
function nounAfter(words: readonly Word[], { evidence }: FoundDose): string | null {
  const at = words.findIndex((word, i) => i > evidence.from && i <= evidence.from + 3 && tells(word.norm));
  return at < 0 ? null : words[at]!.norm;
}
