import { describeDose, sidePlanName } from '@limber/core/dose/dose';
import type { DraftStep } from '@limber/core/draft/draft';
import { BAND_COLOURS, parentOf, regionName } from '@limber/core/face/regions';
import { describeRead, howSure } from '@limber/core/narration/describe';
import type { Given } from '@limber/core/narration/put-right';
import type { Narrated } from '@limber/core/narration/read';
import type { Evidence, FoundStep } from '@limber/core/narration/reading';
import { WORKED } from '@limber/core/narration/step-draft';
import { saidBy } from '@limber/core/narration/words';
import { clock } from '@limber/core/time/clock';
import { termOf } from '@limber/core/words/terms';
import { claimName } from '../../rules/words';
import { KIND_WORDS, SIDE_WORDS } from './read-words';

const TOOLS: ReadonlySet<string> = new Set(['knuckle', 'stone', 'roller', 'spoon', 'brush', 'device']);

/** Something that was read, with the words it came from; it can be left out. */
export interface Chip {
  readonly what: string;
  readonly place: string;
  readonly words: string;
  readonly sure: string;
  readonly guess: boolean;
  readonly taken: boolean;
}

const SURE: Readonly<Record<ReturnType<typeof howSure>, string>> = {
  '': '',
  likely: $localize`likely`,
  'a guess': $localize`a guess`,
};

/** Where something was read, as a name. */
export function placeOf({ from, to }: Evidence): string {
  return `${from}-${to}`;
}

/** A figure or a promise as it stands in the list. @param unsaid places that are left out. */
function chipOf(narrated: Narrated, evidence: Evidence, what: string, unsaid: ReadonlySet<string>): Chip {
  const place = placeOf(evidence);
  return {
    ...{ what, place, words: wordsAt(narrated, evidence), sure: SURE[howSure(evidence.sure)] },
    guess: howSure(evidence.sure) === 'a guess',
    taken: !unsaid.has(place),
  };
}

/** The first words of a place. */
function wordsAt(narrated: Narrated, { from, to }: Evidence, most = 12): string {
  return saidBy(narrated, { from, to: Math.min(to, from + most) });
}

/** How sure a step is that something is worked there and what, 0 to 1; 1 where somebody said so. */
export function sureOf({ kind, evidence }: FoundStep): number {
  return WORKED.has(kind) ? Math.min(evidence.sure, evidence.work ?? 1) : 1;
}

/** What is shown of a reading: each read step with what becomes of it. */
export interface ReadRow {
  readonly at: number;
  /** The word that it begins with: its name, whatever is joined or parted elsewhere. */
  readonly word: number;
  readonly time: string;
  readonly worked: boolean;
  readonly name: string;
  readonly about: string;
  readonly words: string;
  readonly sure: string;
  readonly agreed: boolean;
  readonly fill: string;
  readonly line: string;
  readonly accepted: boolean;
  readonly becomes: string;
  readonly doses: readonly Chip[];
  readonly change: readonly { readonly words: string; readonly sure: string }[];
}

/** What stands beside a reading and is not read: what was taken of it, and what it becomes. */
export interface Beside {
  readonly draft: readonly DraftStep[];
  readonly given: Given;
  /** Words with which steps begin that are not taken. */
  readonly left: ReadonlySet<number>;
  readonly unsaid: ReadonlySet<string>;
}

export function readRows(narrated: Narrated, { draft, given, left, unsaid }: Beside): ReadRow[] {
  const first = Math.min(...draft.flatMap(({ from }) => from), narrated.steps.length);
  return narrated.steps.map((step, at) => {
    const worked = WORKED.has(step.kind);
    const colours = BAND_COLOURS[parentOf(step.region)];
    const word = step.evidence.from;
    return {
      ...{ at, word, worked, time: clock(step.startMs), words: wordsAt(narrated, step.evidence, 14) },
      name: worked ? `${termOf(step.action)} · ${regionName(step.region)}` : KIND_WORDS[step.kind],
      about: worked
        ? [SIDE_WORDS[step.side], TOOLS.has(step.tool) ? termOf(step.tool) : ''].filter(Boolean).join(' · ')
        : '',
      sure: SURE[howSure(sureOf(step))],
      agreed: given.steps.has(word) || given.begins.has(word),
      fill: worked ? colours.fill : 'var(--line)',
      line: worked ? colours.line : 'var(--line)',
      accepted: !left.has(word),
      becomes: becomes(at, draft, first),
      doses: narrated.doses
        .filter((dose) => dose.atMs >= step.startMs && dose.atMs < step.endMs)
        .map((dose) => chipOf(narrated, dose.evidence, describeRead(dose), unsaid)),
      change: narrated.swaps
        .filter((swap) => swap.atMs >= step.startMs - 1000 && swap.atMs < step.endMs - 1000)
        .map((swap) => ({ words: wordsAt(narrated, swap.evidence), sure: SURE[howSure(swap.evidence.sure)] })),
    };
  });
}

/** What is said beside the work, each with its words. */
export interface Remarks {
  readonly promises: readonly (Chip & { readonly time: string })[];
  readonly cautions: readonly Remark[];
  readonly claims: readonly (Remark & { readonly strong: boolean })[];
}
interface Remark {
  readonly time: string;
  readonly what: string;
  readonly words: string;
}
export const NO_REMARKS: Remarks = { promises: [], cautions: [], claims: [] };

/** @param unsaid places that are left out. */
export function remarksOf(narrated: Narrated, unsaid: ReadonlySet<string>): Remarks {
  return {
    promises: narrated.promises.map(({ atMs, low, high, unit, evidence }) => ({
      time: clock(atMs),
      ...chipOf(
        narrated,
        evidence,
        `${low}${high > low ? $localize` to ${high}` : ''} ${unit.replace('_', ' ')}`,
        unsaid,
      ),
    })),
    cautions: narrated.cautions.map(({ atMs, about, evidence }) => ({
      ...{ time: clock(atMs), what: about.replace(/_/g, ' '), words: wordsAt(narrated, evidence) },
    })),
    claims: narrated.claims.map(({ atMs, about, strength, evidence }) => ({
      time: clock(atMs),
      what: `${claimName(about)}, ${strength === 'strong' ? $localize`said as certain` : $localize`said with care`}`,
      words: wordsAt(narrated, evidence),
      strong: strength === 'strong',
    })),
  };
}

function becomes(at: number, draft: readonly DraftStep[], first: number): string {
  const own = draft.find((one) => one.from.includes(at));
  if (own && own.from[0] !== at) return $localize`the other side of it`;
  if (own) {
    const { step, doseSaid } = own;
    const unsaid = doseSaid ? '' : $localize` (as usual: how many was not said)`;
    return `${step.move.name}: ${describeDose(step.dose)}${unsaid}, ${sidePlanName(step.sidePlan)}`;
  }
  const beside = draft.find((one) => one.along.includes(at));
  if (beside) return $localize`its words stay with ${beside.step.move.name}`;
  return at < first ? $localize`its words stand in the opening` : $localize`its words stand in the closing`;
}
