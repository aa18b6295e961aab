import type { ScriptRow } from '../align/script';
import type { LogEntry } from '../take/log.document';
import { longestRun } from '../time/longest-run';
import type { Evidence } from './evidence';
import { EARLY_MS, isPress, LATE_MS } from './instants';
import type { Slot } from './slots';
import type { Spoken } from './spoken';

/** What tells so much speaks for something. */
export const SPEAKS = 2;
/** A step that is said to start at an instant starts where speech begins that is so near. */
const NEAR_SPEECH_MS = 300;
/** A step is known by its words, or less than this; those before where it can begin end so near to it. */
const UNKNOWN = 0.5;
const JUST_BEFORE_MS = 500;
/** That a step is said out of its turn tells for its being done so, too: as much as coming and going costs. */
const TURN = 14;
/** One instant among all, per ms, for how much it tells when something is said to be at it. */
const ANYWHERE = 1 / 60_000;

/** What the words tell of each row that begins at each of the instants. */
export function startsOfRows(
  rows: readonly ScriptRow[],
  evidence: Evidence,
  spoken: Spoken,
  atMs: readonly number[],
): Float64Array[] {
  const turned = outOfTurn(rows, evidence.said?.steps ?? []);
  return rows.map((row, at) => startsOf(row, turned.has(at) ? TURN : 0, evidence, spoken, atMs));
}

/**
 * What the words tell of a row that begins at each of the instants.
 *
 * @param more what it tells where they speak for it.
 */
function startsOf(
  row: ScriptRow,
  more: number,
  { said }: Evidence,
  spoken: Spoken,
  atMs: readonly number[],
): Float64Array {
  const one = said?.steps.find((step) => isOfRow(step, row));
  if (!said || !one)
    return new Float64Array(atMs.length).fill(said?.missing.some((step) => isOfRow(step, row)) ? -1.5 : 0);
  const spread = 250;
  // What nobody knows the words of may be said in those that were not known.
  const unknown = said.sentences.findLast(
    ({ endMs, written }) => !written && Math.abs(endMs - one.earliestMs) < JUST_BEFORE_MS,
  );
  const earliestMs = unknown && one.confidence < UNKNOWN ? unknown.startMs : one.earliestMs;
  const open = Math.max(1, one.latestMs - earliestMs + 2 * spread);
  return Float64Array.from(atMs, (ms) => {
    const besideMs = Math.max(0, Math.abs(ms - one.startMs) - (spoken.beginsMs.has(ms) ? NEAR_SPEECH_MS : 0));
    const near = Math.exp(-((besideMs / spread) ** 2) / 2) / (spread * Math.sqrt(2 * Math.PI));
    const possible = ms > earliestMs - spread && ms < one.latestMs + spread ? 1 / open : 0;
    const c = one.confidence;
    const told = Math.log(
      (c * (0.85 * near + 0.15 * possible)) / ANYWHERE + (1 - c) * (possible > 0 ? possible / ANYWHERE : 0.3) + 0.01,
    );
    return told > SPEAKS ? told + more : told;
  });
}

/** What the log tells of a slot that begins at each of the instants; null where nobody would press. */
export function pressesOf(
  { kind, stepId, side, opens, work }: Slot,
  before: Slot | undefined,
  { log }: Evidence,
  instantsMs: readonly number[],
): Float64Array | null {
  if (log.length === 0 || stepId === null) return null;
  const meant = (entry: LogEntry): boolean => {
    if (entry.stepId !== null && entry.stepId !== stepId) return false;
    if (entry.kind === 'step') return opens && kind !== 'swap' && entry.stepId === stepId;
    const swaps = kind === 'swap' || (work !== null && before?.kind !== 'swap' && opens);
    if (entry.kind === 'swap') return swaps && (entry.side === null || entry.side === side);
    return (
      (entry.kind === 'dose' || entry.kind === 'hold') && work !== null && (entry.side === null || entry.side === side)
    );
  };
  const own = log.filter(meant);
  if (own.length === 0 && !work && !opens) return null;
  return Float64Array.from(instantsMs, (ms) => {
    return own.some(({ atMs }) => isPress(atMs, ms))
      ? Math.log(0.95 / (LATE_MS + EARLY_MS) / ANYWHERE)
      : Math.log(0.06);
  });
}

/** Whether something said is of a row. */
export const isOfRow = (one: Pick<ScriptRow, 'stepId' | 'side'>, row: ScriptRow): boolean =>
  one.stepId === row.stepId && one.side === row.side;

/** Rows that are said out of their turn, of steps in the order in which they are said. */
function outOfTurn(rows: readonly ScriptRow[], steps: readonly Pick<ScriptRow, 'stepId' | 'side'>[]): Set<number> {
  const said = steps.map((one) => rows.findIndex((row) => isOfRow(one, row))).filter((row) => row >= 0);
  const inTurn = new Set(longestRun(said, (row) => row));
  return new Set(said.filter((row) => !inTurn.has(row)));
}
