import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The number of the repetition that is under way, drawn into the picture in its lower right corner. */
@Component({
  selector: 'lc-count-plate',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '{{ count() }}',
  styles: `
    :host {
      position: absolute;
      right: 14px;
      bottom: 10px;
      min-width: 62px;
      padding: 0 12px;
      font: 800 46px/58px var(--head);
      text-align: center;
      color: #211a26;
      background: var(--honey);
      border-radius: 18px;
    }
  `,
  host: { class: 'times', 'aria-hidden': 'true' },
})
export class CountPlate {
  readonly count = input.required<number>();
}

/** How many repetitions are complete at an instant; null before the first. @example countAt([2000, 4000], 3000) // 1 */
export function countAt(beatsMs: readonly number[], ms: number): number | null {
  const done = beatsMs.filter((beat) => beat <= ms).length;
  return done === 0 ? null : done;
}
