import '../words/localize';
import { deriveCues } from '../cue/derive';
import { cueStyleOf } from '../cue/styles';
import { sidePlanName } from '../dose/dose';
import { describeDoses } from '../lesson/dose-for';
import { isMove, nameOfStep, type Lesson, type Step } from '../lesson/lesson.schema';
import { timelineOf, type Timeline } from '../schedule/timeline';
import { clock } from '../time/clock';
import { longestRun } from '../time/longest-run';
import { termOf } from '../words/terms';

/** What of a lesson differs. */
export const COMPARED = ['length', 'steps', 'order', 'amounts', 'shown', 'words', 'cues'] as const;
export type Compared = (typeof COMPARED)[number];

/** One difference between two forms of a lesson, in words; of a step, where it is about one. */
export interface Difference {
  readonly about: Compared;
  readonly stepId: string | null;
  readonly words: string;
}

/**
 * What became of a lesson, in sentences: how long it runs, which steps came and went and changed places, how many are
 * planned and how many play, what is said and what is shown. Equal lessons have no difference.
 *
 * @example differences(before, now)[0]?.words // 'It runs 3:46, before 4:05.'
 */
export function differences(before: Lesson, now: Lesson): Difference[] {
  const [was, is] = [timelineOf(before), timelineOf(now)];
  return [
    ...lengths(was, is),
    ...texts(before, now),
    ...stepsOf(before, now),
    ...orders(before, now),
    ...amounts(before, now),
    ...(was?.cut && is?.cut ? shown(now, was, is) : []),
    ...words(before, now),
    ...(was && is ? cuesOf(before, was, now, is) : []),
  ];
}

function lengths(was: Timeline | null, is: Timeline | null): Difference[] {
  const [a, b] = [clock(was?.durationMs ?? 0), clock(is?.durationMs ?? 0)];
  return a === b ? [] : [{ about: 'length', stepId: null, words: $localize`It runs ${b}, before ${a}.` }];
}

function texts(before: Lesson, now: Lesson): Difference[] {
  const fields = [
    ['title', $localize`The title`],
    ['promise', $localize`The promise`],
    ['description', $localize`The description`],
    ['opening', $localize`The opening`],
    ['closing', $localize`The closing`],
  ] as const;
  return fields.flatMap(([field, name]): Difference[] => {
    const [a, b] = [before[field].trim(), now[field].trim()];
    if (a === b) return [];
    const words = a === '' ? $localize`${name} is new.` : b === '' ? $localize`${name} is gone.` : changed(name, a, b);
    return [{ about: 'words', stepId: null, words }];
  });
}

/** By how much it became longer or shorter, where a person would count. */
function changed(name: string, before: string, now: string): string {
  const more = wordsIn(now) - wordsIn(before);
  if (more === 0) return $localize`${name} reads otherwise.`;
  return more > 0
    ? $localize`${name} reads otherwise, ${more} words longer.`
    : $localize`${name} reads otherwise, ${-more} words shorter.`;
}

function wordsIn(text: string): number {
  return text.match(/\S+/g)?.length ?? 0;
}

function stepsOf(before: Lesson, now: Lesson): Difference[] {
  const [known, left] = [byId(before.steps), byId(now.steps)];
  const gone = before.steps
    .filter((step) => !left.has(step.id))
    .map((step): Difference => ({ about: 'steps', stepId: null, words: $localize`${nameOfStep(step)} is gone.` }));
  const came = now.steps.flatMap((step, at): Difference[] => {
    const was = known.get(step.id);
    const [name, after] = [nameOfStep(step), now.steps[at - 1]];
    if (!was) {
      const where = after ? $localize`after ${nameOfStep(after)}` : $localize`at the beginning`;
      return [{ about: 'steps', stepId: step.id, words: $localize`${name} is new, ${where}.` }];
    }
    if (nameOfStep(was) === name) return [];
    return [{ about: 'steps', stepId: step.id, words: $localize`${nameOfStep(was)} is called ${name}.` }];
  });
  return [...gone, ...came];
}

/** Of the steps that both have, as few as may be are said to have moved. */
function orders(before: Lesson, now: Lesson): Difference[] {
  const rank = new Map(before.steps.map((step, at) => [step.id, at]));
  const common = now.steps.filter((step) => rank.has(step.id));
  const stayed = new Set(longestRun(common, (step) => rank.get(step.id)!));
  return common.flatMap((step, at): Difference[] => {
    if (stayed.has(step)) return [];
    const after = common[at - 1];
    const where = after ? $localize`after ${nameOfStep(after)}` : $localize`first`;
    return [{ about: 'order', stepId: step.id, words: $localize`${nameOfStep(step)} comes ${where} now.` }];
  });
}

function amounts(before: Lesson, now: Lesson): Difference[] {
  return bothHave(before, now).flatMap(([was, step]): Difference[] => {
    if (!isMove(was) || !isMove(step)) return [];
    const name = nameOfStep(step);
    const pairs = [
      [describeDoses(was), describeDoses(step)],
      [sidePlanName(was.sidePlan), sidePlanName(step.sidePlan)],
    ] as const;
    const told = pairs.flatMap(([a, b]) => (a === b ? [] : [$localize`${name}\: ${b}, before ${a}.`]));
    const same = (one: Extract<Step, { kind: 'move' }>): string => JSON.stringify([one.dose, one.rightDose]);
    if (told.length === 0 && same(was) !== same(step)) told.push($localize`${name} goes at another pace.`);
    return told.map((words) => ({ about: 'amounts', stepId: step.id, words }));
  });
}

/** How many of each step and side play. */
function shown(now: Lesson, was: Timeline, is: Timeline): Difference[] {
  const [before, after] = [countsOf(was), countsOf(is)];
  const names = new Map(now.steps.map((step) => [step.id, nameOfStep(step)]));
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((key): Difference[] => {
    const [a, b] = [before.get(key) ?? 0, after.get(key) ?? 0];
    const [stepId, side] = JSON.parse(key) as [string, string | null];
    const name = names.get(stepId);
    if (a === b || name === undefined) return [];
    const who = side === null ? name : `${name}, ${termOf(side)}`;
    return [{ about: 'shown', stepId, words: $localize`${who}\: the film has ${b}, before ${a}.` }];
  });
}

function countsOf({ passages }: Timeline): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { stepId, side, beatsMs } of passages) {
    if (stepId === null || beatsMs.length === 0) continue;
    const key = JSON.stringify([stepId, side]);
    counts.set(key, (counts.get(key) ?? 0) + beatsMs.length);
  }
  return counts;
}

function words(before: Lesson, now: Lesson): Difference[] {
  return bothHave(before, now).flatMap(([was, step]): Difference[] => {
    const said = ({ narration }: Step): string =>
      [narration.before, narration.during, narration.after].join('\n').trim();
    if (said(was) === said(step)) return [];
    const name = $localize`What is said at ${nameOfStep(step)}`;
    return [{ about: 'words', stepId: step.id, words: changed(name, said(was), said(step)) }];
  });
}

function cuesOf(before: Lesson, was: Timeline, now: Lesson, is: Timeline): Difference[] {
  const add = (words: string): Difference => ({ about: 'cues', stepId: null, words });
  const [a, b] = [deriveCues(before, was).cues, deriveCues(now, is).cues];
  const known = new Map(a.map((cue) => [cue.key, cue]));
  const kept = b.filter((cue) => known.has(cue.key));
  const [more, fewer] = [b.length - kept.length, a.length - kept.length];
  const other = kept.filter((cue) => known.get(cue.key)!.text !== cue.text).length;
  const cues = (n: number): string => (n === 1 ? $localize`1 cue` : $localize`${n} cues`);
  const [style, styleBefore] = [cueStyleOf(now), cueStyleOf(before)];
  return [
    ...(more > 0 ? [add($localize`New on the picture: ${cues(more)}.`)] : []),
    ...(fewer > 0 ? [add($localize`No longer on the picture: ${cues(fewer)}.`)] : []),
    ...(other > 0 ? [add($localize`With other words: ${cues(other)}.`)] : []),
    ...(JSON.stringify(style) === JSON.stringify(styleBefore)
      ? []
      : [
          add(
            style.name === styleBefore.name
              ? $localize`They look otherwise, in the same style.`
              : $localize`They look like ${style.name}, before like ${styleBefore.name}.`,
          ),
        ]),
  ];
}

function byId(steps: readonly Step[]): Map<string, Step> {
  return new Map(steps.map((step) => [step.id, step]));
}

/** Every step that both have, as it was and as it is, in the order that it has now. */
function bothHave(before: Lesson, now: Lesson): [Step, Step][] {
  const known = byId(before.steps);
  return now.steps.flatMap((step): [Step, Step][] => {
    const was = known.get(step.id);
    return was ? [[was, step]] : [];
  });
}
