import '../words/localize';
import type { PlacedCue } from '../cue/place';
import { partsOfKey } from '../lesson/cue-key';
import { firstAbove } from '../time/sorted';
import { subtractSpans, unionSpans, type Span } from '../time/spans';
import { countSaid } from './count-said';
import { contrasts, places, tooSmall } from './cue-places';
import { CUE_PROFILE, type CueProfile } from './cue-profile';
import { flicker, reading } from './cue-reading';
import type { Found } from './finding';
import { placeOf, tenths, type SeenCues } from './seen-cues';

/**
 * What a follower could not read, or would be told wrongly: how fast, how long, how close, how large, how clear, where and
 * how much at once.
 *
 * @example cueChecks(seen).map((one) => one.rule) // ['cue-too-fast']
 */
export function cueChecks(seen: SeenCues, profile: CueProfile = CUE_PROFILE): Found[] {
  return [
    ...reading(seen, profile),
    ...flicker(seen, profile),
    ...places(seen),
    ...beside(seen, profile),
    ...tooSmall(seen, profile),
    ...contrasts(seen.style, profile),
    ...tooMuch(seen, profile),
    ...otherSide(seen),
    ...countSaid(seen.cues),
    ...holes(seen, profile),
  ];
}

/** Numbers that change beside the movement that they count; one finding for a passage. */
function beside({ cues, beatsMs }: SeenCues, { earlyMs, lateMs }: CueProfile): Found[] {
  if (!beatsMs || beatsMs.length === 0) return [];
  const passages = new Map<string, { cue: PlacedCue; off: number[] }>();
  for (const cue of cues) {
    // The first number stands before any movement is complete.
    if (cue.kind !== 'count' || (cue.value ?? 0) < 2) continue;
    const passage = partsOfKey(cue.key).passage!;
    const known = passages.get(passage) ?? { cue, off: [] };
    passages.set(passage, known);
    const off = cue.startMs - nearest(beatsMs, cue.startMs);
    // What is farther off than half a repetition counts another movement, or one that nobody saw.
    if (Math.abs(off) < (cue.endMs - cue.startMs) / 2) known.off.push(off);
  }
  return [...passages.values()].flatMap(({ cue, off }) => {
    if (off.length < LEAST_SEEN) return [];
    const middle = [...off].sort((a, b) => a - b)[off.length >> 1]!;
    if (middle >= -earlyMs && middle <= lateMs) return [];
    const message =
      middle < 0
        ? $localize`The numbers come ${tenths(-middle)} before the movement is complete.`
        : $localize`The numbers come ${tenths(middle)} after the movement is complete.`;
    return [{ rule: 'cue-beside-movement' as const, place: placeOf(cue), message, restsOn: middle, repairs: [] }];
  });
}

/** Of fewer movements nothing is told. */
const LEAST_SEEN = 3;

function nearest(ascending: readonly number[], at: number): number {
  const above = firstAbove(ascending, at);
  const [before, after] = [ascending[above - 1] ?? -Infinity, ascending[above] ?? Infinity];
  return after - at < at - before ? after : before;
}

/** So many things to read at once that none of them is. */
function tooMuch({ cues }: SeenCues, profile: CueProfile): Found[] {
  const found: Found[] = [];
  let here: PlacedCue[] = [];
  let quietUntil = -Infinity;
  for (const cue of cues) {
    here = here.filter((one) => one.endMs > cue.startMs);
    here.push(cue);
    if (here.length <= profile.atOnce || cue.startMs < quietUntil) continue;
    const endMs = Math.min(...here.map((one) => one.endMs));
    quietUntil = Math.max(...here.map((one) => one.endMs));
    found.push({
      rule: 'cue-too-much',
      place: { ...placeOf(cue), endMs },
      message: $localize`${here.length} things stand at once.`,
      restsOn: here.map((one) => one.key),
      repairs: [],
    });
  }
  return found;
}

/** Words of a change that name the side that is not worked. */
function otherSide({ cues }: SeenCues): Found[] {
  return cues.flatMap((cue) => {
    if (cue.kind === 'caption' || (cue.side !== 'left' && cue.side !== 'right')) return [];
    const other = cue.side === 'left' ? 'right' : 'left';
    const words: readonly string[] = cue.text.toLowerCase().match(/[a-z]+/g) ?? [];
    if (!words.includes(other) || words.includes(cue.side)) return [];
    return [
      {
        rule: 'cue-other-side' as const,
        place: placeOf(cue),
        message: $localize`“${cue.text}” stands over work on the ${cue.side}.`,
        restsOn: cue.text,
        repairs: [{ label: $localize`As it was made`, change: { kind: 'clear_override' as const, key: cue.key } }],
      },
    ];
  });
}

/** Talk of which nothing is written. */
function holes({ cues, speech }: SeenCues, profile: CueProfile): Found[] {
  const written = unionSpans(cues.filter((cue) => cue.kind === 'caption').map((cue): Span => [cue.startMs, cue.endMs]));
  // Without any caption that is told by itself.
  if (written.length === 0) return [];
  return subtractSpans(speech, written).flatMap(([startMs, endMs]) => {
    if (endMs - startMs < profile.holeMs) return [];
    return [
      {
        rule: 'caption-hole' as const,
        place: { on: 'cut' as const, cutId: 'full' as const, stepId: null, side: null, startMs, endMs },
        about: String(Math.round(startMs / 1000)),
        message: $localize`Somebody talks for ${tenths(endMs - startMs)}, and nothing of it is written.`,
        repairs: [],
      },
    ];
  });
}
