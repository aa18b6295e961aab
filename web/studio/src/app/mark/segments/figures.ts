import { isWork } from '@limber/core/lesson/segment-kind';
import { playsMore, type SheetRow } from '@limber/core/proposal/sheet';
import { sideOf } from './sheet-row';

/** A figure beside others: what was planned, said, seen. */
export interface Figure {
  readonly name: string;
  readonly value: string;
  readonly off?: boolean;
}

/** How often a row is planned, seen and plays, and how often its other side; nothing where that is not counted. */
export function figuresOf(rows: readonly SheetRow[], row: SheetRow): Figure[] {
  if (row.planned === null || !isWork(row.kind)) return [];
  const seen = row.beatsMs.length;
  const other = rows.find(
    (one) => isWork(one.kind) && one.stepId === row.stepId && one.side !== row.side && one.beatsMs.length > 0,
  );
  const off = seen > 0 && row.plays !== row.planned;
  return [
    { name: $localize`planned`, value: String(row.planned) },
    ...(seen > 0 ? [{ name: row.segment ? $localize`marked` : $localize`seen`, value: String(seen), off }] : []),
    ...(playsMore(row) === 0 ? [] : [{ name: $localize`plays`, value: String(row.plays), off }]),
    ...(other ? [{ name: $localize`${sideOf(other)} had`, value: String(other.beatsMs.length) }] : []),
  ];
}
