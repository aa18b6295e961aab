import '../words/localize';
import type { Cue } from '../cue/cue';
import { contrastOf } from '../cue/contrast';
import { isNote } from '../cue/notes';
import { FRAMES, sharedBy, TELEPHONE, type Box } from '../cue/frame';
import { overrideChange } from '../cue/override-change';
import type { PlacedCue } from '../cue/place';
import type { WorkedArea } from '../cue/worked-area';
import { partsOfKey, scopedKey, SCOPES } from '../lesson/cue-key';
import type { CueStyle } from '../lesson/cue-style.schema';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import type { CutMs } from '../time/clocks';
import { firstAbove } from '../time/sorted';
import { subtractSpans, unionSpans, type Span } from '../time/spans';
import { countSaid } from './count-said';
import { CUE_PROFILE, type CueProfile } from './cue-profile';
import type { CutPlace, Found, Repair } from './finding';

/** What is checked of the cues of a cut. */
export interface SeenCues {
  /** Over a wide picture, in order of their start. */
  readonly cues: readonly PlacedCue[];
  /** The same under the film on an upright telephone. */
  readonly page: readonly PlacedCue[];
  readonly style: CueStyle;
  readonly areas: readonly WorkedArea[];
  /** Where the film jumps. */
  readonly edges: readonly CutMs[];
  /** Where somebody talks, and where it was listened at all. */
  readonly speech: readonly Span[];
  /** Pictures a second. */
  readonly rate: number;
  /** What she changed of cues so far. */
  readonly overrides: readonly CueOverride[];
  /** Where movements were seen to be complete, ascending; nothing where nobody looked. */
  readonly beatsMs?: readonly CutMs[];
}

/** Room that is left of the rounding of boxes, as a share of the picture. */
const TOUCHES = 0.001;
/** Times are whole milliseconds. */
const ROUNDED_MS = 2;
/** So much of a cue may lie over where she works before it is told. */
const OVER = 0.02;
/** A figure that rests longer than this is none that flickers, ms. */
const SECOND = 1000;

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

/** Kinds whose words are read once, as against a side or a name that stands there. */
const isRead = (kind: CueKind): boolean => kind === 'caption' || isNote(kind);

function reading({ cues, edges, overrides }: SeenCues, profile: CueProfile): Found[] {
  return cues
    .filter((cue) => isRead(cue.kind))
    .flatMap((cue) => {
      const lasts = cue.endMs - cue.startMs;
      const pace = cue.kind === 'caption' ? profile.saidPerSecond : profile.charactersPerSecond;
      const needs = Math.ceil((1000 * cue.text.length) / pace);
      const found: Found[] = [];
      const repairs = [hide(cue, overrides)];
      const tell = (rule: Found['rule'], message: string): void =>
        void found.push({ rule, place: placeOf(cue), message, restsOn: [cue.text, lasts], repairs });
      if (lasts < profile.leastMs) tell('cue-too-short', $localize`“${cue.text}” stands for ${tenths(lasts)} only.`);
      else if (lasts < needs - ROUNDED_MS)
        tell('cue-too-fast', $localize`“${cue.text}” is to be read in ${tenths(lasts)}\: it takes ${tenths(needs)}.`);
      if (lasts > profile.mostMs && cue.kind !== 'caption')
        tell('cue-too-long', $localize`“${cue.text}” stands for ${tenths(lasts)}.`);
      if (
        cue.kind === 'caption' &&
        (cue.lines.length > profile.lines || cue.lines.some((one) => one.length > profile.lineCharacters))
      )
        tell(
          'cue-lines',
          $localize`“${cue.text}” takes ${cue.lines.length} lines of up to ${longest(cue.lines)} letters.`,
        );
      const jump = isNote(cue.kind) ? edges.find((edge) => edge > cue.startMs && edge < cue.endMs) : undefined;
      if (jump !== undefined) tell('cue-over-jump', $localize`“${cue.text}” stands while the film jumps.`);
      return found;
    });
}

const longest = (lines: readonly string[]): number => Math.max(...lines.map((one) => one.length));
const tenths = (ms: number): string => $localize`${(ms / 1000).toFixed(1)} s`;

/** Figures that change faster than can be followed, and captions so close that they flicker. */
function flicker({ cues, rate, overrides }: SeenCues, profile: CueProfile): Found[] {
  const found: Found[] = [];
  const figures = cues.filter((cue) => cue.kind === 'count' || cue.kind === 'countdown');
  for (let at = 0; at < figures.length; at++) {
    const from = figures[at]!;
    let to = at;
    while (to + 1 < figures.length && figures[to + 1]!.startMs < from.startMs + SECOND) to++;
    if (to - at < profile.changesPerSecond) continue;
    found.push({
      rule: 'cue-flashes',
      place: { ...placeOf(from), endMs: figures[to]!.endMs },
      message: $localize`The number changes ${to - at} times within a second.`,
      repairs: [],
    });
    at = to;
  }
  const captions = cues.filter((cue) => cue.kind === 'caption');
  const least = (profile.gapPictures * 1000) / rate;
  captions.forEach((cue, at) => {
    const next = captions[at + 1];
    if (!next) return;
    const gap = next.startMs - cue.endMs;
    if (gap < 0)
      found.push({
        rule: 'cue-at-once',
        place: placeOf(next),
        message: $localize`Two captions stand at once.`,
        restsOn: [cue.key, gap],
        repairs: [hide(next, overrides)],
      });
    else if (gap > 0 && gap < least - 1)
      found.push({
        rule: 'cue-gap',
        place: placeOf(next),
        message: $localize`Between two captions nothing stands for ${Math.round(gap)} ms: it flickers.`,
        repairs: [],
      });
  });
  return found;
}

/** Over the edge of what every screen shows, over each other, and over where she works. */
function places({ cues, areas, overrides }: SeenCues): Found[] {
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

const named = ({ kind, text }: Cue): string =>
  kind === 'count'
    ? $localize`The number ${text}`
    : kind === 'countdown'
      ? $localize`The second ${text}`
      : $localize`“${text}”`;

/** Type that nobody reads at arm's length; once for each kind. */
function tooSmall({ page }: SeenCues, profile: CueProfile): Found[] {
  const smallest = new Map<CueKind, PlacedCue>();
  for (const cue of page) if (cue.type < (smallest.get(cue.kind)?.type ?? Infinity)) smallest.set(cue.kind, cue);
  return [...smallest.values()].flatMap((cue) => {
    const px = cue.type * TELEPHONE.widthPx;
    if (px >= profile.leastPx) return [];
    const message = $localize`${named(cue)} is ${px.toFixed(1)} px tall on a telephone.`;
    return [{ rule: 'cue-small' as const, place: placeOf(cue), message, repairs: [] }];
  });
}

/** Words on their plate, which is as dense as it has to be: what cannot be read on a whole one are the colours. */
function contrasts(style: CueStyle, profile: CueProfile): Found[] {
  const pairs = [
    { what: $localize`Words on their plate`, of: style.ink, least: profile.words },
    { what: $localize`Small words on their plate`, of: style.soft, least: profile.words },
    { what: $localize`The change of side`, of: style.accentInk, on: style.accent, least: profile.words },
    { what: $localize`What is done of a count`, of: style.accent, least: profile.shapes },
    { what: $localize`What is still to come of a count`, of: style.rest, least: profile.shapes },
  ].map(({ what, of, on = style.plate, least }) => ({ what, ratio: contrastOf(of, on), least }));
  return pairs
    .filter(({ ratio, least }) => ratio < least)
    .map(({ what, ratio, least }) => ({
      rule: 'cue-contrast' as const,
      place: { on: 'cut', cutId: 'full', stepId: null, side: null, startMs: 0, endMs: 0 },
      about: what,
      message: $localize`${what}\: contrast ${ratio.toFixed(1)} to 1, where ${least} to 1 is read by everybody.`,
      repairs: [],
    }));
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

function placeOf(cue: Cue): CutPlace {
  return {
    ...{ on: 'cut', cutId: 'full', stepId: cue.stepId, side: null, cue: cue.key },
    ...{ startMs: cue.startMs, endMs: cue.endMs },
  };
}

/** Gives up where she wants a cue, for as much as she wants it there. */
function byItself({ key, place }: Cue, overrides: readonly CueOverride[]): Repair[] {
  const wanted = new Set(overrides.flatMap((one) => (one.place ? [one.key] : [])));
  const own = place && SCOPES.map((scope) => scopedKey(key, scope)).find((name) => wanted.has(name));
  if (own === undefined) return [];
  const change = overrideChange(overrides, own, { place: undefined });
  return [{ label: $localize`Let it stand where it does by itself`, change, single: true }];
}

function hide({ key }: Cue, overrides: readonly CueOverride[]): Repair {
  const change = overrideChange(overrides, key, { hidden: true });
  return { label: $localize`Do not show it`, change, single: true };
}
