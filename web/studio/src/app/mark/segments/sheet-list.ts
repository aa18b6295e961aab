import { ChangeDetectionStrategy, Component, computed, input, output, type Signal } from '@angular/core';
import type { Sound } from '@limber/core/footage/sound.document';
import type { SheetRow } from '@limber/core/proposal/sheet';
import type { TakeMs } from '@limber/core/time/clocks';
import type { ShownRow } from './shown-rows';
import { SheetRowDrawing, type EndMove, type Moves } from './sheet-row';

/** So many rows stand together: those of a group that is out of sight are left alone by the browser. */
const GROUP = 20;
/** How high a row is before it was seen, CSS px: work, and talk between. */
const [WORK_HEIGHT, THREAD_HEIGHT] = [64, 32] as const;

/**
 * The rows of a sheet, as a list for eyes and for a screen reader. It is drawn anew when its rows or the choice change,
 * and not with each picture of a film that plays: only the row that is open looks at the time.
 */
@Component({
  selector: 'lc-sheet-list',
  imports: [SheetRowDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet-list.html',
  styleUrl: './sheet-list.css',
})
export class SheetList {
  readonly rows = input.required<readonly ShownRow[]>();
  /** The key of the row that is chosen, which is open. */
  readonly chosen = input<string | null>(null);
  /** What stands behind the side of the open row. */
  readonly takeWords = input('');
  readonly sound = input<Sound | null>(null);
  readonly moves = input<Moves | null>(null);
  /** How wide rows are drawn, CSS px. */
  readonly width = input.required<number>();
  /** Where the take plays. */
  readonly time = input.required<Signal<TakeMs>>();
  readonly pressed = output<SheetRow>();
  readonly toggled = output();
  readonly sought = output<{ readonly row: SheetRow; readonly ms: TakeMs }>();
  readonly ended = output<{ readonly row: SheetRow; readonly to: EndMove }>();

  protected readonly groups = computed(() => {
    const all = this.rows();
    return Array.from({ length: Math.ceil(all.length / GROUP) }, (_, at) => {
      const rows = all.slice(at * GROUP, (at + 1) * GROUP);
      const height = rows.reduce((sum, { work }) => sum + (work ? WORK_HEIGHT : THREAD_HEIGHT), 0);
      return { rows, height: `auto ${height}px` };
    });
  });
}
