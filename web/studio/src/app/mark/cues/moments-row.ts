import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Instant, Moment } from '@limber/core/cue/sheet';
import { clock } from '@limber/core/time/clock';
import { DOUBT_NAMES } from './doubt-names';
import { MomentStill, type Seen } from './moment-still';
import type { NamedRow } from './moments-rows';

const INSTANT_NAMES: Readonly<Record<Exclude<Instant, 'doubt'>, string>> = {
  begins: $localize`begins`,
  middle: $localize`middle`,
  last: $localize`last`,
  release: $localize`let go`,
  change: $localize`change`,
};

/** A passage on the sheet of moments: its name, and three stills with what viewers see on them. */
@Component({
  selector: 'lc-moments-row',
  imports: [MomentStill],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'listitem' },
  template: `
    <span class="number">{{ row().number }}</span>
    <span class="name">
      <b>{{ row().name }}</b>
      <small>{{ row().side }}</small>
    </span>
    @for (one of moments(); track $index) {
      <button
        type="button"
        [class]="one.worst"
        [class.chosen]="chosen() === $index"
        [attr.aria-current]="chosen() === $index ? 'true' : null"
        [attr.aria-label]="one.words"
        [attr.data-instant]="one.instant"
        data-testid="moment"
        (click)="picked.emit($index)"
        (keydown.space)="toggled.emit(); $event.preventDefault()"
      >
        <lc-moment-still class="still" [moment]="one" [seen]="seen()" />
        <span class="caption times">{{ one.found || one.label }}</span>
      </button>
    }
  `,
  styleUrl: './moments-row.css',
})
export class MomentsRowView {
  readonly row = input.required<NamedRow>();
  readonly seen = input.required<Seen>();
  /** Which of its moments is chosen, from 0; null when none is. */
  readonly chosen = input<number | null>(null);
  readonly picked = output<number>();
  /** Play or pause: what the key means everywhere on the bench. */
  readonly toggled = output();

  protected readonly moments = computed(() => {
    const { name, side, found } = this.row();
    return this.row().moments.map((one) => {
      const doubts = one.instant === 'doubt' ? found : [];
      const label = this.labelOf(one);
      const told = [name, side].filter(Boolean).join(', ');
      return {
        ...one,
        label,
        words: [$localize`${told}\: ${label}`, ...doubts.map((each) => each.message)].join('. '),
        found: doubts.map((each) => DOUBT_NAMES[each.rule]).join(' · '),
        worst: doubts[0]?.severity ?? '',
      };
    });
  });

  private labelOf({ instant, atMs }: Moment): string {
    const at = clock(atMs);
    if (instant === 'doubt') return at;
    return instant === 'begins' ? $localize`${INSTANT_NAMES[instant]} ${at}` : INSTANT_NAMES[instant];
  }
}
