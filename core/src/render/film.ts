import '../words/localize';
import type { Timeline } from '../schedule/timeline';
import { timelineOf } from '../schedule/timeline';
import { voicesIn } from '../assembly/voices';
import { FRAMES } from '../cue/frame';
import { placeOf, type PlacedCue } from '../cue/place';
import { showCues, type Showing } from '../cue/show';
import { cueStyleOf } from '../cue/styles';
import { middleOf, type View } from '../cue/view';
import { writeAss, writeMarksAsAss } from '../format/ass';
import type { Lesson } from '../lesson/lesson.schema';
import { pictureOf, soundOf } from '../lesson/take.schema';
import { msOfFrame, perSecond } from '../time/frames';
import { cardMarks } from './card';
import { FILM_FORMAT, FILM_VERSION, type FilmCard, type FilmPiece, type FilmPlan, type FilmWish } from './film.schema';
import { chaptersOnFilm, CLOSING_MS, OPENING_MS } from './on-film';
import { filmSize } from './size';

/** A film that cannot be made yet; the message says what is missing. */
export class NoFilmError extends Error {
  override readonly name = 'NoFilmError';
}

/** What is said when a take that plays has no footage here. */
export const NO_FOOTAGE = $localize`The footage of this lesson is not here. Bring the take in again under Film.`;

/** What a film is made of beside its lesson: what a version has frozen, else derived anew. */
export type FilmOf = Omit<Showing, 'timeline' | 'frame'>;

/**
 * Everything that a film of a lesson is made from, settled before anything is made: which pictures of which medium play
 * in which order, what is heard, and the placed cues. Equal plans make equal films.
 *
 * @throws NoFilmError when the cut does not play, or its footage is not here.
 * @example filmPlan(lesson, { cut: 'practice', frame: '9:16', captions: 'burned', kind: 'mp4', stillMs: null }).frames // 4700
 */
export function filmPlan(lesson: Lesson, wish: FilmWish, of: FilmOf = {}): FilmPlan {
  const timeline = timelineOf(lesson, wish.cut);
  if (!timeline) throw new NoFilmError($localize`This move does not play in the lesson: nothing of it is marked.`);
  if (!timeline.cut || timeline.cut.pieces.length === 0)
    throw new NoFilmError($localize`There is nothing to make a film of yet. Bring in a take and mark the moves on it.`);
  const style = of.style ?? cueStyleOf(lesson);
  const size = filmSize(lesson, wish.frame);
  const pictures = (ms: number): number => Math.round((ms * size.frameRate) / 1000);
  const opening = lesson.openingCard ? pictures(OPENING_MS) : 0;
  const closing = lesson.closingCard ? pictures(CLOSING_MS) : 0;
  const pieces = piecesOf(lesson, timeline.cut, size.frameRate).map((piece) => ({ ...piece, at: piece.at + opening }));
  const playsTo = pieces[pieces.length - 1]!.at + pieces[pieces.length - 1]!.frames;
  const openingMs = msOfFrame(opening, size.rate);
  const lastMs = msOfFrame(playsTo + closing, size.rate);
  const { cues, sounds, shots } = showCues(lesson, { ...of, timeline, frame: wish.frame, style });
  return {
    format: FILM_FORMAT,
    version: FILM_VERSION,
    ...wish,
    title: lesson.title,
    width: size.width,
    height: size.height,
    rate: size.rate,
    frames: playsTo + closing,
    stillAt: wish.stillMs === null ? null : Math.min(playsTo - 1, opening + pictures(wish.stillMs)),
    pieces,
    cards: [
      ...(opening > 0 ? [{ at: 0, frames: opening, card: openingOf(lesson, timeline) }] : []),
      ...(closing > 0 ? [{ at: playsTo, frames: closing, card: closingOf(lesson) }] : []),
    ],
    brighter: lesson.brighter,
    quieter: lesson.quieter,
    music: lesson.music ? { mediaId: lesson.music.mediaId } : null,
    voices: voicesIn(lesson, timeline.passages).map((voice) => ({ ...voice, startMs: voice.startMs + openingMs })),
    shots: shots.map((shot, i) => ({
      ...shot,
      startMs: i === 0 ? 0 : shot.startMs + openingMs,
      endMs: i === shots.length - 1 ? lastMs : shot.endMs + openingMs,
    })),
    style,
    cues: cues.filter((cue) => wish.captions !== 'none' || cue.kind !== 'caption').map((cue) => bare(cue, openingMs)),
    sounds: sounds.map(({ kind, atMs }) => ({ kind, atMs: atMs + openingMs })),
    chapters: chaptersOnFilm(lesson, timeline, lastMs),
  };
}

function openingOf(lesson: Lesson, { durationMs, passages }: Timeline): FilmCard {
  const moves = new Set(passages.flatMap(({ stepId }) => stepId ?? [])).size;
  const minutes = Math.max(1, Math.round(durationMs / 60_000));
  const long = `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`;
  return {
    title: lesson.title,
    lines: [
      moves > 0
        ? $localize`${moves} ${moves === 1 ? $localize`move` : $localize`moves`}, about ${long}`
        : $localize`About ${long}`,
    ],
    link: '',
  };
}

function closingOf({ closingCard }: Lesson): FilmCard {
  return { title: '', lines: [closingCard!.first, closingCard!.second], link: closingCard!.link };
}

/** What is drawn and read of a cue; nothing of how it came about. */
function bare(cue: PlacedCue, laterMs: number): FilmPlan['cues'][number] {
  const { key, kind, side, startMs, endMs, text, value, of, shows } = cue;
  const times = { startMs: startMs + laterMs, endMs: endMs + laterMs };
  return { key, kind, side, ...times, text, value, of, shows, ...placeOf(cue) };
}

/** Pieces on the pictures of the film: each begins with the picture that is nearest to where it begins in the cut. */
function piecesOf(lesson: Lesson, cut: NonNullable<Timeline['cut']>, frameRate: number): FilmPiece[] {
  const pieces: FilmPiece[] = [];
  for (const { takeId, fromMs, toMs, startMs } of cut.pieces) {
    const take = lesson.takes.find((one) => one.id === takeId);
    const mediaId = pictureOf(take);
    if (!take || !mediaId) throw new NoFilmError(NO_FOOTAGE);
    const at = Math.round((startMs * frameRate) / 1000);
    const frames = Math.round(((startMs + toMs - fromMs) * frameRate) / 1000) - at;
    if (frames <= 0) continue;
    const sound = soundOf(take);
    const takeRate = perSecond(take.frameRate);
    pieces.push({
      at,
      frames,
      mediaId,
      rate: take.frameRate,
      from: Math.round((fromMs * takeRate) / 1000),
      sound: sound ? { mediaId: sound.mediaId, fromMs: fromMs - sound.offsetMs } : null,
    });
  }
  if (pieces.length === 0) throw new NoFilmError($localize`What plays is shorter than a single picture.`);
  return pieces;
}

/** A stretch of a film that is made by itself, so that work can go on where it stopped and be used again. */
export type FilmPart = FootagePart | CardPart;

interface Stretch {
  /** Its first picture in the film. */
  readonly at: number;
  readonly frames: number;
}

export interface CardPart extends Stretch {
  readonly card: FilmCard;
}

/** A stretch of one medium. */
export interface FootagePart extends Stretch {
  readonly card: null;
  readonly mediaId: string;
  readonly rate: FilmPiece['rate'];
  /** Its first picture in the medium. */
  readonly from: number;
  /** What is shown of the wide picture, as shares of its width: `centre` at first, then moved by `pans`. */
  readonly view: View & { readonly pans: readonly Pan[] };
  readonly brighter: boolean;
}

/** A slow move of what is shown from one centre to another, in pictures of its part; it may have begun before it. */
export interface Pan {
  readonly at: number;
  readonly frames: number;
  readonly from: number;
  readonly to: number;
}

/** How long a part is at most, s: what is lost when the work is ended in the middle, and made again for a changed cue. */
const PART_SECONDS = 20;

/**
 * The parts of a film, in order: each piece by itself, long ones in equal steps from where they begin, so that a change
 * before them leaves them as they are; and another one where the picture is seen from nearer or further away.
 *
 * @example filmParts(plan).map((part) => part.frames) // [500, 500, 120]
 */
export function filmParts(plan: FilmPlan): FilmPart[] {
  const filmRate = perSecond(plan.rate);
  const most = Math.round(PART_SECONDS * filmRate);
  const shots = shotsInPictures(plan, filmRate);
  const sizes = shots.filter((shot, i) => i > 0 && shot.width !== shots[i - 1]!.width).map((shot) => shot.start);
  const footage = plan.pieces.flatMap(({ at, frames, mediaId, rate, from }) => {
    const times = perSecond(rate) / filmRate;
    const starts = new Set(Array.from({ length: Math.ceil(frames / most) }, (_, i) => at + i * most));
    for (const size of sizes) if (size > at && size < at + frames) starts.add(size);
    const sorted = [...starts].sort((a, b) => a - b);
    return sorted.map((start, i): FootagePart => {
      const length = (sorted[i + 1] ?? at + frames) - start;
      const first = from + Math.round((start - at) * times);
      const view = viewIn(shots, start, length, plan);
      return {
        ...{ at: start, frames: length, card: null, mediaId, rate, from: first, view, brighter: plan.brighter },
      };
    });
  });
  return [...footage, ...plan.cards].sort((a, b) => a.at - b.at);
}

interface ShotInPictures extends View {
  readonly start: number;
  readonly end: number;
  /** How many pictures it takes to come over from the shot before. */
  readonly ease: number;
}

function shotsInPictures({ shots }: Pick<FilmPlan, 'shots'>, rate: number): ShotInPictures[] {
  const picture = (ms: number): number => Math.round((ms * rate) / 1000);
  return shots.map(({ startMs, endMs, easeMs, centre, width }) => ({
    ...{ start: picture(startMs), end: picture(endMs), ease: picture(easeMs), centre, width },
  }));
}

function viewIn(
  shots: readonly ShotInPictures[],
  start: number,
  frames: number,
  { frame }: Pick<FilmPlan, 'frame'>,
): FootagePart['view'] {
  const here = shots.filter((shot) => shot.end > start && shot.start < start + frames);
  const first = here[0];
  if (!first) return { ...middleOf(FRAMES[frame]), pans: [] };
  const before = shots[shots.indexOf(first) - 1];
  const pans = here.flatMap((shot): Pan[] => {
    const from = shots[shots.indexOf(shot) - 1]?.centre ?? shot.centre;
    // One that is over, or does not move, is nothing to draw; one without time jumps.
    if (shot.start + shot.ease <= start || from === shot.centre) return [];
    return [{ at: shot.start - start, frames: shot.ease, from, to: shot.centre }];
  });
  const comesOver = first.start + first.ease > start && before !== undefined;
  return { centre: comesOver ? before.centre : first.centre, width: first.width, pans };
}

/** The cues that are drawn into the picture: captions only where they are wanted there. */
export function drawnCues({ cues, captions }: Pick<FilmPlan, 'cues' | 'captions'>): FilmPlan['cues'] {
  return captions === 'burned' ? cues : cues.filter((cue) => cue.kind !== 'caption');
}

/** How far a part is moved on while its cues are drawn, s: one that began so long before keeps its own beginning. */
export const LEAD_SECONDS = 4;

/**
 * What is drawn on a part, its cues or its card, as an ASS file whose first picture lies at {@link LEAD_SECONDS}; null
 * when there is nothing. It says nothing of where the part lies in the film.
 *
 * @param colour see {@link writeAss}.
 */
export function assOfPart(plan: FilmPlan, part: FilmPart, colour?: (colour: string) => string): string | null {
  const frameRate = perSecond(plan.rate);
  const [from, to] = [part.at, part.at + part.frames];
  const picture = {
    ...{ frame: FRAMES[plan.frame], width: plan.width, height: plan.height, frameRate, from, to },
    lead: Math.round(LEAD_SECONDS * frameRate),
    ...(colour ? { colour } : {}),
  };
  if (part.card) return writeMarksAsAss(cardMarks(part.card, FRAMES[plan.frame]), picture);
  const [fromMs, toMs] = [(from / frameRate) * 1000, (to / frameRate) * 1000];
  const cues = drawnCues(plan).filter((cue) => cue.endMs > fromMs && cue.startMs < toMs);
  return cues.length === 0 ? null : writeAss(cues, { ...picture, style: plan.style });
}
