import '../words/localize';
import { describeDose, partsOf } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { regionName } from '../face/regions';
import type { Found } from './finding';
import type { RuleId } from './rules';
import { replaceWords } from './replace-words';
import { isMove, type Lesson, type MoveStep, type Narration, type PlainStep } from '../lesson/lesson.schema';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import type { FoundDose } from '../narration/reading';
import { sentencesOf } from '../schedule/talk';
import { figureSaid } from '../said-done/figure-said';
import { filled, unfilled } from '../speech/fields';
import { capital, describeMove } from './describe-move';
import { lastOnes, lastThenMore } from './last-ones';
import { numberFindings } from './numbers';
import { plannedAsSaid } from './planned-as-said';
import { disclosure, sayable } from './sayable';

const POINTING =
  /\b(?:what I(?:['’]m| am) doing|(?:copy|watch|follow) me\b(?! (?:if|when))|as I do (?:it )?here|like this|like that|like so|this edge|right here|over here|this (?:bit|part|spot|area|finger|way)|these two|just there)\b/i;
const ASKING =
  /\b(?:subscribe|like and|hit the (?:like|bell)|leave (?:me )?a comment|share this|follow me|link below)\b/i;
const BOTH_WAYS = /\b(?:one|each|either) (?:way|direction)\b|\bthe other (?:way|direction)?\b|\bclockwise\b/i;

type Part = keyof Narration;
const PARTS: readonly Part[] = ['before', 'during', 'after'];

/**
 * Words against dose, side, order and picture, for every step; and how well the words can be said.
 *
 * @example wordsFindings(lesson)[0]?.place // { on: 'plan', stepId: 'rope', part: 'before', words: 'eight' }
 */
export function wordsFindings(lesson: Lesson): Found[] {
  const findings = lesson.steps.flatMap((step) => (isMove(step) ? stepFindings(lesson, step) : plainFindings(step)));
  for (const [part, words] of [
    ['opening', lesson.opening],
    ['closing', lesson.closing],
  ] as const)
    findings.push(
      ...sayable(words, { on: 'plan', stepId: null, part }),
      ...disclosure(words, { on: 'plan', stepId: null, part }),
    );
  return [...findings, ...numberFindings(lesson), ...lastOnes(lesson), ...lastThenMore(lesson)];
}

/** Of a step that is no move only its words can be held against anything. */
function plainFindings({ id, narration }: PlainStep): Found[] {
  return PARTS.flatMap((part): Found[] => {
    const place = { on: 'plan', stepId: id, part } as const;
    const words = narration[part];
    return [
      ...[...words.matchAll(/\{[^}]*\}?/g)].map(([field]): Found => ({
        rule: 'field-unknown',
        place: { ...place, words: field },
        message: $localize`${field} means nothing here: only a move has figures and sides.`,
        repairs: [],
      })),
      ...sayable(words, place),
      ...disclosure(words, place),
    ];
  });
}

function stepFindings(lesson: Lesson, step: MoveStep): Found[] {
  const findings: Found[] = [];
  const add = (rule: RuleId, part: Part, words: string, message: string, repairs: Found['repairs'] = []): void =>
    void findings.push({ rule, place: { on: 'plan', stepId: step.id, part, words }, message, repairs });
  const replace = (part: Part, from: string, to: string): Found['repairs'][number]['change'] =>
    replaceWords(lesson, { on: 'plan', stepId: step.id, part }, from, to);

  for (const part of PARTS) {
    const written = step.narration[part];
    if (!written.trim()) continue;
    for (const field of unfilled(written, step))
      add(
        'field-unknown',
        part,
        field,
        $localize`${field} means nothing for ${step.move.name}. It has ${describeDose(step.dose)}.`,
      );
    const words = filled(written, step);
    const heard = readWords(words);
    for (const dose of heard.doses) {
      const said = saidBy(heard, dose.evidence);
      const planned = figureSaid(step.dose, dose, said)?.planned;
      if (planned === undefined || (dose.low <= planned && planned <= dose.high)) continue;
      // Three one way and three the other are six.
      if (dose.low * 2 === planned && BOTH_WAYS.test(words)) continue;
      const field =
        dose.kind === 'hold_s' || dose.kind === 'seconds_each'
          ? step.dose.form === 'hold'
            ? '{hold}'
            : '{seconds}'
          : '{reps}';
      const number = numberIn(said);
      add('said-not-planned', part, said, $localize`You say “${said}”; this step ${does(step.dose, planned)}.`, [
        ...(number && written.includes(said)
          ? [{ label: $localize`Say ${planned}`, change: replace(part, said, said.replace(number, field)) }]
          : []),
        ...planInstead(step, dose, said),
      ]);
    }
    const instead = (from: string, to: string, label: string): Found['repairs'] =>
      written.includes(from) ? [{ label, change: replace(part, from, to) }] : [];
    sideFindings(step, part, words, add, instead);
    if (ASKING.test(words) && part === 'during')
      add(
        'asking-in-dose',
        part,
        ASKING.exec(words)![0],
        $localize`A request in the middle of a move takes the viewer out of it. Keep it for the closing.`,
      );
    const pointing = POINTING.exec(words)?.[0];
    if (pointing) {
      const how = step.move.how || `${step.move.action} the ${regionName(step.move.region)}`;
      add('only-in-the-picture', part, pointing, $localize`“${pointing}” says nothing without the picture.`, [
        { label: $localize`Say “${how}”`, change: replace(part, pointing, how.replace(/[.]$/, '')) },
      ]);
    }
    findings.push(
      ...sayable(words, { on: 'plan', stepId: step.id, part }),
      ...disclosure(words, { on: 'plan', stepId: step.id, part }),
    );
  }
  const said = PARTS.map((part) => step.narration[part])
    .join(' ')
    .trim();
  if (said === '') {
    const offer = describeMove(step);
    findings.push({
      rule: 'never-described',
      place: { on: 'plan', stepId: step.id, part: 'before' },
      message: $localize`${step.move.name} is never described.`,
      repairs: [
        {
          label: $localize`Say “${offer}”`,
          change: {
            kind: 'set_step',
            stepId: step.id,
            field: 'narration',
            value: { ...step.narration, before: offer },
          },
        },
      ],
    });
  }
  return findings;
}

/** The other way to make words and dose agree: plan what is said. */
function planInstead(step: MoveStep, heard: FoundDose, said: string): Found['repairs'] {
  const dose = plannedAsSaid(step.dose, heard);
  if (!dose) return [];
  const label = $localize`Plan ${numberIn(said) ?? said}`;
  return [{ label, change: { kind: 'set_step', stepId: step.id, field: 'dose', value: dose } }];
}

function does(dose: Dose, planned: number): string {
  if (dose.form === 'hold')
    return planned === dose.holdMs.planned / 1000 ? $localize`holds ${planned}` : $localize`has ${describeDose(dose)}`;
  return $localize`has ${describeDose(dose)}`;
}

function numberIn(said: string): string | null {
  return (
    /\d+|\b(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|thirteen|fourteen|fifteen|sixteen|twenty|thirty|forty)(?:[- ](?:one|two|three|four|five|six|seven|eight|nine))?\b/i.exec(
      said,
    )?.[0] ?? null
  );
}

type Add = (rule: RuleId, part: Part, words: string, message: string, repairs?: Found['repairs']) => void;

/** A repair that says something else instead; none where the words come from a field. */
type Instead = (from: string, to: string, label: string) => Found['repairs'];

/** Left and right are the body's own; what is named first has to be the side that comes first. */
function sideFindings(step: MoveStep, part: Part, words: string, add: Add, instead: Instead): void {
  const parts = partsOf(step.sidePlan);
  const sides = parts.filter((one) => one === 'left' || one === 'right');
  const named = [
    ...words.matchAll(/\b(left|right)\b(?!\s+(?:hand|hands|fingers?|thumb|palm|knuckles|away|now|here|there))/gi),
  ].filter((match) => !/\b(?:seconds|all|that['’]s|is)\s+$/i.test(words.slice(0, match.index)));
  unnamedSide(step, words, part, add, instead);
  if (named.length === 0) return;
  const first = named[0]![1]!.toLowerCase();
  // "Three, then the right": the first side goes without saying, and what is named comes second.
  const second = /\b(?:then|after that|and|next|finally)(?: (?:on|to))?(?: (?:the|your))? $/i;
  const implied = named.length === 1 && second.test(words.slice(0, named[0]!.index));
  if (sides.length === 0) {
    if (parts[0] === 'midline' || parts[0] === 'both')
      add(
        'side-not-planned',
        part,
        named[0]![0],
        $localize`You name your ${first}, and ${step.move.name} works ${parts[0] === 'both' ? $localize`both sides at once` : $localize`the midline`}.`,
      );
    return;
  }
  const turned = named.length > 1 && named[1]![1]!.toLowerCase() === sides[0] && inTurn(words, named);
  if (part === 'before' && sides[0] !== first && ((named.length === 1 && !implied) || turned))
    add(
      'other-side-said',
      part,
      named[0]![0],
      $localize`You say ${first}; ${step.move.name} begins on your ${sides[0]!}.`,
      instead(named[0]![0], '{side}', $localize`Say ${sides[0]!}`),
    );
  if (sides.length === 1 && named.some((match) => match[1]!.toLowerCase() !== sides[0]))
    add('other-side-said', part, named[0]![0], $localize`You name a side that ${step.move.name} does not work.`);
}

/** "Five on your right, five on your left": one side and then the other, and not a look or a hand. */
function inTurn(words: string, named: readonly RegExpMatchArray[]): boolean {
  return named
    .slice(0, 2)
    .every(({ index }) =>
      /(?:\b(?:on|for|at|first|then|and|now|to) (?:your|the)|\bfirst) $/i.test(words.slice(0, index)),
    );
}

const UNNAMED = /\b(?:this|that|the same) side(?: too| as well| now)?\b/i;

/** "This side too" says nothing to whoever is not looking: the sentence has to name it. */
function unnamedSide(step: MoveStep, words: string, part: Part, add: Add, instead: Instead): void {
  if (!partsOf(step.sidePlan).some((one) => one === 'left' || one === 'right')) return;
  for (const sentence of sentencesOf(words)) {
    const found = UNNAMED.exec(sentence)?.[0];
    if (!found || /\b(?:left|right)\b/i.test(sentence)) continue;
    const second =
      part === 'after' || / (?:too|as well|now)$/i.test(found) || /\b(?:other|too|again)\b/i.test(sentence);
    const field = second ? '{other side}' : '{side}';
    const better = `your ${field} side${/ too$| as well$/i.exec(found)?.[0] ?? ''}`;
    const said = /^[A-Z]/.test(found) ? capital(better) : better;
    add(
      'side-unnamed',
      part,
      found,
      $localize`“${found}” does not say which side.`,
      instead(found, said, $localize`Say “${said}”`),
    );
  }
}
