import { effect, linkedSignal, untracked, type Signal, type WritableSignal } from '@angular/core';
import { isWork } from '@limber/core/lesson/segment-kind';
import { standingFor, type SheetRow } from '@limber/core/proposal/sheet';

/** The row of a sheet that is chosen: by its key, and as it is now; null where none is. */
export interface ChosenRow {
  readonly key: WritableSignal<string | null>;
  readonly row: Signal<SheetRow | null>;
}

/**
 * Choosing another step chooses its first row; edits and saves leave the choice alone, and a row that is proposed anew
 * while it is chosen stays chosen. Called where a component is made.
 */
export function chosenRow(rows: Signal<readonly SheetRow[]>, stepId: Signal<string | null>): ChosenRow {
  const key = linkedSignal<string | null, string | null>({
    source: stepId,
    computation: (id) => untracked(() => rows().find((row) => row.stepId === id && isWork(row.kind))?.key ?? null),
  });
  const row = linkedSignal<{ rows: readonly SheetRow[]; key: string | null }, SheetRow | null>({
    source: () => ({ rows: rows(), key: key() }),
    computation: (now, before) => {
      const was = before?.source.key === now.key ? before.value : null;
      return now.rows.find((one) => one.key === now.key) ?? (was && standingFor(now.rows, was));
    },
  });
  effect(() => {
    const now = row();
    if (now) untracked(() => key.set(now.key));
  });
  return { key, row };
}
