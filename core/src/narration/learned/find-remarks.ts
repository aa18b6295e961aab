import { beginsMs, clauses, isCondition, JOINTS, type Clause } from '../clauses';
import { howLikely, type Learned } from './likeliest';
import type { RuledRemark } from '../reading';
import { aboutOf, remarkOf, remarkSeen, wordsSaid, type Remark } from './remark-features';
import type { Stream } from '../tokens';

/** What is known of how remarks of one sort are made. */
export interface RemarkSort<T extends string> {
  readonly hints: readonly (readonly [T, string])[];
  readonly learned: Learned;
  /** When a remark is said whose words were found at a place of its clause, ms. */
  readonly said: (stream: Stream, clause: Clause, index: number) => number;
  /** How sure one must be at least to be told. */
  readonly least: number;
  /** Whether what a clause says before something, or besides, takes it back. */
  readonly denied?: (clause: string, at: number, about: T) => boolean;
  /** Whether it begins with its condition where that stands by itself before it: "if your jaw locks", a guessed end after it. */
  readonly conditioned?: boolean;
}

/** Most sentences are a remark about one thing: beside what is likelier, one must be so sure. */
const BESIDE = 0.48;
/** Words so far on each side of what hints at a remark are shown for it. */
const AROUND = 8;

/**
 * All remarks of a sort: what the rules find, and what is likely by the words of a clause.
 *
 * @param ruled what the rules find in the stream.
 */
export function findRemarks<T extends string>(
  stream: Stream,
  ruled: readonly RuledRemark<T>[],
  { hints, learned, said, least, denied, conditioned }: RemarkSort<T>,
): RuledRemark<T>[] {
  let before: ReadonlySet<T> = new Set();
  let last: Remark<T> | null = null;
  const all = clauses(stream);
  return all
    .flatMap((clause, number) => {
      const own = ruled.filter((one) => one.clause === number);
      const remark = remarkOf(clause.text, hints, new Set(own.map(({ about }) => about)), last);
      last = remark;
      const told = aboutOf(remark).flatMap((about): RuledRemark<T>[] => {
        const sure = sureOf(remark, about, before, learned);
        if (sure < least) return [];
        const rules = own.filter((one) => one.about === about);
        if (rules.length > 0) return rules.map((one) => ({ ...one, evidence: { ...one.evidence, sure } }));
        const at = whereSaid(remark, about, learned);
        if (denied?.(clause.text, at, about)) return [];
        const evidence = { ...wordsAround(stream, clause, at), sure };
        return [{ about, clause: number, atMs: said(stream, clause, Math.max(0, at - 1)), evidence }];
      });
      const previous = conditioned && before.size === 0 ? all[number - 1] : undefined;
      const fromMs = previous && isCondition(previous) ? beginsMs(stream, previous) : Infinity;
      const most = Math.max(...told.map(({ evidence }) => evidence.sure));
      const found = told
        .filter(({ evidence: { sure } }) => sure === most || sure >= BESIDE)
        .map((one) => ({ ...one, atMs: Math.min(one.atMs, fromMs) }));
      before = new Set(found.map(({ about }) => about));
      return found;
    })
    .sort((a, b) => a.atMs - b.atMs);
}

/** Of all that hints at a remark in its clause, what stands among the words that say most for it. */
function whereSaid<T extends string>(of: Remark<T>, about: T, { shared }: Learned): number {
  const worth = (at: number): number => {
    const begins = Math.max(...PARTS.map((joint) => of.text.lastIndexOf(joint, at)));
    const ends = Math.min(...PARTS.map((joint) => of.text.indexOf(joint, at)).filter((end) => end >= 0));
    const part = of.text.slice(Math.max(0, begins), Number.isFinite(ends) ? ends : undefined);
    return wordsSaid(part).reduce((sum, name) => sum + (shared[name] ?? 0) + (shared[`${about}, ${name}`] ?? 0), 0);
  };
  return of.hints.get(about)!.reduce((best, at) => (worth(at) > worth(best) + 1e-9 ? at : best));
}

/** What stands between what is said for one thing and for another in the same sentence. */
const PARTS = [...JOINTS, ' but '];

function wordsAround(stream: Stream, clause: Clause, at: number): { from: number; to: number } {
  const token = stream.tokenAt(clause.start + at);
  const first = Math.max(stream.tokenAt(clause.start + 1), token - AROUND);
  const last = Math.min(stream.tokenAt(clause.start + clause.text.trimEnd().length), token + AROUND);
  return { from: stream.tokens[first]!.word, to: stream.tokens[last]!.end };
}

/** How likely it is that a clause is a remark about something. */
export function sureOf<T extends string>(of: Remark<T>, about: T, before: ReadonlySet<T>, learned: Learned): number {
  return howLikely('yes', remarkSeen(of, about, before), learned, HEAT);
}
/** Weights of remarks are held back less than others, and so their odds count for less. */
const HEAT = 2.2;
