import '../words/localize';
import type { Cue } from '../cue/cue';
import { overrideChange } from '../cue/override-change';
import type { PlacedCue } from '../cue/place';
import { CsvError, parseCsv } from '../format/csv';
import { FormatError } from '../format/format-error';
import { timedRows } from '../format/timed-rows';
import type { SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import { overrideSchema } from '../lesson/override.schema';
import { clock } from '../time/clock';
import { laterOnFilm } from './on-film';

/** What a file with cues changes in a lesson, and what it says in words. */
export interface CuesBack {
  readonly changes: readonly SingleChange[];
  readonly told: readonly string[];
}

/** The cues of a lesson: as they are shown, and as they are derived, before the instructor changes any by name. */
export interface CuesNow {
  readonly cues: readonly PlacedCue[];
  readonly plain: readonly Cue[];
}

/** A cue of a file, on the time of the cut. */
interface Row {
  readonly line: number;
  /** The key of its cue, where the file says it. */
  readonly key: string;
  readonly startMs: number;
  readonly endMs: number;
  readonly text: string;
}

/** A cue without a key is looked for so far from where it stands, ms. */
const FURTHEST_MS = 30_000;
/** Of a file of which less is known by key or words, what stands at the same time has nothing to do with it. */
const LEAST_KNOWN = 1 / 3;
/** Rounding is no change, ms. */
const SAME_MS = 2;

/**
 * What cues that were written out, worked on and given back change: of captions and cues as WebVTT, captions as SubRip,
 * and of the cue sheet. A row finds its cue by the key that was written with it, else by its words and its time; one that
 * says something else or stands at another time becomes so, and one that is gone is not shown. A file has no say on kinds
 * of cue of which it has none.
 *
 * @param now the cues of the same cut.
 * @throws FormatError with the line of what cannot be read, and for a file of another lesson.
 * @example cuesFrom(lesson, now, { name: 'tide-captions.srt', text }).told // ['“Slow.” becomes “Slowly.”']
 */
export function cuesFrom(
  lesson: Pick<Lesson, 'overrides' | 'takes' | 'assembly' | 'openingCard'>,
  { cues, plain }: CuesNow,
  { name, text }: { readonly name: string; readonly text: string },
): CuesBack {
  const isSheet = /\.csv$/i.test(name);
  const laterMs = laterOnFilm(lesson);
  const rows = (isSheet ? sheetRows(text) : textRows(text)).map((row) => ({
    ...row,
    startMs: row.startMs - laterMs,
    endMs: row.endMs - laterMs,
  }));
  if (rows.length === 0) throw new FormatError($localize`There are no cues in this file.`);
  const shownAs = (cue: PlacedCue): string => oneSpaced(isSheet ? cue.text : cue.lines.join(' '));
  const { found, known, strangers } = matched(rows, cues, shownAs);
  if (known.size < LEAST_KNOWN * rows.length) {
    const { line, text: words } = rows.find((row) => !known.has(row))!;
    throw new FormatError(
      $localize`These are no cues of this lesson: nothing like line ${line}, “${words}”, is shown here.`,
      line,
    );
  }
  const derived = new Map(plain.map((cue) => [cue.key, cue]));
  const kinds = new Set([...found.values()].map(({ cue }) => cue.kind));
  const changes: SingleChange[] = [];
  const told: string[] = [];
  const change = (cue: Cue, part: Parameters<typeof overrideChange>[2], words: string): void => {
    const one = overrideChange(lesson.overrides, cue.key, part);
    if (!one) return;
    changes.push(one);
    told.push(words);
  };
  for (const cue of cues) {
    const row = found.get(cue.key)?.row;
    const at = clock(cue.startMs + laterMs);
    if (!row) {
      if (kinds.has(cue.kind)) change(cue, { hidden: true }, $localize`${at} “${cue.text}” is not shown.`);
      continue;
    }
    const own = derived.get(cue.key) ?? cue;
    const said = row.text === '' || row.text === shownAs(cue) || row.text === asWritten(shownAs(cue));
    const [from, to] = [row.startMs - cue.startMs, row.endMs - cue.endMs];
    const moved = Math.abs(from) > SAME_MS || Math.abs(to) > SAME_MS;
    if (said && !moved) continue;
    const part = {
      ...(said ? {} : { text: row.text === oneSpaced(own.text) ? undefined : row.text }),
      ...(moved
        ? { startOffsetMs: row.startMs - own.startMs || undefined, endOffsetMs: row.endMs - own.endMs || undefined }
        : {}),
    };
    const legal = overrideSchema.safeParse({ key: cue.key, ...part });
    if (!legal.success)
      throw new FormatError($localize`Line ${row.line}\: ${legal.error.issues[0]!.message}`, row.line);
    const moves = $localize`${at} “${cue.text}” stands from ${precise(row.startMs + laterMs)} to ${precise(row.endMs + laterMs)}.`;
    const says = $localize`${at} “${cue.text}” becomes “${row.text}”.`;
    change(cue, part, [said ? '' : says, moved ? moves : ''].filter(Boolean).join(' '));
  }
  const left = strangers.map(
    ({ line, text: words }) => $localize`Line ${line}, “${words}”, is no cue of this lesson, and is left out.`,
  );
  return { changes, told: [...told, ...left] };
}

function textRows(text: string): Row[] {
  return timedRows(text).map(({ id, ...row }) => ({ ...row, key: id }));
}

function sheetRows(text: string): Row[] {
  const [head, ...rows] = readTable(text);
  const column = (name: string): number => {
    const at = head?.cells.findIndex((cell) => cell.trim() === name) ?? -1;
    if (at < 0)
      throw new FormatError(
        $localize`Line 1 names the columns of a cue sheet: from_s, to_s and words among them. “${name}” is missing.`,
        1,
      );
    return at;
  };
  const [from, to, words] = [column('from_s'), column('to_s'), column('words')];
  const key = head!.cells.indexOf('cue');
  return rows.map(({ line, cells }) => {
    const [startMs, endMs] = [cells[from], cells[to]].map((cell) => Math.round(1000 * Number(cell?.replace(',', '.'))));
    if (!(startMs! >= 0) || !(endMs! > startMs!))
      throw new FormatError($localize`Line ${line}\: from_s and to_s are seconds, and to_s is the later one.`, line);
    return { line, key: cells[key] ?? '', startMs: startMs!, endMs: endMs!, text: oneSpaced(cells[words] ?? '') };
  });
}

function readTable(text: string): ReturnType<typeof parseCsv> {
  try {
    return parseCsv(text);
  } catch (error) {
    throw error instanceof CsvError ? new FormatError(error.message, error.line) : error;
  }
}

/** Rows with their cues, by key; those that were known by key or words; and rows that are no cues. */
function matched(
  rows: readonly Row[],
  cues: readonly PlacedCue[],
  shownAs: (cue: PlacedCue) => string,
): { found: Map<string, { row: Row; cue: PlacedCue }>; known: Set<Row>; strangers: Row[] } {
  const byKey = new Map(cues.map((cue) => [cue.key, cue]));
  const found = new Map<string, { row: Row; cue: PlacedCue }>();
  const claim = (row: Row, cue: PlacedCue): void => void found.set(cue.key, { row, cue });
  let open = rows.filter((row) => {
    const cue = byKey.get(row.key);
    if (!cue || found.has(cue.key)) return true;
    claim(row, cue);
    return false;
  });
  // SubRip numbers its cues, and other programs give them names of their own: words first, then times.
  const kinds = found.size > 0 ? new Set([...found.values()].map(({ cue }) => cue.kind)) : new Set(['caption']);
  const closest = (row: Row, among: readonly PlacedCue[]): PlacedCue | undefined =>
    among
      .filter((cue) => !found.has(cue.key) && Math.abs(cue.startMs - row.startMs) <= FURTHEST_MS)
      .sort((a, b) => Math.abs(a.startMs - row.startMs) - Math.abs(b.startMs - row.startMs))[0];
  const byWords = grouped(
    cues.filter((cue) => kinds.has(cue.kind)),
    (cue) => asWritten(shownAs(cue)),
  );
  open = open.filter((row) => {
    const cue = closest(row, byWords.get(asWritten(row.text)) ?? []);
    if (cue) claim(row, cue);
    return !cue;
  });
  const known = new Set([...found.values()].map(({ row }) => row));
  const free = cues.filter((cue) => kinds.has(cue.kind) && !found.has(cue.key));
  const strangers = open.filter((row) => {
    const cue = free
      .filter((one) => !found.has(one.key) && 2 * sharedMs(one, row) >= Math.min(lengthOf(one), lengthOf(row)))
      .sort((a, b) => sharedMs(b, row) - sharedMs(a, row))[0];
    if (cue) claim(row, cue);
    return !cue;
  });
  return { found, known, strangers };
}

function grouped<T>(all: readonly T[], by: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) groups.set(by(one), [...(groups.get(by(one)) ?? []), one]);
  return groups;
}

type Stretch = Pick<Cue, 'startMs' | 'endMs'>;
const lengthOf = ({ startMs, endMs }: Stretch): number => endMs - startMs;
const sharedMs = (a: Stretch, b: Stretch): number => Math.min(a.endMs, b.endMs) - Math.max(a.startMs, b.startMs);

const oneSpaced = (text: string): string => text.replace(/\s+/g, ' ').trim();
/** Signs that SubRip cannot hold are written as others that look like them. */
const asWritten = (text: string): string =>
  text
    .replace(/-->/g, '→')
    .replace(/</g, '‹')
    .replace(/>/g, '›')
    .replace(/\{(?=\\)/g, '(');

/** An instant to the tenth of a second. */
function precise(ms: number): string {
  const tenths = Math.round(ms / 100);
  return `${clock(100 * tenths - (tenths % 10) * 100)}.${tenths % 10}`;
}
