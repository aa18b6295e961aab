import qrcode from 'qrcode-generator';

/** Modules that stay light around a code (ISO/IEC 18004, from memory). */
const QUIET = 4;

/** Dark modules beside one another. */
export type Run = readonly [x: number, y: number, length: number];

/**
 * A QR code (ISO/IEC 18004, level M) with its quiet zone, as runs of dark modules in a square of so many.
 *
 * @example codeOf('https://harbour.example').runs[0] // [4, 4, 7], the top of the first finder pattern
 */
export function codeOf(text: string): { readonly across: number; readonly runs: readonly Run[] } {
  const code = qrcode(0, 'M');
  code.addData(text);
  code.make();
  const count = code.getModuleCount();
  const runs: Run[] = [];
  for (let row = 0; row < count; row++)
    for (let column = 0; column < count; column++) {
      if (!code.isDark(row, column)) continue;
      let length = 1;
      while (column + length < count && code.isDark(row, column + length)) length++;
      runs.push([column + QUIET, row + QUIET, length]);
      column += length;
    }
  return { across: count + 2 * QUIET, runs };
}
