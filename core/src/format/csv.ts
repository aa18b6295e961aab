/**
 * Writes rows as CSV (RFC 4180): CRLF, quotes where they are needed. A cell that a spreadsheet would take for a formula
 * is made harmless by a leading apostrophe (OWASP, CSV injection).
 *
 * @example writeCsv([['name'], ['Gull, lift']]) // 'name\r\n"Gull, lift"\r\n'
 */
export function writeCsv(rows: readonly (readonly string[])[]): string {
  return rows.map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n';
}

function cell(value: string): string {
  const harmless = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(harmless) ? `"${harmless.replace(/"/g, '""')}"` : harmless;
}

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
 * Reads CSV (RFC 4180), with lines that end in CRLF or LF; an apostrophe that made a cell harmless is taken away.
 *
 * @example parseCsv('name,dose\nSlipway,5 x 3 s')[1] // { line: 2, cells: ['Slipway', '5 x 3 s'] }
 */
export function parseCsv(text: string): { line: number; cells: string[] }[] {
  const rows: { line: number; cells: string[] }[] = [];
  const source = text.replace(/^\uFEFF/, '');
  let line = 1;
  let at = 0;
  while (at < source.length) {
    const cells: string[] = [];
    const begun = line;
    for (;;) {
      let value = '';
      if (source[at] === '"') {
        for (at++; ; at++) {
          if (at >= source.length) throw new CsvError(`The quote that opens in line ${begun} is never closed.`, begun);
          if (source[at] === '\n') line++;
          if (source[at] !== '"') value += source[at];
          else if (source[at + 1] === '"') value += source[++at];
          else break;
        }
        at++;
      } else while (at < source.length && !/[,\r\n]/.test(source[at]!)) value += source[at++];
      cells.push(/^'[=+\-@\t\r]/.test(value) ? value.slice(1) : value);
      if (source[at] !== ',') break;
      at++;
    }
    if (source[at] === '\r') at++;
    if (source[at] === '\n') at++;
    line++;
    if (cells.some((one) => one !== '')) rows.push({ line: begun, cells });
  }
  return rows;
}
