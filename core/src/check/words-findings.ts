import { describeDose, partsOf, repetitionsOf } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { regionName } from '../face/regions';
import type { Finding } from './finding';
import { replaceWords } from './replace-words';
import type { Lesson, Narration, Step } from '../lesson/lesson.schema';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import type { FoundDose } from '../narration/reading';
import { filled, unfilled } from '../speech/fields';
import { NUMBER_NAMES } from '../speech/number-names';
import { capital, describeMove } from './describe-move';
import { disclosure, sayable } from './sayable';

const POINTING =
  /\b(?:like this|like that|like so|this edge|right here|over here|this (?:bit|part|spot|area|finger|way)|these two|just there)\b/i;
const ASKING =
  /\b(?:subscribe|like and|hit the (?:like|bell)|leave (?:me )?a comment|share this|follow me|link below)\b/i;
type Part = keyof Narration;
const PARTS: readonly Part[] = ['before', 'during', 'after'];

/**
 * Words against dose, side, order and picture, for every step; and how well the words can be said.
 *
 * @example wordsFindings(lesson)[0]?.place // { stepId: 'rope', part: 'before', words: 'eight' }
 */
export function wordsFindings(lesson: Lesson): Finding[] {
  const findings = lesson.steps.flatMap((step, at) => [...stepFindings(lesson, step, at)]);
  for (const [part, words] of [
    ['opening', lesson.opening],
    ['closing', lesson.closing],
  ] as const)
    findings.push(...sayable(words, { stepId: null, part }), ...disclosure(words, { stepId: null, part }));
  return [...findings, ...lastOnes(lesson)];
}

function stepFindings(lesson: Lesson, step: Step, at: number): Finding[] {
  const findings: Finding[] = [];
  const add = (
    severity: Finding['severity'],
    rule: string,
    part: Part,
    words: string,
    message: string,
    repairs: Finding['repairs'] = [],
  ): void => void findings.push({ severity, rule, place: { stepId: step.id, part, words }, message, repairs });
  const replace = (part: Part, from: string, to: string): Finding['repairs'][number]['change'] =>
    replaceWords(lesson, { stepId: step.id, part }, from, to);

  for (const part of PARTS) {
    const written = step.narration[part];
    if (!written.trim()) continue;
    for (const field of unfilled(written, step))
      add(
        'must',
        'field-unknown',
        part,
        field,
        `${field} means nothing for ${step.move.name}. Its dose is ${describeDose(step.dose)}.`,
      );
    const words = filled(written, step);
    const heard = readWords(words);
    for (const dose of heard.doses) {
      const said = saidBy(heard, dose.evidence);
      const planned = plannedFor(step, dose);
      if (planned === null || (dose.low <= planned && planned <= dose.high)) continue;
      const field =
        dose.kind === 'hold_s' || dose.kind === 'seconds_each'
          ? step.dose.form === 'hold'
            ? '{hold}'
            : '{seconds}'
          : '{reps}';
      const number = numberIn(said);
      add('must', 'said-not-planned', part, said, `You say “${said}”; this step ${does(step.dose, planned)}.`, [
        ...(number && written.includes(said)
          ? [{ label: `Say ${planned}`, change: replace(part, said, said.replace(number, field)) }]
          : []),
      ]);
    }
    const instead = (from: string, to: string, label: string): Finding['repairs'] =>
      written.includes(from) ? [{ label, change: replace(part, from, to) }] : [];
    sideFindings(step, part, words, add, instead);
    numberFindings(at, part, words, add, instead);
    if (ASKING.test(words) && part === 'during')
      add(
        'should',
        'asking-in-dose',
        part,
        ASKING.exec(words)![0],
        'A request in the middle of a dose takes the viewer out of it. Keep it for the closing.',
      );
    const pointing = POINTING.exec(words)?.[0];
    if (pointing) {
      const how = step.move.how || `${step.move.action} the ${regionName(step.move.region)}`;
      add('should', 'only-in-the-picture', part, pointing, `“${pointing}” says nothing without the picture.`, [
        { label: `Say “${how}”`, change: replace(part, pointing, how.replace(/[.]$/, '')) },
      ]);
    }
    findings.push(...sayable(words, { stepId: step.id, part }), ...disclosure(words, { stepId: step.id, part }));
  }
  const said = PARTS.map((part) => step.narration[part])
    .join(' ')
    .trim();
  if (said === '') {
    const offer = describeMove(step);
    findings.push({
      severity: 'should',
      rule: 'never-described',
      place: { stepId: step.id, part: 'before' },
      message: `${step.move.name} is never described.`,
      repairs: [
        {
          label: `Say “${offer}”`,
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

/** What a step is planned to do of what was said; null when the words are about something else. */
function plannedFor(step: Step, dose: FoundDose): number | null {
  const { dose: plan } = step;
  switch (dose.kind) {
    case 'reps':
    case 'swipes':
      if (dose.low === 1 || plan.form === 'timed' || plan.form === 'breaths' || plan.form === 'count') return null;
      return plan.form === 'passes' ? plan.passes.planned : repetitionsOf(plan);
    case 'sets':
      return plan.sets.planned;
    case 'breaths':
      return plan.form === 'breaths' && dose.low > 1 ? plan.breaths.planned : null;
    case 'count':
      return plan.form === 'count' ? plan.count.planned : null;
    case 'hold_s':
    case 'seconds_each':
      if (plan.form === 'hold') return plan.holdMs.planned / 1000;
      return plan.form === 'timed' ? plan.eachMs.planned / 1000 : null;
    default:
      return null;
  }
}

function does(dose: Dose, planned: number): string {
  if (dose.form === 'hold')
    return planned === dose.holdMs.planned / 1000 ? `holds ${planned}` : `has ${describeDose(dose)}`;
  return `has ${describeDose(dose)}`;
}

function numberIn(said: string): string | null {
  return (
    /\d+|\b(?:two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|thirteen|fourteen|fifteen|sixteen|twenty|thirty|forty)(?:[- ](?:one|two|three|four|five|six|seven|eight|nine))?\b/i.exec(
      said,
    )?.[0] ?? null
  );
}

type Add = (
  severity: Finding['severity'],
  rule: string,
  part: Part,
  words: string,
  message: string,
  repairs?: Finding['repairs'],
) => void;

/** A repair that says something else instead; none where the words come from a field. */
type Instead = (from: string, to: string, label: string) => Finding['repairs'];

/** Left and right are the body's own; what is named first has to be the side that comes first. */
function sideFindings(step: Step, part: Part, words: string, add: Add, instead: Instead): void {
  const parts = partsOf(step.sidePlan);
  const sides = parts.filter((one) => one === 'left' || one === 'right');
  const named = [
    ...words.matchAll(/\b(left|right)\b(?!\s+(?:hand|hands|fingers?|thumb|palm|knuckles|away|now|here|there))/gi),
  ].filter((match) => !/\b(?:seconds|all|that['’]s|is)\s+$/i.test(words.slice(0, match.index)));
  if (named.length === 0) return;
  const first = named[0]![1]!.toLowerCase();
  if (sides.length === 0) {
    if (parts[0] === 'midline' || parts[0] === 'both')
      add(
        'should',
        'side-not-planned',
        part,
        named[0]![0],
        `You name your ${first}, and ${step.move.name} works ${parts[0] === 'both' ? 'both sides at once' : 'the midline'}.`,
      );
    return;
  }
  if (part === 'before' && sides[0] !== first && named.length === 1)
    add(
      'must',
      'other-side-said',
      part,
      named[0]![0],
      `You say ${first}; ${step.move.name} begins on your ${sides[0]!}.`,
      instead(named[0]![0], '{side}', `Say ${sides[0]!}`),
    );
  if (sides.length === 1 && named.some((match) => match[1]!.toLowerCase() !== sides[0]))
    add('must', 'other-side-said', part, named[0]![0], `You name a side that ${step.move.name} does not work.`);
}

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];

function numberFindings(at: number, part: Part, words: string, add: Add, instead: Instead): void {
  const label =
    /\b(?:step|move|exercise|technique|number)\s+(\d+|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)\b/i.exec(
      words,
    );
  const ordinal = new RegExp(`\\b(${ORDINALS.join('|')})\\s+(?:move|step|exercise|technique)\\b`, 'i').exec(words);
  const said = label
    ? /^\d/.test(label[1]!)
      ? Number(label[1])
      : NUMBER_NAMES.indexOf(label[1]!.toLowerCase()) + 1
    : ordinal
      ? ORDINALS.indexOf(ordinal[1]!.toLowerCase()) + 1
      : null;
  if (said === null || said === 0 || said === at + 1) return;
  const [whole, figure] = (label ?? ordinal)!;
  const right = /^\d/.test(figure!) ? String(at + 1) : ((label ? NUMBER_NAMES : ORDINALS)[at] ?? null);
  const better = right === null ? null : whole.replace(figure!, /^[A-Z]/.test(figure!) ? capital(right) : right);
  add(
    'must',
    'step-number',
    part,
    whole,
    `You say “${whole}”; it is number ${at + 1}.`,
    better === null ? [] : instead(whole, better, `Say “${better}”`),
  );
}

/** "Last one" and "the last move" are only true at the end. */
function lastOnes(lesson: Lesson): Finding[] {
  const findings: Finding[] = [];
  lesson.steps.forEach((step, at) => {
    for (const part of PARTS) {
      const match = /\b(?:the )?(?:last|final) (?:move|exercise|step|technique)\b/i.exec(step.narration[part]);
      if (match && at < lesson.steps.length - 1)
        findings.push({
          severity: 'must',
          rule: 'not-the-last',
          place: { stepId: step.id, part, words: match[0] },
          message: `You say “${match[0]}”, and ${lesson.steps.length - 1 - at} more ${lesson.steps.length - 1 - at === 1 ? 'follows' : 'follow'}.`,
          repairs: [],
        });
    }
  });
  return findings;
}
