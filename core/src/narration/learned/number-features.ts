import type { RuledDoses } from '../doses';
import type { Seen } from './likeliest';
import { DOSE_KINDS, type DoseKind } from '../reading';
import { isAlone, type Placed, type StepAt } from '../seconds-kind';
import type { Token } from '../token';
import type { Stream } from '../tokens';

/** What a number may be: one of the kinds of dose, or none. */
export type NumberKind = DoseKind | 'none';
const KINDS: readonly NumberKind[] = ['none', ...DOSE_KINDS];
/** Words so far before and after a number say what it is. */
const AROUND = 4;
/** Figures alike in what they are mostly of. */
const FIGURES: readonly (readonly [name: string, most: number])[] = [
  ['one', 1],
  ['two or three', 3],
  ['up to six', 6],
  ['up to twelve', 12],
  ['up to twenty', 20],
  ['up to sixty', 60],
  ['many', Infinity],
];
const RECENT_MS = 60_000;
/** Said before a number in its sentence, it is rather told of somebody than to be done: "I had two children by then". */
const TOLD: readonly (readonly [name: string, words: RegExp])[] = [
  ['told of somebody', /^(?:i|i'm|i've|i'd|my|me|she|she's|he|he's|her|his|people|they)$/],
  ['told of the past', /^(?:was|were|had|did|used|said|told|began|started|i've|ago|since)$/],
];

/**
 * The numbers that may be doses: all that are said, but for those counted aloud; and whatever the rules take for one.
 *
 * @example numbersToJudge(streamOf(words), { doses: new Map(), whole: new Set(), taken: new Set() }) // [3]
 */
export function numbersToJudge({ tokens }: Stream, { doses, taken }: RuledDoses): number[] {
  return tokens.flatMap(({ text, low }, at) =>
    doses.has(at) || (text === '№' && low > 1 && !taken.has(at)) ? [at] : [],
  );
}

function pauses(token: Token | undefined): boolean {
  return token === undefined || token.newLine || /^[.,]$/.test(token.text);
}

/**
 * What a number is judged by.
 *
 * @param doses those that were found before it, in order.
 * @param stepAt the step that runs at an instant; nothing where a few words stand by themselves.
 */
export function numberSeen(
  stream: Stream,
  token: number,
  ruled: RuledDoses,
  doses: readonly Placed[],
  stepAt: StepAt,
): Seen<NumberKind> {
  const { tokens } = stream;
  const { low, high, startMs, newLine } = tokens[token]!;
  const kind = ruled.doses.get(token)?.kind ?? 'none';
  const step = stepAt(startMs);
  const last = doses[doses.length - 1];
  const same = doses.findLast((one) => one.low === low && one.high === high);
  const inStep = step ? doses.filter(({ atMs }) => atMs >= step.startMs).length : 0;
  const [stopped, stops] = [pauses(tokens[token - 1]), pauses(tokens[token + 1])];
  const unit = tokens[token + 1]?.text ?? '.';
  const plural = /^[a-z]{2,}s$/.test(unit) && !/ss$/.test(unit);
  let begins = token;
  while (begins > 0 && tokens[begins - 1]!.text !== '.') begins--;
  const sentence = tokens.slice(begins, token);
  const around: string[] = [];
  for (let off = 1; off <= AROUND; off++) {
    const [before, after] = [tokens[token - off], tokens[token + off]];
    around.push(`${off} before ${before?.text ?? '.'}`, `${off} after ${after?.text ?? '.'}`);
    if (before && !/^[.,]$/.test(before.text)) around.push(`near before ${before.text}`);
    if (after && !/^[.,]$/.test(after.text)) around.push(`near after ${after.text}`);
  }
  return {
    values: KINDS,
    of: KINDS.map((value) => [
      ...(value === kind ? ['ruled'] : []),
      ...(value === last?.kind ? ['as the last'] : []),
      ...(same && value === same.kind ? ['as this figure before'] : []),
      ...(same && value === same.kind && startMs - same.atMs < RECENT_MS ? ['as this figure lately'] : []),
    ]),
    place: [
      'any',
      `ruled ${kind}`,
      ...(step ? [`in ${step.kind}`, `doing ${step.action}`] : []),
      `figure ${FIGURES.find(([, most]) => high <= most)![0]}`,
      ...(low < high ? ['a range'] : []),
      ...(isAlone(stream, token, 1) ? ['alone'] : []),
      ...(newLine ? ['a new line'] : []),
      ...(tokens[token + 1]?.newLine ? ['ends a line'] : []),
      ...(last ? [] : ['the first']),
      ...(step ? [`dose ${Math.min(inStep, 3)} of its step`] : []),
      ...(stopped && stops ? ['between pauses', ...(step ? [`between pauses, doing ${step.action}`] : [])] : []),
      ...(stopped && stops && step && inStep === 0 ? ['between pauses, the first of its step'] : []),
      ...(stops ? [`before a pause, ${tokens[token - 1]?.text ?? '.'}`] : []),
      ...(plural ? ['of something', ...(pauses(tokens[token + 2]) ? ['of something, then a pause'] : [])] : []),
      ...(plural && stopped ? ['of something, after a pause'] : []),
      ...(same && step && same.atMs < step.startMs ? ['as in another step'] : []),
      ...TOLD.flatMap(([name, words]) => (sentence.some(({ text }) => words.test(text)) ? [name] : [])),
      ...around,
    ],
  };
}
