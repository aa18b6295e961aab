import '../words/localize';
import type { Cue } from '../cue/cue';
import { tooClose, type Told } from '../cue/contrast';
import { FRAMES, sharedBy, TELEPHONE, type Box } from '../cue/frame';
import { overrideChange } from '../cue/override-change';
import type { PlacedCue } from '../cue/place';
import { partsOfKey, scopedKey, SCOPES } from '../lesson/cue-key';
import type { CueStyle } from '../lesson/cue-style.schema';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import type { CueProfile } from './cue-profile';
import type { Found, Repair } from './finding';
import { hide, named, placeOf, type SeenCues } from './seen-cues';

/** Room that is left of the rounding of boxes, as a share of the picture. */
const TOUCHES = 0.001;
/** So much of a cue may lie over where she works before it is told. */
const OVER = 0.02;

/** Over the edge of what every screen shows, over each other, and over where she works. */
export function places({ cues, areas, overrides }: SeenCues): Found[] {
  const safe = FRAMES['16:9'].safe;
  const found: Found[] = [];
  const told = new Set<string>();
  /** Once for a passage: the cues of one stand in one place. */
  const tell = (rule: Found['rule'], cue: PlacedCue, message: string, others: readonly PlacedCue[] = []): void => {
    const name = `${rule}/${partsOfKey(cue.key).passage}/${cue.kind}`;
    if (told.has(name)) return;
    told.add(name);
    const repairs = [...[cue, ...others].flatMap((one) => byItself(one, overrides)), hide(cue, overrides)];
    found.push({ rule, place: placeOf(cue), message, restsOn: cue.box, repairs });
  };
  const byStart = [...areas].sort((a, b) => a.startMs - b.startMs);
  let first = 0;
  let here: PlacedCue[] = [];
  for (const cue of cues) {
    if (isOutside(cue.box, safe))
      tell('cue-unsafe', cue, $localize`${named(cue)} stands outside of what every screen shows.`);
    here = here.filter((one) => one.endMs > cue.startMs);
    const under = here.find((one) => sharedBy(one.box, cue.box) > TOUCHES);
    if (under) tell('cue-over-cue', cue, $localize`${named(cue)} stands over ${named(under)}.`, [under]);
    here.push(cue);
    while (first < byStart.length && byStart[first]!.endMs <= cue.startMs) first++;
    for (let at = first; at < byStart.length && byStart[at]!.startMs < cue.endMs; at++)
      if (byStart[at]!.endMs > cue.startMs && byStart[at]!.boxes.some((box) => sharedBy(cue.box, box) > OVER))
        tell('cue-over-work', cue, $localize`${named(cue)} stands over the face or the hand that works.`);
  }
  return found;
}

function isOutside([x, y, width, height]: Box, safe: Box): boolean {
  return (
    x < safe[0] - TOUCHES ||
    y < safe[1] - TOUCHES ||
    x + width > safe[0] + safe[2] + TOUCHES ||
    y + height > safe[1] + safe[3] + TOUCHES
  );
}

/** Gives up where she wants a cue, for as much as she wants it there. */
function byItself({ key, place }: Cue, overrides: readonly CueOverride[]): Repair[] {
  const wanted = new Set(overrides.flatMap((one) => (one.place ? [one.key] : [])));
  const own = place && SCOPES.map((scope) => scopedKey(key, scope)).find((name) => wanted.has(name));
  if (own === undefined) return [];
  const change = overrideChange(overrides, own, { place: undefined });
  return [{ label: $localize`Let it stand where it does by itself`, change, single: true }];
}

/** Type that nobody reads at arm's length; once for each kind. */
export function tooSmall({ page }: SeenCues, profile: CueProfile): Found[] {
  const smallest = new Map<CueKind, PlacedCue>();
  for (const cue of page) if (cue.type < (smallest.get(cue.kind)?.type ?? Infinity)) smallest.set(cue.kind, cue);
  return [...smallest.values()].flatMap((cue) => {
    const px = cue.type * TELEPHONE.widthPx;
    if (px >= profile.leastPx) return [];
    const message = $localize`${named(cue)} is ${px.toFixed(1)} px tall on a telephone.`;
    return [{ rule: 'cue-small' as const, place: placeOf(cue), message, repairs: [] }];
  });
}

const COLOUR_NAMES: Readonly<Record<Told, string>> = {
  ink: $localize`Words on their plate`,
  soft: $localize`Small words on their plate`,
  accentInk: $localize`The change of side`,
  accent: $localize`What is done of a count`,
  rest: $localize`What is still to come of a count`,
};

/** Words on their plate, which is as dense as it has to be: what cannot be read on a whole one are the colours. */
export function contrasts(style: CueStyle, profile: CueProfile): Found[] {
  return tooClose(style, profile).map(({ of, ratio, least }) => ({
    rule: 'cue-contrast',
    place: { on: 'cut', cutId: 'full', stepId: null, side: null, startMs: 0, endMs: 0 },
    about: COLOUR_NAMES[of],
    message: $localize`${COLOUR_NAMES[of]}\: contrast ${ratio.toFixed(1)} to 1, where ${least} to 1 is read by everybody.`,
    repairs: [],
  }));
}
