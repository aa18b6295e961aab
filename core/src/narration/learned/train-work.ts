import type { Tool } from '../../move/move.schema';
import { knownStream, sharedBy, type Known } from './known';
import type { LearnedEnds } from './sentence-ends';
import type { Layout } from '../layouts';
import { likeliest } from './likeliest';
import { blank, WORKED, type Draft, type Step } from '../step-draft';
import { learned, type Example } from './train-likeliest';
import { workOf, type LearnedWork } from './work';
import { actionsSeen, regionsSeen, SAYS_MOST, sidesSeen, told, type Side } from './work-features';

/** What is true of fewer narrations is not looked at. */
const LEAST_NARRATIONS = 4;
const DECAY = { regions: 2e-3, actions: 5e-5, sides: 1e-3 } as const;
/** A change of side is that of the step that begins so near, ms. */
const NEAR_MS = 2500;

/** A step of a narration whose truth is known. */
export interface KnownStep {
  readonly text: string;
  readonly truth: Step;
  readonly swapped: boolean;
}

/** For the script that makes the weights, and for measurements. */
export function knownSteps(marked: string, layout: Layout, ends?: LearnedEnds): KnownStep[] {
  const { stream, truth } = knownStream(marked, layout, ends);
  const tokenAt = (ms: number): number => {
    const token = stream.tokens.findIndex((one) => one.startMs >= ms && !/^[.,]$/.test(one.text));
    return token < 0 ? stream.tokens.length : token;
  };
  return truth.steps.flatMap((step, i) => {
    const next = truth.steps[i + 1];
    const from = tokenAt(step.startMs);
    const to = next ? tokenAt(next.startMs) : stream.tokens.length;
    if (!WORKED.has(step.kind) || from >= to) return [];
    const said = stream.text.slice(stream.offsetOf(from) - 1, stream.offsetOf(to)).slice(0, SAYS_MOST);
    const swapped = truth.swaps.some(({ atMs }) => Math.abs(atMs - step.startMs) < NEAR_MS);
    return [{ text: ` ${said.trim()} `, swapped, truth: step }];
  });
}

/** A tool that is named; hands are what is worked with else. */
function toolOf({ truth: { tool } }: KnownStep): Tool | null {
  return tool === 'hand' || tool === 'knuckle' || tool === 'none' ? null : tool;
}

/** The steps of a narration as if each had been read right. */
const drafts = (steps: readonly KnownStep[]): Draft[] =>
  steps.map(({ truth, swapped }, i) => ({ ...blank(i), ...truth, swapped }));

export function fittedWork(narrations: readonly Known<readonly KnownStep[]>[]): LearnedWork {
  const of = narrations.map(({ layouts }) =>
    layouts.map((steps) => {
      const all = drafts(steps);
      return steps.map((step, i) => ({
        ...{ step, draft: all[i]!, earlier: all.slice(0, i) },
        said: told(step.text, all[i - 1] ?? null, step.swapped, toolOf(step)),
      }));
    }),
  );
  const shared = sharedBy(
    of.map((layouts) => layouts.flat().flatMap(({ said }) => said.words)),
    LEAST_NARRATIONS,
  );
  const known = (place: string): boolean => !/^(?:in|first) /.test(place) || shared(place);
  const steps = of.flatMap((layouts, n) => layouts.flat().map((one) => ({ ...one, counts: narrations[n]!.counts })));
  const examples = <T extends string>(
    seen: (one: (typeof steps)[number]) => Omit<Example<T>, 'counts' | 'truth'> & { truth: T | 'unknown' },
  ): Example<T>[] =>
    steps.flatMap((one) => {
      const { truth, ...rest } = seen(one);
      return truth === 'unknown' ? [] : [{ ...rest, truth, counts: one.counts }];
    });
  return {
    regions: learned(
      examples(({ said, draft }) => ({ seen: regionsSeen(said), truth: draft.region! })),
      DECAY.regions,
      known,
    ),
    actions: learned(
      examples(({ said, draft }) => ({ seen: actionsSeen(said, draft.region!), truth: draft.action })),
      DECAY.actions,
      known,
    ),
    sides: learned(
      examples<Side>(({ said, draft, earlier }) => {
        const seen = sidesSeen(said, draft, earlier, earlier[earlier.length - 1]);
        const told = seen.values.some((side) => side === draft.side);
        return { seen, truth: told ? draft.side : 'unknown' };
      }),
      DECAY.sides,
      known,
    ),
  };
}

/** How many steps of some narrations are read right, each after what was read of the one before. */
export function workRight(narrations: readonly (readonly KnownStep[])[], weights: LearnedWork): Tally {
  const tally = { steps: 0, regions: 0, actions: 0, both: 0, sides: 0 };
  for (const steps of narrations) {
    const read: Draft[] = [];
    steps.forEach(({ text, swapped, truth }, i) => {
      const before = read[i - 1];
      const said = told(text, before ?? null, swapped, toolOf(steps[i]!));
      const draft = { ...blank(i), kind: truth.kind, ...workOf(said, weights), swapped };
      draft.side = likeliest(sidesSeen(said, draft, read, before), weights.sides).value;
      const region = draft.region === truth.region;
      const action = draft.action === truth.action || truth.action === 'unknown';
      tally.steps++;
      tally.regions += Number(region);
      tally.actions += Number(action);
      tally.both += Number(region && action);
      tally.sides += Number(draft.side === truth.side);
      read.push(draft);
    });
  }
  return tally;
}

export interface Tally {
  readonly steps: number;
  readonly regions: number;
  readonly actions: number;
  readonly both: number;
  readonly sides: number;
}
