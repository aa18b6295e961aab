import '../words/localize';
import Papa from 'papaparse';

/**
 * Writes rows as CSV (RFC 4180): CRLF, quotes where they are needed. A cell that a spreadsheet would take for a formula
 * is made harmless by a leading apostrophe (OWASP, CSV injection).
 *
 * @example writeCsv([['name'], ['Gull, lift']]) // 'name\r\n"Gull, lift"\r\n'
 */
export function writeCsv(rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;
}

const FORMULA = /^[=+\-@\t\r]/;
const HARMLESS = /^'[=+\-@\t\r]/;

/** A CSV text that cannot be read; `line` is where, from 1. */
export class CsvError extends Error {
  override readonly name = 'CsvError';
  constructor(
    message: string,
    readonly line: number,
  ) {
    super(message);
  }
}

/**
 * Reads CSV (RFC 4180), with lines that end in CRLF or LF; an apostrophe that made a cell harmless is taken away, rows
 * without a word are left out. Tables of spreadsheets that write semicolons or tabs between cells are read as well.
 *
 * @throws CsvError where quotes do not go together: what follows cannot be told apart any more.
 * @example parseCsv('name,dose\nSlipway,5 x 3 s')[1] // { line: 2, cells: ['Slipway', '5 x 3 s'] }
 */
export function parseCsv(text: string): { line: number; cells: string[] }[] {
  const source = evenLines(text.replace(/^\uFEFF/, ''));
  const rows: { line: number; cells: string[] }[] = [];
  let line = 1;
  let at = 0;
  Papa.parse<string[]>(source, {
    delimiter: delimiterOf(source),
    step: ({ data, errors, meta }) => {
      if (errors.some((error) => error.type === 'Quotes'))
        throw new CsvError(
          $localize`The quotes in line ${line} do not go together: put a cell that has any in quotes as a whole, and write those inside it twice.`,
          line,
        );
      if (data.some((cell) => cell !== ''))
        rows.push({ line, cells: data.map((cell) => (HARMLESS.test(cell) ? cell.slice(1) : cell)) });
      line += source.slice(at, meta.cursor).split(/\r\n|\r|\n/).length - 1;
      at = meta.cursor;
    },
  });
  return rows;
}

/** Lines that end now in CRLF, now in LF, all end in LF. */
function evenLines(text: string): string {
  return /\r\n/.test(text) && /(?<!\r)\n/.test(text.replace(/"[^"]*"/g, '')) ? text.replace(/\r\n/g, '\n') : text;
}

/** A comma, unless the first line has none and something else. */
function delimiterOf(text: string): string {
  const [first] = text.replace(/"[^"]*"/g, '').split(/\r|\n/, 1) as [string];
  return [',', ';', '\t'].find((sign) => first.includes(sign)) ?? ',';
}
