import { isWork } from '@limber/core/lesson/segment-kind';
import type { SheetRow } from '@limber/core/proposal/sheet';
import type { ShownRow } from './shown-rows';

/** What one press agrees to, and what its button says. */
export interface Agreeing {
  readonly rows: readonly SheetRow[];
  readonly words: string;
}

/** All that is sure; once nothing is doubtful, the rest too; null where there is nothing. */
export function agreeingTo(shown: readonly ShownRow[]): Agreeing | null {
  const proposed = shown.filter(({ row }) => row.proposal);
  const sure = proposed.filter(({ row }) => row.state === 'sure' && row.kind !== 'cut');
  const rows = (list: readonly ShownRow[]): SheetRow[] => list.map(({ row }) => row);
  if (sure.length > 0) {
    const { name } = sure.find(({ row }) => isWork(row.kind)) ?? sure[0]!;
    const words =
      sure.length === 1 ? $localize`Agree to ${name}, it is sure` : $localize`Agree to ${sure.length}, they are sure`;
    return { rows: rows(sure), words };
  }
  if (proposed.length === 0 || shown.some(({ row }) => row.doubt)) return null;
  return { rows: rows(proposed), words: $localize`Agree to the talk between` };
}
