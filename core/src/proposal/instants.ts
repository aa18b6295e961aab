import type { Evidence } from './evidence';

/** Instants closer together than this are one. */
export const SAME_MS = 60;
/** A press comes this much later than what it tells, at most, and on the average. */
export const LATE_MS = 450;
const USUALLY_LATE_MS = 200;
/** A press is never earlier than this, ms. */
export const EARLY_MS = 80;
/** Silence has to be longer by so much than what is waited, for something to begin in it. */
const SILENT_MS = 1500;
/** From the last word to where a wait begins. */
export const BREATH_MS = 450;
/** Nothing that is planned is over sooner, ms. */
export const SHORTEST_MS = 250;
/** Where nothing happens for longer than this, there may be an end all the same. */
const DULL_MS = 8000;

/** How long the plan waits, ms: after what was said, for hands to settle; from when it is said, for them to change sides. */
export interface Waits {
  readonly settlesMs: readonly number[];
  readonly changesMs: readonly number[];
}

/**
 * Where something can begin or end, in ms, ascending: at the take's own ends, where speech and hands begin and end, where
 * words and the log say so, where the scene changes, and in silence as long after talk as the plan waits. Within what is
 * agreed nothing does.
 */
export function instantsOf(evidence: Evidence, waits: Waits): number[] {
  const { durationMs, agreed } = evidence;
  const fixed = agreed.flatMap((one) => [one.startMs, one.endMs]);
  const free = possible(evidence, waits).filter(
    (ms) => !agreed.some((one) => ms > one.startMs - SAME_MS && ms < one.endMs + SAME_MS),
  );
  const kept = new Set([0, ...fixed, durationMs]);
  const instants: number[] = [];
  for (const ms of [...kept, ...free].sort((a, b) => a - b)) {
    const before = instants[instants.length - 1];
    if (before === ms || (!kept.has(ms) && (ms - before! < SAME_MS || durationMs - ms < SAME_MS))) continue;
    instants.push(ms);
  }
  return instants.flatMap((ms, at) => [...(at > 0 ? dull(instants[at - 1]!, ms, agreed) : []), ms]);
}

function possible(
  { durationMs, speech, bouts, holds, sceneChangesMs, said, log }: Evidence,
  { settlesMs, changesMs }: Waits,
): number[] {
  const waited = speech.flatMap(([start, end], at) => {
    const next = speech[at + 1]?.[0] ?? durationMs;
    return [...settlesMs.map((ms) => end + BREATH_MS + ms), ...changesMs.map((ms) => start + ms)].filter(
      (ms) => ms > end && next > ms + SILENT_MS - BREATH_MS,
    );
  });
  const known = [
    ...speech.flat(),
    ...bouts.flatMap((one) => [one.startMs, one.endMs, one.beatsMs[one.beatsMs.length - 1]!]),
    ...holds.flatMap((one) => [one.startMs, one.endMs]),
    ...sceneChangesMs,
    ...(said?.steps.map((one) => one.startMs) ?? []),
    ...(said?.again.flatMap((one) => [one.startMs, one.endMs]) ?? []),
  ];
  const sorry = said?.apologies.map((one) => one.endMs + BREATH_MS) ?? [];
  // What is only reckoned gives way to what is known to be just beside it.
  const reckoned = [...sorry, ...waited].filter((ms) => !known.some((one) => Math.abs(one - ms) <= SAME_MS));
  // A press is late: what it tells stands where something happens just before it, else a little before it.
  const pressed = log
    .map(({ atMs }) => atMs)
    .filter((atMs) => ![...known, ...sorry].some((ms) => ms > atMs - LATE_MS && ms <= atMs + SAME_MS))
    .map((atMs) => atMs - USUALLY_LATE_MS);
  return [...known, ...pressed, ...reckoned].map(Math.round).filter((ms) => ms > 0 && ms < durationMs);
}

/** Instants between two that are far apart. */
function dull(from: number, to: number, agreed: Evidence['agreed']): number[] {
  if (agreed.some((one) => one.startMs <= from && one.endMs >= to)) return [];
  const parts = Math.ceil((to - from) / DULL_MS);
  return Array.from({ length: parts - 1 }, (_, i) => Math.round(from + ((i + 1) * (to - from)) / parts));
}

/**
 * Whether a press can tell of an instant: it comes a little late.
 *
 * @example isPress(5300, 5000) // true
 */
export function isPress(pressMs: number, ms: number): boolean {
  return pressMs >= ms - EARLY_MS && pressMs <= ms + LATE_MS;
}
