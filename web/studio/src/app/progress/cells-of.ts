import type { Analysis } from '@limber/core/footage/analysis.document';
import type { CellGrid } from '@limber/core/footage/lips';

/** The cells of a grid, which stands in its file as text. */
export function cellsOf({ data, ...grid }: Analysis['motion']): CellGrid {
  return { ...grid, cells: Uint8Array.from(atob(data), (one) => one.charCodeAt(0)) };
}
