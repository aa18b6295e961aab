import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { Seen } from './moment-still';
import { MomentsRowView } from './moments-row';
import type { NamedRow } from './moments-rows';

/** A moment on the sheet: of which row, and which of its three. */
export interface Picked {
  readonly key: string;
  readonly at: number;
}

/** Room beside the three stills, px: number, name, gaps and what lies under a still. */
const NAMES = 150;
const GAPS = 10 * 4 + 12;
const NARROW_GAPS = 10 * 2 + 4;
const UNDER = 34;
const OVER_NARROW = 26;
/** Narrower than this, names stand above their stills. */
const NARROW = 480;
/** Stills are no wider and no taller than this, px. */
const MOST = { width: 190, height: 150 } as const;

/** The cues of a whole lesson, judged by looking down one page: only the rows in sight are drawn, and have stills taken. */
@Component({
  selector: 'lc-moments-sheet',
  imports: [CdkVirtualScrollViewport, CdkFixedSizeVirtualScroll, CdkVirtualForOf, MomentsRowView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cdk-virtual-scroll-viewport
      role="list"
      aria-label="Moments of the lesson"
      i18n-aria-label
      [class.narrow]="narrow()"
      [itemSize]="height()"
      [minBufferPx]="2 * height()"
      [maxBufferPx]="4 * height()"
      [style.--still.px]="still()"
      [style.--tall]="seen().frame.height"
    >
      <lc-moments-row
        *cdkVirtualFor="let row of rows(); trackBy: byKey; let at = index; let count = count"
        [row]="row"
        [seen]="seen()"
        [chosen]="chosen()?.key === row.key ? chosen()!.at : null"
        [style.height.px]="height()"
        [attr.aria-posinset]="at + 1"
        [attr.aria-setsize]="count"
        (picked)="picked.emit({ key: row.key, at: $event })"
        (toggled)="toggled.emit()"
      />
    </cdk-virtual-scroll-viewport>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
    }
    cdk-virtual-scroll-viewport {
      height: 100%;
    }
  `,
})
export class MomentsSheet {
  readonly rows = input.required<readonly NamedRow[]>();
  readonly seen = input.required<Seen>();
  readonly chosen = input<Picked | null>(null);
  readonly picked = output<Picked>();
  readonly toggled = output();
  private readonly viewport = viewChild.required(CdkVirtualScrollViewport);
  private readonly width = signal(620);
  protected readonly narrow = computed(() => this.width() < NARROW);
  /** How wide a still is, px. */
  protected readonly still = computed(() => {
    const room = (this.width() - (this.narrow() ? NARROW_GAPS : GAPS + NAMES)) / 3;
    return Math.floor(Math.min(room, MOST.width, MOST.height / this.seen().frame.height));
  });
  /** How tall a row is, px. */
  protected readonly height = computed(
    () => Math.round(this.still() * this.seen().frame.height) + UNDER + (this.narrow() ? OVER_NARROW : 0),
  );
  protected readonly byKey = (_: number, row: NamedRow): string => row.key;

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const watched = new ResizeObserver(([entry]) => {
      this.width.set(Math.round(entry!.contentRect.width));
      this.viewport().checkViewportSize();
    });
    inject(DestroyRef).onDestroy(() => watched.disconnect());
    afterNextRender(() => watched.observe(host));
    // What is chosen by a key comes into sight.
    effect(() => {
      const chosen = this.chosen();
      if (chosen) untracked(() => this.bring(chosen.key));
    });
  }

  private bring(key: string): void {
    const at = this.rows().findIndex((row) => row.key === key);
    const viewport = this.viewport();
    const [top, height] = [viewport.measureScrollOffset(), this.height()];
    const from = at * height;
    if (at < 0 || (from >= top && from + height <= top + viewport.getViewportSize())) return;
    viewport.scrollToOffset(from < top ? from : from + height - viewport.getViewportSize());
  }
}
