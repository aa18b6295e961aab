import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { cuesAt, type Cue } from '@limber/core/cue/cue';
import type { Region } from '@limber/core/face/regions';

/** Regions low in the picture: words then stand above, so that nothing covers what is worked on. */
const LOW: ReadonlySet<Region> = new Set([
  'chest',
  'collarbone',
  'shoulder',
  'neck',
  'nape',
  'under_chin',
  'chin',
  'jaw',
  'ear',
]);

/** The cues of an instant, drawn over the footage: the same for the instructor's preview and the viewer. */
@Component({
  selector: 'lc-cue-layer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (label() || side()) {
      <div class="badge" data-testid="badge">
        @if (side(); as cue) {
          <svg viewBox="0 0 34 44" aria-hidden="true">
            <ellipse cx="17" cy="22" rx="14" ry="20" class="face" />
            @if (cue.side !== 'right') {
              <path d="M17 2A14 20 0 0 0 17 42Z" class="lit" />
            }
            @if (cue.side !== 'left') {
              <path d="M17 2A14 20 0 0 1 17 42Z" class="lit" />
            }
          </svg>
        }
        <div>
          @if (side()) {
            <strong>{{ side()!.text }}</strong>
          }
          <span [class.alone]="!side()">{{ label()?.text }}{{ note() ? ' · ' + note() : '' }}</span>
        </div>
      </div>
    }
    @if (count(); as cue) {
      <div class="count" data-testid="count">
        <svg viewBox="0 0 120 120" aria-hidden="true">
          <circle cx="60" cy="60" r="57" class="disc" />
          @for (arc of arcs(); track arc.key) {
            <path [attr.d]="arc.d" [class.done]="arc.done" class="arc" />
          }
        </svg>
        <div>
          <strong>{{ cue.text }}</strong>
          <span>{{ cue.kind === 'count' ? 'of ' + cue.of : 'seconds' }}</span>
        </div>
      </div>
    }
    @if (swap(); as cue) {
      <div class="swap" data-testid="swap">{{ cue.text }}</div>
    }
    @if (captions() && caption(); as cue) {
      <div class="caption" [class.above]="above()" [class.beside]="label() || side()" data-testid="caption">
        {{ cue.text }}
      </div>
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
      container-type: inline-size;
      color: #fff;
      font-family: var(--text);
    }
    .badge {
      position: absolute;
      left: 3%;
      top: 4.5%;
      display: flex;
      align-items: center;
      gap: 1.1cqw;
      max-width: 30%;
      padding: 1.1cqw 1.5cqw;
      background: rgb(43 35 48 / 92%);
      border-radius: 1.4cqw;
    }
    .badge svg {
      width: 2.7cqw;
      flex: none;
    }
    .face {
      fill: none;
      stroke: #d9cfd8;
      stroke-width: 2;
    }
    .lit {
      fill: #f2b84b;
    }
    .badge strong {
      display: block;
      font: 650 max(2cqw, 14px)/1.1 var(--head);
    }
    .badge span {
      display: block;
      margin-top: 2px;
      font-size: max(1.25cqw, 12px);
      color: #e9dfe6;
    }
    .badge span.alone {
      margin: 0;
      font: 650 max(1.8cqw, 14px)/1.1 var(--head);
      color: #fff;
    }
    .count {
      position: absolute;
      right: 4.5%;
      top: 8%;
      width: max(17cqw, 88px);
      aspect-ratio: 1;
    }
    .count svg {
      width: 100%;
    }
    .disc {
      fill: rgb(43 35 48 / 90%);
    }
    .arc {
      fill: none;
      stroke: #8d8292;
      stroke-width: 6;
      stroke-linecap: butt;
    }
    .arc.done {
      stroke: #f2b84b;
    }
    .count div {
      position: absolute;
      inset: 0;
      display: flex;
      flex-direction: column;
      align-items: center;
      justify-content: center;
    }
    .count strong {
      font: 750 max(7.4cqw, 40px)/0.95 var(--head);
      font-variant-numeric: tabular-nums;
    }
    .count span {
      font-size: max(1.35cqw, 12px);
      color: #e9dfe6;
    }
    .swap {
      position: absolute;
      left: 50%;
      top: 42%;
      transform: translate(-50%, -50%);
      padding: 1.4cqw 2.6cqw;
      font: 650 max(2.7cqw, 18px)/1.1 var(--head);
      color: #2b2330;
      background: #f2b84b;
      border-radius: 1.6cqw;
      white-space: nowrap;
    }
    .caption {
      position: absolute;
      left: 50%;
      bottom: 6%;
      transform: translateX(-50%);
      width: max-content;
      max-width: 76%;
      padding: 0.8cqw 1.4cqw;
      font-size: max(1.9cqw, 15px);
      line-height: 1.3;
      text-align: center;
      white-space: pre-line;
      background: rgb(43 35 48 / 92%);
      border-radius: 1cqw;
    }
    .caption.above {
      bottom: auto;
      top: 4.5%;
    }
    .caption.above.beside {
      max-width: 42%;
      white-space: normal;
    }
    @media (orientation: portrait) {
      :host(.stacked) {
        position: static;
        container-type: normal;
        display: grid;
        grid-template-columns: 1fr auto;
        gap: 12px;
        align-items: center;
        align-content: start;
        min-height: 268px;
        padding: 14px 16px;
      }
      :host(.stacked) > div {
        position: static;
        transform: none;
        width: auto;
        max-width: none;
      }
      :host(.stacked) .badge {
        gap: 12px;
        padding: 12px 16px;
        border-radius: 16px;
      }
      :host(.stacked) .badge svg {
        width: 34px;
      }
      :host(.stacked) .badge strong {
        font-size: 22px;
      }
      :host(.stacked) .badge span {
        font-size: 16px;
      }
      :host(.stacked) .count {
        position: relative;
        grid-column: 2;
        grid-row: 1;
        width: 136px;
      }
      :host(.stacked) .count strong {
        font-size: 62px;
      }
      :host(.stacked) .count span {
        font-size: 15px;
      }
      :host(.stacked) .swap {
        grid-column: 1 / -1;
        padding: 14px;
        font-size: 24px;
        text-align: center;
        border-radius: 16px;
      }
      :host(.stacked) .caption {
        grid-column: 1 / -1;
        padding: 12px 16px;
        font-size: 19px;
        border-radius: 14px;
      }
    }
  `,
})
export class CueLayer {
  readonly cues = input.required<readonly Cue[]>();
  readonly timeMs = input.required<number>();
  readonly captions = input(true);
  readonly region = input<Region | null>(null);
  /** A word on how the step is done, beside its name. */
  readonly note = input('');

  private readonly now = computed(() => cuesAt(this.cues(), this.timeMs()));
  private of(kind: Cue['kind']): Cue | null {
    return this.now().find((cue) => cue.kind === kind) ?? null;
  }
  protected readonly label = computed(() => this.of('label'));
  protected readonly side = computed(() => this.of('side'));
  protected readonly swap = computed(() => this.of('swap'));
  protected readonly caption = computed(() => this.of('caption'));
  protected readonly count = computed(() => this.of('count') ?? this.of('countdown'));
  protected readonly above = computed(() => this.region() !== null && LOW.has(this.region()!));

  protected readonly arcs = computed(() => {
    const cue = this.count();
    if (!cue?.of || cue.value === null) return [];
    const n = Math.min(cue.of, 60);
    const done = cue.value;
    const gap = n > 1 ? Math.min(0.09, 1.4 / n) : 0;
    return Array.from({ length: n }, (_, i) => ({ key: i, d: arc(i / n, (i + 1) / n, gap), done: i < done }));
  });
}

/** A stretch of the ring between two shares of a turn, from the top, clockwise. */
function arc(from: number, to: number, gap: number): string {
  const point = (share: number): string => {
    const angle = share * 2 * Math.PI - Math.PI / 2;
    return `${(60 + 53 * Math.cos(angle)).toFixed(2)} ${(60 + 53 * Math.sin(angle)).toFixed(2)}`;
  };
  const shrink = gap / (2 * Math.PI);
  const end = to - from >= 1 ? to - 0.0001 : to - shrink;
  return `M${point(from + (to - from >= 1 ? 0 : shrink))}A53 53 0 ${end - from > 0.5 ? 1 : 0} 1 ${point(end)}`;
}
