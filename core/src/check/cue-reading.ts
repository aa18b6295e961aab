import '../words/localize';
import { isNote } from '../cue/notes';
import type { CueKind } from '../lesson/override.schema';
import type { CueProfile } from './cue-profile';
import type { Found } from './finding';
import { hide, placeOf, tenths, type SeenCues } from './seen-cues';

/** Times are whole milliseconds. */
const ROUNDED_MS = 2;
/** A figure that rests longer than this is none that flickers, ms. */
const SECOND = 1000;

/** Kinds whose words are read once, as against a side or a name that stands there. */
const isRead = (kind: CueKind): boolean => kind === 'caption' || isNote(kind);

/** Words that nobody can read in the time, or in the room, that they have. */
export function reading({ cues, edges, overrides }: SeenCues, profile: CueProfile): Found[] {
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

/** Figures that change faster than can be followed, and captions so close that they flicker. */
export function flicker({ cues, rate, overrides }: SeenCues, profile: CueProfile): Found[] {
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
