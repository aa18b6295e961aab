import { doseSchema } from '../dose/dose.schema';
import { evenStages, growthsOf } from '../dose/progression';
import { moveFrom1 } from '../move/older';
import { scopeOf } from './cue-key';

/** What older programs wrote, as plain JSON. */
type Json = Record<string, unknown>;

/**
 * Version 1 knew one file a take and whether its picture was mirrored. Version 2 knows a take's sources, which side
 * viewers do when the hand is at the left of the picture, pieces with ids, and voice-over.
 */
export function lessonFrom1(lesson: Json): Json {
  return {
    ...lesson,
    ...(Array.isArray(lesson['takes']) ? { takes: (lesson['takes'] as Json[]).map(takeFrom1) } : {}),
    ...(Array.isArray(lesson['assembly']) ? { assembly: piecesFrom1(lesson['assembly'] as Json[]) } : {}),
  };
}

/** Version 2 knew moves only, and did not say so; its beats did not say their unit. */
export function lessonFrom2(lesson: Json): Json {
  return {
    ...lesson,
    ...(Array.isArray(lesson['steps']) ? { steps: (lesson['steps'] as Json[]).map(stepFrom2) } : {}),
    ...(Array.isArray(lesson['segments']) ? { segments: (lesson['segments'] as Json[]).map(segmentFrom2) } : {}),
  };
}

/** Version 4 knew from where to where a move goes; version 5 knows every waypoint of its route. */
export function lessonFrom4(lesson: Json): Json {
  const steps = lesson['steps'];
  return Array.isArray(steps) ? { ...lesson, steps: (steps as Json[]).map(stepFrom4) } : lesson;
}

/** Version 5 built a dose up in even steps; version 6 in stages, of repetitions, sets, seconds or days. */
export function lessonFrom5(lesson: Json): Json {
  const steps = lesson['steps'];
  return Array.isArray(steps) ? { ...lesson, steps: (steps as Json[]).map(stepFrom5) } : lesson;
}

function stepFrom5(step: Json): Json {
  return isObject(step['progression'])
    ? { ...step, progression: progressionFrom5(step['progression'], step['dose']) }
    : step;
}

/** Version 6 knew of no source that gives a log alone: everything else stays. */
export function lessonFrom6(lesson: Json): Json {
  return lesson;
}

/** Version 7 hid a whole kind of cue; version 8 shows it never, the first time or every time. */
export function lessonFrom7(lesson: Json): Json {
  const { overrides } = lesson;
  const own = Array.isArray(overrides) ? (overrides as Json[]).map(overrideFrom7) : [];
  // Names of steps were always shown, and are not by themselves any more.
  const named = own.some((one) => one['key'] === 'label') ? own : [...own, { key: 'label', when: 'every' }];
  return { ...lesson, overrides: named };
}

/** Version 8 knew of no place in the picture of a take that is kept free: everything else stays. */
export function lessonFrom8(lesson: Json): Json {
  return lesson;
}

function overrideFrom7({ hidden, ...override }: Json): Json {
  if (hidden === undefined) return override;
  if (scopeOf(String(override['key'])) !== 'kind') return { ...override, hidden };
  return { ...override, when: hidden === true ? 'never' : 'every' };
}

/** An edit knows nothing of the dose: then it stays at its first figure until what is planned. */
function progressionFrom5(progression: Json, of?: unknown): Json {
  const { from, everyDays, weeks } = progression as { from?: number; everyDays?: number; weeks?: number };
  if (typeof from !== 'number' || typeof everyDays !== 'number' || typeof weeks !== 'number') return progression;
  const dose = doseSchema.safeParse(of).data;
  const daysAWeek = 7 / everyDays;
  const grows = dose?.form === 'hold' ? 'seconds' : dose ? growthsOf(dose)[0]! : 'repetitions';
  return {
    grows,
    stages: dose ? evenStages(dose, grows, from, weeks, daysAWeek) : [{ weeks, amount: from, daysAWeek }],
    thenDaysAWeek: daysAWeek,
  };
}

function stepFrom4(step: Json): Json {
  return isObject(step['move']) ? { ...step, move: moveFrom1(step['move']) } : step;
}

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null;
}

function stepFrom2(step: Json): Json {
  return { kind: 'move', ...step };
}

function segmentFrom2({ beats, ...rest }: Json): Json {
  return beats === undefined ? rest : { ...rest, beatsMs: beats };
}

function takeFrom1(take: Json): Json {
  const { mediaId, mirrored, ...rest } = take;
  return {
    pictureLeft: mirrored === false ? 'right' : 'left',
    sources: mediaId ? [{ mediaId, role: 'picture', offsetMs: 0 }] : [],
    ...rest,
  };
}

function piecesFrom1(pieces: readonly Json[]): Json[] {
  return pieces.map((piece, i) => ({ id: `piece-${i + 1}`, ...piece }));
}

/**
 * Brings a change of an older program forward: from the history, from a queue that a browser kept, or from a window that
 * was open while the program was renewed.
 *
 * @example changeForward({ kind: 'set_segment', segmentId: 's', field: 'beats', value: [] }) // { …, field: 'beatsMs' }
 */
export function changeForward(change: unknown): unknown {
  if (typeof change !== 'object' || change === null) return change;
  const one = change as Json;
  switch (one['kind']) {
    case 'batch':
      return Array.isArray(one['changes']) ? { ...one, changes: one['changes'].map(changeForward) } : one;
    case 'set_take':
      if (one['field'] !== 'mirrored') return one;
      return { ...one, field: 'pictureLeft', value: one['value'] === false ? 'right' : 'left' };
    case 'add_take': {
      const take = one['take'] as Json | undefined;
      return take && 'mirrored' in take ? { ...one, take: takeFrom1(take) } : one;
    }
    case 'add_step': {
      const step = one['step'] as Json | undefined;
      return step ? { ...one, step: stepFrom5(stepFrom4(stepFrom2(step))) } : one;
    }
    case 'set_step':
      if (!isObject(one['value'])) return one;
      if (one['field'] === 'progression') return { ...one, value: progressionFrom5(one['value']) };
      return one['field'] === 'move' ? { ...one, value: moveFrom1(one['value']) } : one;
    case 'add_segment': {
      const segment = one['segment'] as Json | undefined;
      return segment && 'beats' in segment ? { ...one, segment: segmentFrom2(segment) } : one;
    }
    case 'set_segment':
      return one['field'] === 'beats' ? { ...one, field: 'beatsMs' } : one;
    case 'set_override': {
      // Times of the whole lesson, which an edit alone cannot turn into distances from the derived ones.
      const { startMs: _start, endMs: _end, ...override } = (one['override'] ?? {}) as Json;
      return { ...one, override: overrideFrom7(override) };
    }
    case 'set_assembly':
      return Array.isArray(one['assembly']) ? { ...one, assembly: piecesFrom1(one['assembly'] as Json[]) } : one;
    default:
      return one;
  }
}
