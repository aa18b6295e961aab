import '../words/localize';
import { parseEdl, rateOf } from '../format/edl';
import { FormatError } from '../format/format-error';
import { oneLine } from '../format/one-line';
import { parseOtio } from '../format/otio';
import { parseJson } from '../format/parse-json';
import type { Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import { clock } from '../time/clock';
import { msOfFrame } from '../time/frames';

/** What a list has play, of whichever take. */
interface Listed {
  /** What its take may be called: a name, the name of a file, the number of a reel. */
  readonly called: readonly string[];
  readonly fromMs: number;
  readonly toMs: number;
  /** The piece that it was written from, where it still says so. */
  readonly own: Piece | null;
}

/** The same, of a take of the lesson. */
interface Played {
  readonly takeId: string;
  readonly fromMs: number;
  readonly toMs: number;
  readonly own: Piece | null;
  /** How long a picture of its take lasts. */
  readonly frameMs: number;
}

/**
 * What plays by an edit list or a timeline that an editor gave back: pieces of the lesson's own takes. One that plays as it
 * did, to the frame, is the piece that it was, and one that is longer or shorter than it was keeps its name, so that what
 * was made for it stays with it.
 *
 * @param file its name and what is in it; `.edl` is read as CMX 3600, everything else as OpenTimelineIO.
 * @throws FormatError for what cannot be read, a take that the lesson does not have, and what lies past its end.
 * @example piecesFrom(lesson, { name: 'tide.edl', text: writeEdl(listed) }) // lesson.assembly
 */
export function piecesFrom(
  lesson: Pick<Lesson, 'takes' | 'assembly'>,
  { name, text }: { readonly name: string; readonly text: string },
): Piece[] {
  const listed = /\.edl$/i.test(name) ? fromEdl(lesson, text) : fromOtio(text);
  const played = listed.map((one, i) => playedOf(lesson, one, i));
  const left = new Map(lesson.assembly.map((piece) => [piece.id, piece]));
  const claim = (piece: Piece | undefined): Piece | null => {
    if (piece) left.delete(piece.id);
    return piece ?? null;
  };
  // Those that are as they were first: what is left is what the others were made of.
  const same = played.map((one) => {
    const was = one.own ? left.get(one.own.id) : undefined;
    return claim(was && isAs(was, one) ? was : [...left.values()].find((piece) => isAs(piece, one)));
  });
  return played.map((one, i) => {
    if (same[i]) return same[i];
    const { takeId, fromMs, toMs } = one;
    const was = claim(maxBy([...left.values()], (piece) => sharedWith(piece, one)));
    return { id: was?.id ?? `${takeId}-${fromMs}-${i + 1}`.slice(-80), takeId, fromMs, toMs };
  });
}

function playedOf(lesson: Pick<Lesson, 'takes'>, one: Listed, i: number): Played {
  const take = takeOf(lesson, one, i);
  const frameMs = (1000 * take.frameRate.denominator) / take.frameRate.numerator;
  if (one.toMs > take.durationMs + frameMs)
    throw new FormatError(
      $localize`Piece ${i + 1} plays up to ${clock(one.toMs)} of ${take.name}, which ends at ${clock(take.durationMs)}.`,
    );
  const [fromMs, toMs] = [Math.max(0, one.fromMs), Math.min(one.toMs, take.durationMs)];
  return { takeId: take.id, fromMs, toMs, own: one.own, frameMs };
}

function isAs(piece: Piece, { takeId, fromMs, toMs, frameMs }: Played): boolean {
  return (
    piece.takeId === takeId && Math.abs(piece.fromMs - fromMs) <= frameMs && Math.abs(piece.toMs - toMs) <= frameMs
  );
}

/** How long both play the same, ms. */
function sharedWith(piece: Piece, { takeId, fromMs, toMs }: Played): number {
  return piece.takeId === takeId ? Math.min(piece.toMs, toMs) - Math.max(piece.fromMs, fromMs) : 0;
}

/** The one with the most of something, where any has some of it. */
function maxBy<T>(all: readonly T[], of: (one: T) => number): T | undefined {
  return all.filter((one) => of(one) > 0).sort((a, b) => of(b) - of(a))[0];
}

function fromEdl(lesson: Pick<Lesson, 'takes' | 'assembly'>, text: string): Listed[] {
  const rate = rateOf({ pieces: lesson.assembly }, lesson.takes);
  return parseEdl(text, rate).events.map(({ reel, clip, from, to }) => ({
    // The number of a reel fits any lesson: it says something only where no name does.
    ...{ called: [clip === '' ? reel : clip], fromMs: msOfFrame(from, rate), toMs: msOfFrame(to, rate), own: null },
  }));
}

function fromOtio(text: string): Listed[] {
  return parseOtio(parseJson(text)).clips.map(({ name, file, fromMs, toMs, piece }) => ({
    ...{ called: [file, name], fromMs, toMs, own: piece },
  }));
}

/** The take that a piece is of, by the first of its names that says which. */
function takeOf({ takes }: Pick<Lesson, 'takes'>, { called, own }: Listed, i: number): Lesson['takes'][number] {
  const byId = takes.find((take) => take.id === own?.takeId);
  if (byId) return byId;
  for (const name of called) {
    const bare = bareOf(name);
    const found = takes.filter((take, at) =>
      [take.id, oneLine(take.name), `TAKE${at + 1}`].some((one) => one === oneLine(name) || one === bare),
    );
    if (bare !== '' && found.length === 1) return found[0]!;
  }
  const names = takes.map((take) => oneLine(take.name)).join(', ');
  throw new FormatError(
    $localize`Piece ${i + 1} is of “${called.find(Boolean) ?? ''}”, and no take of this lesson is called so. There are: ${names}.`,
  );
}

/** The name of a file, without its folders and its end. */
function bareOf(name: string): string {
  return name.replace(/^.*[/\\]/, '').replace(/\.\w{1,5}$/, '');
}
