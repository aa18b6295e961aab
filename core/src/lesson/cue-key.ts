/** What an override is for: one cue, every cue of its kind in a passage, or every cue of its kind. */
export const SCOPES = ['cue', 'passage', 'kind'] as const;
export type Scope = (typeof SCOPES)[number];

const SIDES: ReadonlySet<string> = new Set(['left', 'right', 'both', 'alternating', 'midline', '-']);

/**
 * The name of a passage in keys of cues. On film `pieceId|segmentId`: it stays the same when something is put in before
 * it or a neighbour grows. In a plan `stepId|side`.
 *
 * @example passageKey('piece-1', 'seg-7') // 'piece-1|seg-7'
 */
export function passageKey(first: string, second: string): string {
  return `${escaped(first)}|${escaped(second)}`;
}

/**
 * The key of a cue: what it is about, not when it appears. `n` is counted within the segment.
 *
 * @example cueKey('piece-1|seg-7', 'count', 2) // 'piece-1|seg-7|count|2'
 */
export function cueKey(passage: string, kind: string, n: number): string {
  return `${passage}|${kind}|${n}`;
}

/** The parts of a key that are there: passage, kind and number. @example partsOfKey('count') // { passage: null, kind: 'count', n: null } */
export function partsOfKey(key: string): { passage: string | null; kind: string; n: number | null } {
  const parts = key.split('|');
  if (parts.length < 3) return { passage: null, kind: parts[0]!, n: null };
  return {
    passage: `${parts[0]}|${parts[1]}`,
    kind: parts[2]!,
    n: parts[3] === undefined ? null : Number(parts[3]),
  };
}

/** @example scopeOf('piece-1|seg-7|count') // 'passage' */
export function scopeOf(key: string): Scope {
  const { passage, n } = partsOfKey(key);
  return n !== null ? 'cue' : passage !== null ? 'passage' : 'kind';
}

/** The key for as much around a cue. @example scopedKey('piece-1|seg-7|count|2', 'passage') // 'piece-1|seg-7|count' */
export function scopedKey(key: string, scope: Scope): string {
  const { passage, kind } = partsOfKey(key);
  return scope === 'cue' ? key : scope === 'passage' ? `${passage}|${kind}` : kind;
}

/** The step of a key of a plan; null for others. @example stepOfCue('slipway|left|count|2') // 'slipway' */
export function stepOfCue(key: string): string | null {
  const [first, second] = key.split('|');
  return second !== undefined && SIDES.has(second) && first !== '-' ? unescaped(first!) : null;
}

/** The segment of a key of a film; null for others. @example segmentOfCue('piece-1|seg-7|count|2') // 'seg-7' */
export function segmentOfCue(key: string): string | null {
  const second = key.split('|')[1];
  return second === undefined || SIDES.has(second) ? null : unescaped(second);
}

function escaped(id: string): string {
  return id.replace(/[%|]/g, (sign) => (sign === '%' ? '%25' : '%7C'));
}

function unescaped(part: string): string {
  return part.replace(/%(25|7C)/g, (_, code: string) => (code === '25' ? '%' : '|'));
}
