import type { Found } from './finding';
import type { RuleId } from './rules';
import type { Lesson, Step } from '../lesson/lesson.schema';
import type { Region } from '../face/regions';

/**
 * A caution with the steps that call for it, the words in which it is offered, and how it is known to be said. General
 * knowledge, no source: worded as "ask first", it defers to licensed practice and local rules, and diagnoses nothing.
 */
interface Rule {
  readonly id: string;
  readonly concerns: (step: Step) => boolean;
  readonly say: string;
  readonly said: RegExp;
  /** Words that are enough when they stand at the step itself. */
  readonly saidHere?: RegExp;
  readonly ask: string;
}

const touches = ({ move }: Step, ...regions: Region[]): boolean =>
  regions.includes(move.region) || (move.direction !== null && regions.includes(move.direction.to));

export const CAUTION_RULES: readonly Rule[] = [
  {
    id: 'jaw',
    concerns: (step) => step.move.region === 'jaw' || (step.move.region === 'chin' && step.move.action === 'hold'),
    say: 'If your jaw hurts, clicks or locks, leave this one out and ask a dentist.',
    said: /jaw[^.]*(?:hurt|pain|click|lock)|(?:hurt|click|lock)[^.]*jaw|dentist/i,
    ask: 'Does your jaw hurt, click or lock?',
  },
  {
    id: 'neck',
    concerns: (step) => touches(step, 'neck') && step.move.action !== 'breathe',
    say: 'Feather-light on the neck, one side at a time, never on the pulse.',
    said: /neck[^.]*(?:light|feather|gentl|never|not|pulse|careful)|(?:feather|light)[^.]*neck|pulse|never press|throat/i,
    saidHere: /feather|light|gentl|softly/i,
    ask: 'Have you a carotid disease, an overactive thyroid, or a lump at the neck that nobody has looked at?',
  },
  {
    id: 'head_back',
    concerns: (step) => step.move.action === 'stretch' && step.move.region === 'neck',
    say: 'Head back or to the side only as far as is easy, and not with neck trouble or dizziness.',
    said: /(?:only )?as far as|dizz|neck (?:trouble|pain)|easy/i,
    ask: 'Have you neck trouble, or do you get dizzy?',
  },
  {
    id: 'drain',
    concerns: (step) => step.move.action === 'drain',
    say: 'With a fever, anything swollen, thrombosis, or heart or kidney trouble, ask a doctor before you do the downward strokes.',
    said: /fever|swollen|thrombo|doctor|kidney|infection/i,
    ask: 'Have you a fever or infection, thrombosis, heart or kidney failure, cancer now or before, removed nodes or swollen nodes?',
  },
  {
    id: 'eye',
    concerns: (step) => step.move.region === 'eye' && !['hold', 'wiggle'].includes(step.move.action),
    say: 'Ring finger only, on the bone, never on the eyeball. Contact lenses out.',
    said: /eyeball|lens|on the bone|ring finger|no pressure|feather|as light as/i,
    ask: 'Have you glaucoma, retinal trouble or eye surgery behind you? Are you wearing contact lenses?',
  },
  {
    id: 'cold',
    concerns: (step) => ['stone', 'roller', 'spoon'].includes(step.move.tool),
    say: 'Keep a cold tool moving, and only over oil or cream.',
    said: /keep[^.]*moving|over (?:oil|cream)|not too cold|cold/i,
    ask: 'Does cold give you hives or white fingers? Are you allergic to nickel?',
  },
  {
    id: 'breath',
    concerns: (step) => step.move.action === 'puff' || step.move.action === 'breathe',
    say: 'Do not force it, and stop when you feel dizzy.',
    said: /force|dizz|easy|gentl/i,
    ask: 'Have you high blood pressure or ear trouble?',
  },
  {
    id: 'slip',
    concerns: (step) => step.move.slip,
    say: 'Use enough oil that the skin is not dragged.',
    said: /oil|cream|serum|drag|pull/i,
    ask: '',
  },
  {
    id: 'shoulder_pregnancy',
    concerns: (step) => step.move.region === 'shoulder' && ['medium', 'firm'].includes(step.move.pressure),
    say: 'When you are pregnant, no firm work on top of the shoulders; ask your midwife.',
    said: /pregnan|midwife/i,
    ask: 'Are you pregnant?',
  },
];

/**
 * Where a caution belongs before a step and is not said by then; one finding a caution, at its first step.
 *
 * @example cautionFindings(lesson)[0]?.message // 'No word of caution before Slipway: …'
 */
export function cautionFindings(lesson: Lesson): Found[] {
  const findings: Found[] = [];
  for (const rule of CAUTION_RULES) {
    const at = lesson.steps.findIndex(rule.concerns);
    if (at < 0) continue;
    const step = lesson.steps[at]!;
    const heard = [
      lesson.opening,
      ...lesson.steps.slice(0, at).flatMap(({ narration }) => [narration.before, narration.during, narration.after]),
      step.narration.before,
      rule.id === 'slip' && lesson.steps.slice(0, at + 1).some((one) => one.product !== 'none') ? 'oil' : '',
    ].join('\n');
    if (rule.said.test(heard) || rule.saidHere?.test(step.narration.before)) continue;
    const late = lesson.steps
      .slice(at)
      .some(({ narration }) => rule.said.test(`${narration.during} ${narration.after}`));
    findings.push({
      rule: `caution-${rule.id.replace('_', '-')}` as RuleId,
      place: { on: 'plan', stepId: step.id, part: 'before' },
      message: late
        ? `The caution for ${step.move.name} comes after it has begun. It belongs before.`
        : `No word of caution before ${step.move.name}: “${rule.say}”`,
      restsOn: [
        late,
        step.move.region,
        step.move.direction,
        step.move.action,
        step.move.pressure,
        step.move.tool,
        step.sidePlan,
      ],
      repairs: [
        {
          label: 'Say it here',
          change: {
            kind: 'set_step',
            stepId: step.id,
            field: 'narration',
            value: { ...step.narration, before: `${rule.say} ${step.narration.before}`.trim() },
          },
        },
        {
          label: 'Say it at the opening',
          change: { kind: 'set_lesson', field: 'opening', value: `${lesson.opening} ${rule.say}`.trim() },
        },
      ],
    });
  }
  return findings;
}

/**
 * Questions to ask oneself before the lesson; a yes means: ask a professional first. Nothing is diagnosed.
 *
 * @example screeningQuestions(lesson) // ['Do you have …?', …]
 */
export function screeningQuestions(lesson: Pick<Lesson, 'steps'>): string[] {
  const general = [
    'Have you had injections, fillers, threads, peels, laser, surgery or dental work in the last weeks?',
    'Is your skin broken, inflamed or sunburnt, or have you a cold sore?',
  ];
  return [
    ...general,
    ...CAUTION_RULES.filter((rule) => rule.ask && lesson.steps.some(rule.concerns)).map((rule) => rule.ask),
  ];
}
