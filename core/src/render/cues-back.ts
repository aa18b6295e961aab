import '../words/localize';
import type { Cue } from '../cue/cue';
import { overrideChange } from '../cue/override-change';
import type { PlacedCue } from '../cue/place';
import { CsvError, parseCsv } from '../format/csv';
import { FormatError } from '../format/format-error';
import { srtText } from '../format/srt';
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
  const found = new Map<string, Found>();
  const open = knownIn(rows, cues, shownAs, found);
  if (found.size < LEAST_KNOWN * rows.length) {
    const { line, text: words } = open[0]!;
    throw new FormatError(
      $localize`These are no cues of this lesson: nothing like line ${line}, “${words}”, is shown here.`,
      line,
    );
  }
  const kinds = kindsOf(found);
  const strangers = atTheirTime(
    open,
    cues.filter((cue) => kinds.has(cue.kind)),
    found,
  );
  const derived = new Map(plain.map((cue) => [cue.key, cue]));
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
    const said = row.text === '' || row.text === shownAs(cue) || row.text === srtText(shownAs(cue));
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

/** A row, and the cue that it is. */
interface Found {
  readonly row: Row;
  readonly cue: PlacedCue;
}

const kindsOf = (found: ReadonlyMap<string, Found>): Set<string> =>
  new Set([...found.values()].map(({ cue }) => cue.kind));

/**
 * Finds rows that are known by their key or their words.
 *
 * @param found cues that have their row, by key: filled.
 * @returns the rows that are not known.
 */
function knownIn(
  rows: readonly Row[],
  cues: readonly PlacedCue[],
  shownAs: (cue: PlacedCue) => string,
  found: Map<string, Found>,
): Row[] {
  const byKey = new Map(cues.map((cue) => [cue.key, cue]));
  const open = unclaimed(rows, found, ({ key }) => {
    const cue = byKey.get(key);
    return cue && !found.has(cue.key) ? cue : undefined;
  });
  // SubRip numbers its cues, and other programs give them names of their own: then they are captions.
  const kinds = found.size > 0 ? kindsOf(found) : new Set(['caption']);
  const byWords = new Map<string, PlacedCue[]>();
  for (const cue of cues) {
    if (!kinds.has(cue.kind)) continue;
    const words = srtText(shownAs(cue));
    const same = byWords.get(words);
    if (same) same.push(cue);
    else byWords.set(words, [cue]);
  }
  return unclaimed(open, found, (row) => {
    const off = (cue: PlacedCue): number => Math.abs(cue.startMs - row.startMs);
    const near = (byWords.get(srtText(row.text)) ?? []).filter((cue) => !found.has(cue.key) && off(cue) <= FURTHEST_MS);
    return near.sort((a, b) => off(a) - off(b))[0];
  });
}

/** Finds rows by when they are shown. @returns those that are no cues. */
function atTheirTime(rows: readonly Row[], cues: readonly PlacedCue[], found: Map<string, Found>): Row[] {
  return unclaimed(rows, found, (row) => {
    const at = cues.filter(
      (one) => !found.has(one.key) && 2 * sharedMs(one, row) >= Math.min(lengthOf(one), lengthOf(row)),
    );
    return at.sort((a, b) => sharedMs(b, row) - sharedMs(a, row))[0];
  });
}

/** Notes the cue of each row that has one. @returns the others. */
function unclaimed(rows: readonly Row[], found: Map<string, Found>, cueOf: (row: Row) => PlacedCue | undefined): Row[] {
  return rows.filter((row) => {
    const cue = cueOf(row);
    if (cue) found.set(cue.key, { row, cue });
    return !cue;
  });
}

type Stretch = Pick<Cue, 'startMs' | 'endMs'>;
const lengthOf = ({ startMs, endMs }: Stretch): number => endMs - startMs;
const sharedMs = (a: Stretch, b: Stretch): number => Math.min(a.endMs, b.endMs) - Math.max(a.startMs, b.startMs);

const oneSpaced = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** An instant to the tenth of a second. */
function precise(ms: number): string {
  const tenths = Math.round(ms / 100);
  return `${clock(100 * tenths - (tenths % 10) * 100)}.${tenths % 10}`;
}
