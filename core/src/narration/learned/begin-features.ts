import { parentOf, type Region } from '../../face/regions';
import { mentions, TOOL_WORDS } from '../lexicon';
import type { FoundSwap } from '../reading';
import { actionIn, type ActionIn } from '../step-action';
import type { Draft } from '../step-draft';
import {
  ASIDE,
  CONTINUES,
  HELPING,
  LABEL,
  LETS_GO,
  OUTRO,
  PLACING,
  PREP,
  REST,
  STRONG,
  TELLING,
  TELLS,
  WEAK,
} from '../step-words';
import type { Stream } from '../tokens';
import { inSentence, MS_A_TOKEN, sentenceOf } from '../windows';

/** A place where a clause begins, and so a step may. */
export interface Place {
  readonly token: number;
  readonly atMs: number;
  /** What is true of it by itself, and of the places before and after it, by the number of the feature. */
  readonly own: readonly number[];
  /** What paragraphs say for it, or against it: odds, as a logarithm. */
  readonly lean: number;
  readonly region: Region | null;
  readonly action: ActionIn['action'];
  readonly tells: boolean;
  readonly swapped: boolean;
  /** Numbers and full stops before it. */
  readonly numbers: number;
  readonly stops: number;
}

/** Words that lead on to something, and those that a place is named after: a clause may begin with them. */
const LEADS: ReadonlySet<string> = new Set(
  'and then now next so okay from with after last finally left right first second third both once when to'.split(' '),
);
const WHERE: ReadonlySet<string> = new Set(
  'under along over across around on from beside between behind at in above below into up with down'.split(' '),
);
/** So many tokens from where it begins are read for what is done, and fewer for what its own clause says. */
const READ = 26;
const CLAUSE = 14;
/** Rules and swaps that lie so near mean the same place, tokens and ms. */
const NEAR_TOKENS = 2;
const NEAR_MS = 2500;
/** Lines of so few tokens on the average are short. */
const SHORT_LINE = 28;
const SILENCES_MS = [1500, 4500] as const;

/** Fewer paragraphs are no way of telling steps apart. */
const LEAST_PARAGRAPHS = 3;
/** A paragraph is where something begins, and what runs through one goes on (common practice, no source): log odds. */
const AT_PARAGRAPH = 1.6;
const WITHIN_PARAGRAPH = -0.8;

/** "The next lane", "one row higher": more of the same. */
const ROW = /^ (?:(?:and|then|so|now) )*(?:the |a |one )?(?:[^ .,]+ )?(?:lanes?|lines?|rows?) /;

/** What a place is judged by, as far as it stands by itself. No feature knows a word of any one narration. */
interface Seen {
  readonly before: string;
  readonly lead: string;
  readonly newLine: boolean;
  readonly silenceMs: number;
  readonly punctuated: boolean;
  /** Whether lines are so short that a new one means something, as in what somebody has written down. */
  readonly shortLines: boolean;
  /** The sentence from there on, and the clause. */
  readonly sentence: string;
  readonly clause: string;
  readonly doing: ActionIn;
  readonly named: ActionIn;
  readonly short: boolean;
  readonly tells: boolean;
  readonly strong: boolean;
  readonly weak: boolean;
  readonly swapNear: boolean;
  readonly swapHere: boolean;
  /** How sure the rules are that a step begins there; 0 where they say nothing. */
  readonly ruled: number;
  readonly ruledNear: boolean;
  /** How far into the narration it is, 0 to 1. */
  readonly through: number;
}

const OWN: readonly (readonly [name: string, is: (of: Seen) => boolean])[] = [
  ['any', () => true],
  ['after a stop', ({ before }) => before === '.'],
  ['after a comma', ({ before }) => before === ','],
  ['a new line', ({ newLine }) => newLine],
  ['after a silence', ({ silenceMs }) => silenceMs > SILENCES_MS[0]],
  ['after a long silence', ({ silenceMs }) => silenceMs > SILENCES_MS[1]],
  ['announced', ({ strong }) => strong],
  ['led on to', ({ weak }) => weak],
  ['told to do', ({ tells }) => tells],
  ['a place named first', ({ sentence }) => PLACING.test(sentence)],
  ['a label', ({ sentence }) => LABEL.test(sentence)],
  ['goes on', ({ sentence }) => CONTINUES.test(sentence)],
  ['an aside', ({ sentence }) => ASIDE.test(sentence)],
  ['let go', ({ sentence }) => LETS_GO.test(sentence)],
  ['preparation', ({ sentence }) => PREP.test(sentence)],
  ['closing', ({ sentence }) => OUTRO.test(sentence)],
  ['rest', ({ sentence }) => REST.test(sentence)],
  ['told further on', ({ sentence }) => TELLS.test(sentence)],
  ['and', ({ lead }) => lead === 'and'],
  ['then', ({ lead }) => lead === 'then' || lead === 'next'],
  ['now', ({ lead }) => lead === 'now'],
  ['a place word', ({ lead }) => WHERE.has(lead)],
  ['from', ({ lead }) => lead === 'from'],
  ['a side', ({ lead }) => lead === 'left' || lead === 'right'],
  [
    'somebody or something',
    ({ sentence }) => /^ (?:you|i|it|that|this|they|he|she|we|if|when|because|but|which|who|there) /.test(sentence),
  ],
  ['of oneself', ({ sentence }) => / i /.test(sentence)],
  ['of the past', ({ sentence }) => / (?:was|were|had|did|said|told|asked|wrote|used) /.test(sentence)],
  ['somebody’s', ({ clause }) => / (?:my|his|her|their) /.test(clause)],
  ['no region', ({ doing }) => doing.region === null],
  ['a region', ({ doing }) => doing.place >= 1],
  ['a region, plainly', ({ doing }) => doing.place >= 2],
  ['a region in the clause', ({ named }) => named.region !== null],
  ['a region in the clause, plainly', ({ named }) => named.place >= 1],
  ['no action', ({ doing }) => doing.action === 'unknown'],
  ['an action', ({ doing }) => doing.score >= 1.2],
  ['an action, plainly', ({ doing }) => doing.score >= 2],
  ['an action in the clause', ({ named }) => named.action !== 'unknown'],
  ['a number', ({ sentence }) => / № /.test(sentence)],
  ['a number in the clause', ({ clause }) => / № /.test(clause)],
  ['a tool in the clause', ({ clause }) => mentions(TOOL_WORDS, clause).length > 0],
  ['a change of side near', ({ swapNear }) => swapNear],
  ['a change of side', ({ swapHere }) => swapHere],
  ['ruled', ({ ruled }) => ruled > 0],
  ['ruled, surely', ({ ruled }) => ruled >= 0.8],
  ['ruled near', ({ ruledNear }) => ruledNear],
  ['told, with a region', ({ tells, doing }) => tells && doing.region !== null],
  ['led on to, with a region', ({ weak, doing }) => weak && doing.region !== null],
  ['announced and told', ({ strong, tells }) => strong && tells],
  ['a place named first, after a stop', ({ before, sentence }) => before === '.' && PLACING.test(sentence)],
  ['a region after a comma', ({ before, doing }) => before === ',' && doing.place >= 1],
  ['no stops anywhere', ({ punctuated }) => !punctuated],
  ['and, no stops anywhere', ({ punctuated, lead }) => !punctuated && lead === 'and'],
  ['told, no stops anywhere', ({ punctuated, tells }) => !punctuated && tells],
  ['short lines', ({ shortLines }) => shortLines],
  ['a new line, short lines', ({ shortLines, newLine }) => shortLines && newLine],
  ['ruled, short lines', ({ shortLines, ruled }) => shortLines && ruled > 0],
  ['ruled surely, short lines', ({ shortLines, ruled }) => shortLines && ruled >= 0.8],
  ['a new line and ruled, short lines', ({ shortLines, newLine, ruled }) => shortLines && newLine && ruled > 0],
  ['within a line, short lines', ({ shortLines, newLine }) => shortLines && !newLine],
  ['short', ({ short }) => short],
  ['short, with a region', ({ short, doing }) => short && doing.region !== null],
  ['early', ({ through }) => through < 0.15],
  ['late', ({ through }) => through > 0.9],
];

/** What it is judged by against the place where the step before it began; `null` where none did. */
interface Since {
  readonly to: Place;
  readonly seconds: number;
  readonly numbers: number;
  readonly stops: number;
  readonly region: 'none' | 'same' | 'akin' | 'another';
  readonly acts: boolean;
  readonly otherAction: boolean;
}

const FIRST: readonly (readonly [name: string, is: (to: Place) => boolean])[] = [
  ['the first', () => true],
  ['the first, told with a region', ({ tells, region }) => tells && region !== null],
  ['the first, after a number', ({ numbers }) => numbers > 0],
];

const AFTER: readonly (readonly [name: string, is: (of: Since) => boolean])[] = [
  ['2 s', ({ seconds }) => seconds < 2],
  ['4 s', ({ seconds }) => seconds >= 2 && seconds < 4],
  ['7 s', ({ seconds }) => seconds >= 4 && seconds < 7],
  ['12 s', ({ seconds }) => seconds >= 7 && seconds < 12],
  ['20 s', ({ seconds }) => seconds >= 12 && seconds < 20],
  ['35 s', ({ seconds }) => seconds >= 20 && seconds < 35],
  ['longer', ({ seconds }) => seconds >= 35],
  ['no number since', ({ numbers }) => numbers === 0],
  ['a number since', ({ numbers }) => numbers === 1],
  ['numbers since', ({ numbers }) => numbers >= 2],
  ['no stop since', ({ stops }) => stops === 0],
  ['a stop since', ({ stops }) => stops === 1],
  ['stops since', ({ stops }) => stops >= 2],
  ['the same region', ({ region }) => region === 'same'],
  ['a region akin', ({ region }) => region === 'akin'],
  ['another region', ({ region }) => region === 'another'],
  ['another action', ({ otherAction }) => otherAction],
  ['the same action', ({ acts, otherAction }) => acts && !otherAction],
  ['another region after a number', ({ region, numbers }) => region === 'another' && numbers > 0],
  ['another region, no number', ({ region, numbers }) => region === 'another' && numbers === 0],
  [
    'another action there, after a number',
    ({ region, otherAction, numbers }) => region === 'same' && otherAction && numbers > 0,
  ],
  ['a region akin after a number', ({ region, numbers }) => region === 'akin' && numbers > 0],
  ['another action after a number', ({ otherAction, numbers }) => otherAction && numbers > 0],
  ['another region, told', ({ region, to }) => region === 'another' && to.tells],
  ['another region, soon', ({ region, seconds }) => region === 'another' && seconds < 7],
  ['the same again', ({ region, otherAction }) => region === 'same' && !otherAction],
  ['a change of side after a number', ({ to, numbers }) => to.swapped && numbers > 0],
];

/** The names of all that a place is judged by, by number. */
export const FEATURES: readonly string[] = [
  ...[...OWN, ...FIRST, ...AFTER].map(([name]) => name),
  ...OWN.map(([name]) => `before: ${name}`),
  ...OWN.map(([name]) => `after: ${name}`),
];
const BEFORE = OWN.length + FIRST.length + AFTER.length;

/**
 * What is true of a place where the step before it began at another one, as numbers of features.
 *
 * @example since(null, place)[0] === FEATURES.indexOf('the first') // true
 */
export function since(from: Place | null, to: Place): number[] {
  const found: number[] = [];
  if (from === null) {
    FIRST.forEach(([, is], i) => is(to) && found.push(OWN.length + i));
    return found;
  }
  const acts = to.action !== 'unknown';
  const of: Since = {
    to,
    seconds: (to.atMs - from.atMs) / 1000,
    numbers: to.numbers - from.numbers,
    stops: to.stops - from.stops,
    region: kinship(from.region, to.region),
    acts,
    otherAction: acts && to.action !== from.action,
  };
  AFTER.forEach(([, is], i) => is(of) && found.push(OWN.length + FIRST.length + i));
  return found;
}

function kinship(from: Region | null, to: Region | null): Since['region'] {
  if (to === null) return 'none';
  if (from === to) return 'same';
  return from !== null && parentOf(from) === parentOf(to) ? 'akin' : 'another';
}

/**
 * The places of a narration where a step may begin: where its clauses do.
 *
 * @param ruled where the rules have steps begin.
 * @example placesIn(stream, [], [])[0]?.token // 0
 */
export function placesIn(
  stream: Stream,
  swaps: readonly Pick<FoundSwap & { token: number }, 'token'>[],
  ruled: readonly Draft[],
): Place[] {
  const { tokens, text, paragraphs } = stream;
  const changes = new Set(swaps.map((swap) => swap.token));
  const endMs = tokens[tokens.length - 1]?.startMs ?? 0;
  const rules = ruled.filter(({ kind }) => kind !== 'intro' && kind !== 'outro');
  const textFrom = (from: number, to: number): string =>
    ` ${text.slice(stream.offsetOf(from) - 1, to < tokens.length ? stream.offsetOf(to) : undefined).trim()} `;
  const shortLines = tokens.length / tokens.filter(({ newLine }) => newLine).length < SHORT_LINE;
  const places: Place[] = [];
  let [numbers, stops] = [0, 0];
  tokens.forEach((token, at) => {
    const before = tokens[at - 1]?.text ?? '.';
    if (before === '№') numbers++;
    if (before === '.' && at > 0) stops++;
    if (!beginsClause(stream, at, changes.has(at))) return;
    const read = textFrom(at, Math.min(tokens.length, at + READ));
    const sentence = sentenceOf(read);
    // A hand that only holds on, and one more row of the same, are no steps of their own.
    if (HELPING.test(sentence) || ROW.test(sentence)) return;
    let end = at + 1;
    while (end < tokens.length && end < at + CLAUSE && !/^[.,]$/.test(tokens[end]!.text)) end++;
    const clause = textFrom(at, end);
    // A short heading is read with what follows it, unless that is announced by itself.
    const heads = sentence.length < 22 && !STRONG.test(read.slice(sentence.length - 1));
    const doing = actionIn(heads ? read : sentence);
    const rule = rules.find((one) => Math.abs(one.token - at) <= NEAR_TOKENS);
    const seen: Seen = {
      ...{ before, lead: token.text, newLine: token.newLine, punctuated: stream.punctuated, shortLines },
      ...{ sentence, clause, doing },
      silenceMs: at === 0 ? 0 : token.startMs - tokens[at - 1]!.startMs - MS_A_TOKEN,
      named: actionIn(clause),
      short: sentence.split(' ').length <= 6,
      ...{ tells: TELLING.test(sentence), strong: STRONG.test(sentence), weak: WEAK.test(sentence) },
      // One token before it is the “and” that leads to it.
      swapNear: swaps.some((swap) => swap.token >= at - 1 && inSentence(tokens, at, swap.token)),
      swapHere: changes.has(at),
      ruled: rule?.sure ?? 0,
      ruledNear: rules.some((one) => Math.abs(tokens[one.token]!.startMs - token.startMs) <= NEAR_MS),
      through: endMs > 0 ? token.startMs / endMs : 0,
    };
    places.push({
      ...{ token: at, atMs: token.startMs, region: doing.region, action: doing.action, tells: seen.tells },
      lean: paragraphs.size < LEAST_PARAGRAPHS ? 0 : paragraphs.has(at) ? AT_PARAGRAPH : WITHIN_PARAGRAPH,
      own: OWN.flatMap(([, is], i) => (is(seen) ? [i] : [])),
      ...{ swapped: seen.swapNear, numbers, stops },
    });
  });
  return places.map((place, i) => ({
    ...place,
    own: [
      ...place.own,
      ...(places[i - 1]?.own ?? []).map((feature) => BEFORE + feature),
      ...(places[i + 1]?.own ?? []).map((feature) => BEFORE + OWN.length + feature),
    ],
  }));
}

function beginsClause({ tokens }: Stream, at: number, changes: boolean): boolean {
  const { text, newLine } = tokens[at]!;
  const before = tokens[at - 1]?.text ?? '.';
  if (/^[.,]$/.test(text)) return false;
  if (/^[.,]$/.test(before) || newLine || changes) return true;
  return !LEADS.has(before) && (LEADS.has(text) || (WHERE.has(text) && !WHERE.has(before)));
}
