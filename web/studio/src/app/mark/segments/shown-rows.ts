import type { StepLook } from '@limber/core/assembly/passage';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { SheetRow } from '@limber/core/proposal/sheet';
import { threadWords } from './part-words';
import { wordsOfRow } from './sheet-row';

/** A row as it stands on the screen. */
export interface ShownRow {
  readonly row: SheetRow;
  readonly look: StepLook | null;
  readonly work: boolean;
  /** The number of its step, beside its first row alone. */
  readonly number: string;
  readonly name: string;
  readonly side: string;
  readonly found: string;
  /** Whether what is there is not what was planned. */
  readonly off: boolean;
  readonly sign: string;
  readonly signWords: string;
  /** What is said between two parts; of work nothing. */
  readonly thread: string;
}

/** Everything that the rows of a sheet say, made once: a film that plays draws the page anew at each of its pictures. */
export function shownRows(lesson: Lesson, rows: readonly SheetRow[], looks: readonly StepLook[]): ShownRow[] {
  const byId = new Map(looks.map((look, at) => [look.id, { look, number: String(at + 1) }]));
  const numbered = new Set<string>();
  return rows.map((row) => {
    const known = byId.get(row.stepId ?? '');
    const work = isWork(row.kind);
    const first = work && row.stepId !== null && !numbered.has(row.stepId);
    if (first) numbered.add(row.stepId);
    return {
      ...{ row, work, look: known?.look ?? null },
      number: first ? (known?.number ?? '') : '',
      ...wordsOfRow(row, known?.look ?? null),
      off: isOff(row),
      sign: row.doubt ? 'doubt' : row.state,
      signWords: signWords(row),
      thread: work ? '' : threadWords(lesson, row),
    };
  });
}

function isOff({ state, planned, plays }: SheetRow): boolean {
  return state === 'missing' || (planned !== null && plays > 0 && plays !== planned);
}

function signWords({ state, doubt }: SheetRow): string {
  if (doubt) return $localize`to look at`;
  return state === 'agreed' ? $localize`agreed` : state === 'sure' ? $localize`sure` : $localize`proposed`;
}
