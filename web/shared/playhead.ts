import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Ribbon } from './ribbon';

/**
 * The place that plays, on the ribbon that it stands in. By itself, and on a layer of its own: a film that plays moves it
 * with each picture, and nothing of the ribbon is looked at or painted anew.
 */
@Component({
  selector: 'lc-playhead',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  styles: `
    :host {
      position: absolute;
      top: 0;
      left: -1.25px;
      width: 2.5px;
      background: var(--honey-text);
      pointer-events: none;
      will-change: transform;
    }
    :host(.nowhere) {
      visibility: hidden;
    }
  `,
  host: {
    '[class.nowhere]': 'ms() === null',
    '[style.height.px]': 'ribbon.height() - 14',
    '[style.transform]': 'place()',
  },
})
export class Playhead {
  /** Null where what plays is not on the ribbon. */
  readonly ms = input.required<number | null>();
  protected readonly ribbon = inject(Ribbon);
  protected readonly place = computed(() => `translateX(${this.ribbon.x()(this.ms() ?? 0)}px)`);
}
