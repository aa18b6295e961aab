import '../words/localize';
import * as z from 'zod';
import { SIDE_PLANS } from '../dose/dose.schema';
import { REGIONS } from '../face/regions';
import { CsvError, parseCsv, writeCsv } from './csv';
import { parseDose, writeDose } from './dose-text';
import { parseRoute, writeRoute } from './route-text';
import {
  ACTIONS,
  LEVELS,
  LIBRARY_FORMAT,
  LIBRARY_VERSION,
  moveSchema,
  PRESSURES,
  TEMPERATURES,
  TOOLS,
  type Move,
} from '../move/move.schema';
import { moveFrom1 } from '../move/older';

/** A row or an entry that could not be taken, and why. */
export interface Fault {
  /** Line of a CSV file, from 1; number of the entry in a JSON file. */
  readonly line: number;
  readonly reason: string;
}

export interface LibraryFile {
  readonly moves: readonly Move[];
  readonly faults: readonly Fault[];
}

const COLUMNS = [
  'name',
  'region',
  'action',
  'dose',
  'sides',
  'tool',
  'pressure',
  'level',
  'how',
  'slip',
  'mouth_busy',
  'eyes_off',
  'cautions',
  'route',
  'temperature',
] as const;
type Column = (typeof COLUMNS)[number];

/**
 * The id of a move that is made from its name: letters and digits with hyphens between, empty for a name without any.
 *
 * @example moveIdOf('Rope knead') // 'rope-knead'
 */
export function moveIdOf(name: string): string {
  return name
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
}

/**
 * The library as JSON, with everything of every move.
 *
 * @example writeLibraryJson([move]) // '{"format": "limber-cheek/library", …'
 */
export function writeLibraryJson(moves: readonly Move[]): string {
  return `${JSON.stringify({ format: LIBRARY_FORMAT, version: LIBRARY_VERSION, moves }, null, 2)}\n`;
}

/**
 * The library as CSV: what a table can hold of a move. The dose stands as in `3-5-10 x 2.5 s`.
 *
 * @example writeLibraryCsv([move]) // 'name,region,…\r\nSlipway,neck,…\r\n'
 */
export function writeLibraryCsv(moves: readonly Move[]): string {
  const yes = (on: boolean): string => (on ? 'yes' : '');
  return writeCsv([
    COLUMNS,
    ...moves.map((move) => [
      move.name,
      move.region,
      move.action,
      writeDose(move.dose),
      move.sidePlan,
      move.tool,
      move.pressure,
      move.level,
      move.how,
      yes(move.slip),
      yes(move.mouthBusy),
      yes(move.eyesOff),
      move.cautions.join(' | '),
      writeRoute(move.route),
      move.temperature ?? '',
    ]),
  ]);
}

/**
 * Reads a library, JSON or CSV by its first character. Good rows are kept, bad ones are listed with the reason; only the
 * name, region, action, dose and sides are asked for.
 *
 * @param idOf makes an id for a move that brings none.
 * @example parseLibrary('name,region\nSlipway,neck', moveIdOf).faults // [{ line: 1, reason: … }]
 */
export function parseLibrary(text: string, idOf: (name: string) => string): LibraryFile {
  return /^\s*[[{]/.test(text) ? readJson(text) : readCsv(text, idOf);
}

function readJson(text: string): LibraryFile {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return {
      moves: [],
      faults: [{ line: 1, reason: $localize`This is no JSON: ${error instanceof Error ? error.message : ''}` }],
    };
  }
  const file = z
    .object({ format: z.literal(LIBRARY_FORMAT), version: z.number(), moves: z.array(z.unknown()).max(5000) })
    .safeParse(value);
  if (!file.success)
    return {
      moves: [],
      faults: [{ line: 1, reason: $localize`“format” has to be “${LIBRARY_FORMAT}”, with a list of moves.` }],
    };
  if (file.data.version > LIBRARY_VERSION)
    return {
      moves: [],
      faults: [
        {
          line: 1,
          reason: $localize`This library was written by a newer program (version ${file.data.version}). Update this program to open it.`,
        },
      ],
    };
  // A library of an older program is brought forward move by move.
  const forward = (one: unknown): unknown =>
    file.data.version < LIBRARY_VERSION && typeof one === 'object' && one !== null
      ? moveFrom1(one as Record<string, unknown>)
      : one;
  return judged(file.data.moves.map((one, i) => ({ line: i + 1, value: forward(one) })));
}

function readCsv(text: string, idOf: (name: string) => string): LibraryFile {
  let rows: ReturnType<typeof parseCsv>;
  try {
    rows = parseCsv(text);
  } catch (error) {
    if (error instanceof CsvError) return { moves: [], faults: [{ line: error.line, reason: error.message }] };
    throw error;
  }
  const head = rows[0]?.cells.map((cell) => cell.trim().toLowerCase().replace(/\s+/g, '_')) ?? [];
  const missing = ['name', 'region', 'action', 'dose', 'sides'].filter((column) => !head.includes(column));
  if (missing.length > 0)
    return {
      moves: [],
      faults: [{ line: 1, reason: $localize`The first line has to name the columns; missing: ${missing.join(', ')}.` }],
    };
  const entries: { line: number; value: unknown }[] = [];
  const faults: Fault[] = [];
  for (const { line, cells } of rows.slice(1)) {
    const cell = (column: Column): string => cells[head.indexOf(column)]?.trim() ?? '';
    const word = (column: Column): string => cell(column).toLowerCase().replace(/\s+/g, '_');
    const wrong = [
      cell('name') ? '' : $localize`name: A move needs a name.`,
      named(word('region'), REGIONS, 'region'),
      named(word('action'), ACTIONS, 'action'),
      named(word('sides'), SIDE_PLANS, 'sides'),
      word('tool') && named(word('tool'), TOOLS, 'tool'),
      word('pressure') && named(word('pressure'), PRESSURES, 'pressure'),
      word('level') && named(word('level'), LEVELS, 'level'),
      word('temperature') && named(word('temperature'), TEMPERATURES, 'temperature'),
      parseRoute(cell('route')) === null
        ? $localize`route: “${cell('route')}” is not understood. Write it as “ear > neck/side > collarbone”.`
        : '',
    ].find(Boolean);
    const dose = parseDose(cell('dose'));
    if (wrong || !dose) {
      faults.push({
        line,
        reason:
          wrong ||
          $localize`how many: “${cell('dose')}” is not understood. Write it as “5 x 3 s”, “3-5-10 x 3 s”, “hold 4 x 6 s”, “20 s”, “20 s each way”, “count of 8” or “4 breaths”.`,
      });
      continue;
    }
    const yes = (column: Column): boolean => /^(?:y|yes|true|1|x)$/i.test(cell(column));
    entries.push({
      line,
      value: {
        id: idOf(cell('name')),
        revision: 1,
        name: cell('name'),
        region: word('region'),
        action: word('action'),
        dose,
        sidePlan: word('sides'),
        ...(word('tool') ? { tool: word('tool') } : {}),
        ...(word('pressure') ? { pressure: word('pressure') } : {}),
        ...(word('level') ? { level: word('level') } : {}),
        how: cell('how'),
        slip: yes('slip'),
        route: parseRoute(cell('route')),
        ...(word('temperature') ? { temperature: word('temperature') } : {}),
        mouthBusy: yes('mouth_busy'),
        eyesOff: yes('eyes_off'),
        cautions: cell('cautions')
          .split('|')
          .map((one) => one.trim())
          .filter(Boolean),
      },
    });
  }
  const read = judged(entries);
  return { moves: read.moves, faults: [...faults, ...read.faults].sort((a, b) => a.line - b.line) };
}

function judged(entries: readonly { line: number; value: unknown }[]): LibraryFile {
  const moves: Move[] = [];
  const faults: Fault[] = [];
  const names = new Map<string, number>();
  for (const { line, value } of entries) {
    const parsed = moveSchema.safeParse(value);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      faults.push({ line, reason: `${issue.path.map(String).join('.')}: ${issue.message}` });
      continue;
    }
    const name = parsed.data.name.toLowerCase();
    const before = names.get(name);
    if (before !== undefined)
      faults.push({ line, reason: $localize`“${parsed.data.name}” stands in line ${before} already.` });
    else {
      names.set(name, line);
      moves.push(parsed.data);
    }
  }
  return { moves, faults };
}

function named(word: string, known: readonly string[], column: string): string {
  return known.includes(word) ? '' : $localize`${column}\: “${word}” is not known. There is: ${known.join(', ')}.`;
}
