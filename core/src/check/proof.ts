import '../words/localize';
import type { Severity } from '../caution/severity';
import type { Senses } from '../cue/senses';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { Timeline } from '../schedule/timeline';
import { clock } from '../time/clock';
import type { Finding } from './finding';
import { ruleOf, type CheckName, type RuleId } from './rules';

/** What a lesson is held against, in the order in which it is told. */
const LINES = ['length', 'whole', 'sides', 'asked', 'order', 'claims', 'said', 'heard', 'numbers', 'read'] as const;
export type ProofLineName = (typeof LINES)[number];

/** What a lesson was held against in one respect, and what came of it. */
export interface ProofLine {
  readonly name: ProofLineName;
  readonly title: string;
  /** The worst of what is still open; `fine` where nothing is, `unseen` where nothing could be looked at. */
  readonly state: Severity | 'fine' | 'unseen';
  /** What came of it, in a few words. */
  readonly words: string;
}

/** Whether a lesson is ready to be shared, and what it was held against. */
export interface Proof {
  /** Nothing that must be mended is open. */
  readonly ready: boolean;
  readonly lines: readonly ProofLine[];
  /** What nobody has looked at, a sentence each. */
  readonly notLooked: readonly string[];
}

/** Rules that are told on another line than the others of their check. */
const OWN_LINE: Partial<Record<RuleId, ProofLineName>> = {
  'promise-minutes': 'length',
  'promise-moves': 'whole',
  'filmed-sides-uneven': 'sides',
  'side-not-filmed': 'sides',
  'side-unnamed': 'sides',
  'cue-other-side': 'sides',
  disclosure: 'claims',
  'cue-beside-movement': 'numbers',
  'cue-said-otherwise': 'numbers',
  'cue-flashes': 'numbers',
  'change-without-cue': 'numbers',
};
const LINE_OF: Readonly<Record<CheckName, ProofLineName>> = {
  length: 'length',
  balance: 'sides',
  caution: 'asked',
  voice: 'heard',
  words: 'said',
  order: 'order',
  promise: 'claims',
  claim: 'claims',
  film: 'whole',
  talk: 'heard',
  cue: 'read',
  standing: 'order',
  done: 'said',
};

/** The line on which a rule is told. @example lineOf('side-not-filmed') // 'sides' */
export function lineOf(rule: RuleId): ProofLineName {
  return OWN_LINE[rule] ?? LINE_OF[ruleOf(rule).check];
}

/** Lines of which nothing can be said before there is a film. */
const OF_THE_FILM: ReadonlySet<ProofLineName> = new Set(['numbers', 'read']);

/**
 * What a lesson was held against before it is shared, in ten lines, whether it is ready, and what nobody has looked at.
 *
 * @param open what is still to be looked at, worst first.
 * @example proofOf(lesson, timeline, [], senses).ready // true
 */
export function proofOf(
  lesson: Pick<Lesson, 'steps' | 'takes' | 'targetMs'>,
  timeline: Timeline,
  open: readonly Finding[],
  senses: Senses = {},
): Proof {
  const onLine = new Map<ProofLineName, Finding[]>();
  for (const one of open) {
    const name = lineOf(one.rule);
    onLine.set(name, [...(onLine.get(name) ?? []), one]);
  }
  const filmed = timeline.cut !== null;
  const lines = LINES.map((name): ProofLine => {
    const [worst, ...others] = onLine.get(name) ?? [];
    const title = titleOf(name, lesson, timeline);
    if (!worst && OF_THE_FILM.has(name) && !filmed)
      return { name, title, state: 'unseen', words: $localize`nothing is marked on a film yet` };
    if (!worst) return { name, title, state: 'fine', words: fineWords(name, lesson) };
    const words = others.length === 0 ? worst.message : $localize`${worst.message} And ${others.length} more.`;
    return { name, title, state: worst.severity, words };
  });
  return {
    ready: filmed && !open.some((one) => one.severity === 'must'),
    lines,
    notLooked: notLooked(lesson, timeline, senses),
  };
}

function titleOf(name: ProofLineName, { steps }: Pick<Lesson, 'steps'>, { durationMs }: Timeline): string {
  const moves = movesOf(steps).length;
  switch (name) {
    case 'length':
      return $localize`Runs ${clock(durationMs)}`;
    case 'whole':
      return moves === 1 ? $localize`One move` : $localize`${moves} moves`;
    case 'sides':
      return $localize`Both sides get their due`;
    case 'asked':
      return $localize`Who should ask first is told`;
    case 'order':
      return $localize`The order`;
    case 'claims':
      return $localize`What is promised`;
    case 'said':
      return $localize`What is said`;
    case 'heard':
      return $localize`Followed with eyes closed`;
    case 'numbers':
      return $localize`Numbers with the movement`;
    case 'read':
      return $localize`Can be read`;
  }
}

function fineWords(name: ProofLineName, { targetMs }: Pick<Lesson, 'targetMs'>): string {
  switch (name) {
    case 'length':
      return targetMs === null ? $localize`no length was asked for` : $localize`as you wanted it`;
    case 'whole':
      return $localize`all of them as planned`;
    case 'sides':
      return $localize`left and right as often`;
    case 'asked':
      return $localize`before the moves that need it`;
    case 'order':
      return $localize`as your school has it`;
    case 'claims':
      return $localize`nothing without support`;
    case 'said':
      return $localize`planned, said and done agree`;
    case 'heard':
      return $localize`it is said when it counts`;
    case 'numbers':
      return $localize`where the hand is`;
    case 'read':
      return $localize`size, contrast, time, and clear of where you work`;
  }
}

/** What nobody looked at is said too: silence is no praise. */
function notLooked({ takes }: Pick<Lesson, 'takes'>, { cut }: Timeline, { heard, seenOn }: Senses): string[] {
  const plays = new Set((cut?.pieces ?? []).map((piece) => piece.takeId));
  const unseen = takes.filter((take) => plays.has(take.id) && !seenOn?.(take.id)).map((take) => take.name);
  const unheard = takes.filter((take) => plays.has(take.id) && !heard?.(take.id)).map((take) => take.name);
  return [
    ...(cut ? [] : [$localize`the film, of which nothing is marked`]),
    ...(unseen.length > 0 ? [$localize`the picture of ${unseen.join(', ')}`] : []),
    ...(unheard.length > 0 ? [$localize`where you speak in ${unheard.join(', ')}`] : []),
    $localize`whether oil shows, and how it feels`,
  ];
}
