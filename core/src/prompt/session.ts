import type { LogEntry } from '../take/log.document';
import type { Prompt } from './prompts';

/** What is pressed while filming. `on` goes to the next prompt, `again` begins what was spoilt anew. */
export const PRESSES = ['on', 'back', 'again', 'pause', 'clap', 'end'] as const;
export type Press = (typeof PRESSES)[number];

/** A prompt that was gone through, by the session's own time: pauses and what was spoilt are not in it, ms. */
export interface Shown {
  readonly prompt: number;
  readonly fromMs: number;
  readonly toMs: number;
  /** Whether it was over by a press, not by the clock. */
  readonly pressed: boolean;
}

/** Where one is in the prompts. Times of `entries` run from the start of the recording, ms. */
export interface Session {
  readonly at: number;
  /** When the prompt came up, by the session's own time, ms. */
  readonly sinceMs: number;
  /** How much of the recording is no progress: what lies before the first prompt, pauses, what was spoilt; ms. */
  readonly idleMs: number;
  /** When it was paused, from the start of the recording; null where it goes on. */
  readonly pausedAtMs: number | null;
  readonly shown: readonly Shown[];
  readonly entries: readonly LogEntry[];
  /** The prompt that each entry was made for, as long as it is to take the place of what it made before. */
  readonly madeFor: readonly (number | null)[];
  readonly ended: boolean;
}

/**
 * A session at its first prompt.
 *
 * @param atMs from the start of the recording.
 * @param clapsMs claps before it, for other cameras.
 * @example begun(prompts, 0).entries[0]?.kind // 'step', where the first prompt opens one
 */
export function begun(prompts: readonly Prompt[], atMs: number, clapsMs: readonly number[] = []): Session {
  const fresh: Session = {
    ...{ at: 0, sinceMs: 0, idleMs: atMs, pausedAtMs: null, shown: [], entries: [], madeFor: [] },
    ended: prompts.length === 0,
  };
  const clapped = clapsMs.reduce((session, ms) => noted(session, { ...plain('clap'), atMs: ms }), fresh);
  return logged(prompts, clapped, atMs);
}

/** The session's own time at an instant of the recording, ms. @example timeIn(begun(prompts, 500), 2000) // 1500 */
export function timeIn({ idleMs, pausedAtMs }: Pick<Session, 'idleMs' | 'pausedAtMs'>, atMs: number): number {
  return (pausedAtMs ?? atMs) - idleMs;
}

/**
 * A session after a press. What was pressed stays in the log, with two exceptions that make it truer: a step back says
 * that one had gone on too early, so that going on again takes the place of the first time; and nothing is written after
 * the end.
 *
 * @param atMs from the start of the recording.
 * @example pressed(prompts, session, 'on', 4000).at // 1
 */
export function pressed(prompts: readonly Prompt[], session: Session, press: Press, atMs: number): Session {
  if (session.ended) return session;
  if (session.pausedAtMs !== null && press !== 'clap') {
    const idleMs = session.idleMs + (atMs - session.pausedAtMs);
    const on = noted({ ...session, pausedAtMs: null, idleMs }, { ...plain('resume'), atMs });
    // Whatever is pressed in a pause ends it first; what goes on by any key only does that.
    return press === 'pause' || press === 'on' ? on : pressed(prompts, on, press, atMs);
  }
  switch (press) {
    case 'on':
      return session.at === prompts.length - 1
        ? pressed(prompts, session, 'end', atMs)
        : goneOn(prompts, session, atMs, true);
    case 'back':
      return session.at === 0
        ? session
        : { ...left(session, atMs, true), at: session.at - 1, sinceMs: timeIn(session, atMs) };
    case 'again':
      return againFrom(prompts, session, atMs);
    case 'pause':
      return noted({ ...session, pausedAtMs: atMs }, { ...plain('pause'), atMs });
    case 'clap':
      return noted(session, { ...plain('clap'), atMs });
    case 'end': {
      // What was not gone through to its end was not done; after the last prompt there is nothing more.
      const last = session.at === prompts.length - 1;
      return noted({ ...(last ? left(session, atMs, true) : session), ended: true }, { ...plain('end'), atMs });
    }
  }
}

/**
 * A session that goes on by itself: prompts whose planned time is over have made room for the next ones. The last one
 * stays.
 *
 * @param fromMs since when it does, from the start of the recording: nothing goes on before that.
 * @example flowed(prompts, session, 60_000).at // 12
 */
export function flowed(prompts: readonly Prompt[], session: Session, atMs: number, fromMs = 0): Session {
  let now = session;
  while (!now.ended && now.pausedAtMs === null && now.at < prompts.length - 1) {
    const overMs = Math.max(fromMs, now.idleMs + now.sinceMs + lengthOf(prompts[now.at]!));
    if (atMs < overMs) break;
    // At the very instant at which it was over: looking late makes nothing late.
    now = goneOn(prompts, now, overMs, false);
  }
  return now;
}

const lengthOf = ({ startMs, endMs }: Prompt): number => endMs - startMs;
const plain = (kind: LogEntry['kind']): LogEntry => ({ atMs: 0, kind, stepId: null, side: null, n: null });

function goneOn(prompts: readonly Prompt[], session: Session, atMs: number, byPress: boolean): Session {
  const on = { ...left(session, atMs, byPress), at: session.at + 1, sinceMs: timeIn(session, atMs) };
  return logged(prompts, on, atMs);
}

function left(session: Session, atMs: number, byPress: boolean): Session {
  const shown = { prompt: session.at, fromMs: session.sinceMs, toMs: timeIn(session, atMs), pressed: byPress };
  return { ...session, shown: [...session.shown, shown] };
}

/** Back to where what was spoilt began; the session's own time goes back there too, as if it had not been. */
function againFrom(prompts: readonly Prompt[], session: Session, atMs: number): Session {
  let at = session.at;
  while (at > 0 && !prompts[at]!.opens) at--;
  const first = session.shown.findLastIndex((one) => one.prompt === at);
  const spoilt = at === session.at ? session.sinceMs : (session.shown[first]?.fromMs ?? session.sinceMs);
  const { stepId, side } = prompts[session.at]!;
  const back: Session = {
    ...session,
    ...{ at, sinceMs: spoilt, idleMs: session.idleMs + timeIn(session, atMs) - spoilt },
    shown: at === session.at ? session.shown : session.shown.slice(0, Math.max(0, first)),
    // What was done before it was spoilt was done: what comes now comes beside it.
    madeFor: session.madeFor.map(() => null),
  };
  return logged(prompts, noted(back, { ...plain('again'), atMs, stepId, side }), atMs);
}

/** What a prompt writes in the log when it comes up, instead of what it wrote when it came up too early. */
function logged(prompts: readonly Prompt[], session: Session, atMs: number): Session {
  const { at, madeFor } = session;
  const prompt = prompts[at];
  if (!prompt || prompt.logs.length === 0) return session;
  const stays = (_: unknown, entry: number): boolean => madeFor[entry] !== at;
  return {
    ...session,
    entries: [
      ...session.entries.filter(stays),
      ...prompt.logs.map(({ kind, side }) => ({ ...plain(kind), atMs, stepId: prompt.stepId, side })),
    ],
    madeFor: [...madeFor.filter(stays), ...prompt.logs.map(() => at)],
  };
}

function noted(session: Session, entry: LogEntry): Session {
  return { ...session, entries: [...session.entries, entry], madeFor: [...session.madeFor, null] };
}
