import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  OnDestroy,
  output,
  signal,
} from '@angular/core';
import { area, curveLinear, line, scaleLinear } from 'd3';
import { BAND_COLOURS, parentOf, type Region } from '@limber/core/face/regions';
import { clock } from '@limber/core/time/clock';
import { tickStep } from '@shared/ribbon-geometry';

export interface WatchedPoint {
  readonly atMs: number;
  readonly share: { readonly share: number; readonly low: number; readonly high: number };
}

export interface WatchedStep {
  readonly id: string;
  readonly name: string;
  readonly region: Region;
  readonly startMs: number;
  readonly endMs: number;
}

export interface Pin {
  readonly atMs: number;
  readonly serious: boolean;
  readonly words: string;
}

const HEIGHT = 224;
const TOP = 22;
const BOTTOM = 22;

/** The watched strand: the ribbon filled to the share still going, with its interval, replays and feedback pins. */
@Component({
  selector: 'lc-watching-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + height"
      [attr.height]="height"
      width="100%"
      role="img"
      [attr.aria-label]="words()"
    >
      <clipPath id="still"><path [attr.d]="filled()" /></clipPath>
      <g clip-path="url(#still)">
        <rect x="0" y="0" [attr.width]="width()" [attr.height]="height" class="ground" />
        @for (band of bands(); track band.x) {
          <rect
            [attr.x]="band.x"
            [attr.width]="band.width"
            y="0"
            [attr.height]="height - bottom"
            [attr.fill]="band.fill"
            class="band"
            (click)="stepChosen.emit(band.id)"
          />
        }
        <path [attr.d]="skipped()" class="skipped" />
      </g>
      <path [attr.d]="spread()" class="spread" />
      <path [attr.d]="replayed()" class="replayed" />
      <path [attr.d]="curve()" class="curve" />
      @for (mark of marks; track mark) {
        <line x1="0" [attr.x2]="width()" [attr.y1]="y(mark)" [attr.y2]="y(mark)" class="grid" />
        <text [attr.x]="width() - 4" [attr.y]="y(mark) - 4" class="share times">{{ 100 * mark }} %</text>
      }
      @for (band of bands(); track band.x) {
        @if (selected() === band.id) {
          <rect
            [attr.x]="band.x - 2"
            [attr.width]="band.width + 4"
            y="3"
            [attr.height]="height - bottom - 2"
            rx="7"
            class="selected"
          />
        }
        @if (band.width > 40) {
          <text [attr.x]="band.x + 6" [attr.y]="height - bottom - 9" class="name">{{ band.short }}</text>
        }
      }
      @for (pin of pins(); track $index) {
        <circle
          [attr.cx]="x()(pin.atMs) + ($index % 6) * 12"
          [attr.cy]="pinY()"
          r="6"
          class="pin"
          [class.serious]="pin.serious"
        >
          <title>{{ pin.words }}</title>
        </circle>
      }
      @for (tick of ticks(); track tick.ms) {
        <text [attr.x]="tick.x" [attr.y]="height - 4" class="tick times">{{ tick.words }}</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      overflow: visible;
    }
    .ground {
      fill: #e9ddd1;
    }
    .band {
      cursor: pointer;
      stroke: var(--paper);
      stroke-width: 1.5;
      fill-opacity: 0.9;
    }
    .skipped {
      fill: #fbf7f2;
      fill-opacity: 0.55;
      pointer-events: none;
    }
    .spread {
      fill: #2b2330;
      fill-opacity: 0.13;
    }
    .curve {
      fill: none;
      stroke: #2b2330;
      stroke-width: 2;
    }
    .replayed {
      fill: #6b2d5c;
      fill-opacity: 0.8;
    }
    .grid {
      stroke: #2b2330;
      stroke-opacity: 0.1;
    }
    .share,
    .tick {
      fill: var(--soft);
      font: 12.5px var(--text);
    }
    .share {
      text-anchor: end;
    }
    .name {
      font: 650 13px var(--text);
      fill: #211a26;
      paint-order: stroke;
      stroke: rgb(251 247 242 / 78%);
      stroke-width: 4;
      stroke-linejoin: round;
      pointer-events: none;
    }
    .selected {
      fill: none;
      stroke: #2b2330;
      stroke-width: 2.2;
    }
    .pin {
      fill: var(--honey);
      stroke: #2b2330;
      stroke-width: 1.5;
    }
    .pin.serious {
      fill: var(--clay);
    }
  `,
})
export class WatchingChart implements OnDestroy {
  readonly durationMs = input.required<number>();
  readonly retention = input.required<readonly WatchedPoint[]>();
  readonly replays = input.required<readonly number[]>();
  readonly skips = input.required<readonly number[]>();
  readonly steps = input.required<readonly WatchedStep[]>();
  readonly pins = input<readonly Pin[]>([]);
  readonly selected = input<string | null>(null);
  readonly stepChosen = output<string>();

  protected readonly height = HEIGHT;
  protected readonly bottom = BOTTOM;
  protected readonly marks = [0.25, 0.5, 0.75, 1];
  protected readonly width = signal(1000);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly observer = new ResizeObserver(([entry]) => {
    const width = Math.round(entry!.contentRect.width);
    if (width > 0) this.width.set(width);
  });

  constructor() {
    this.observer.observe(this.host.nativeElement);
  }

  ngOnDestroy(): void {
    this.observer.disconnect();
  }

  protected readonly y = scaleLinear([0, 1], [HEIGHT - BOTTOM, TOP]);
  protected readonly x = computed(() => scaleLinear([0, this.durationMs()], [0, this.width()]));
  private readonly shape = computed(() => {
    const x = this.x();
    return {
      filled: area<WatchedPoint>(
        (p) => x(p.atMs),
        this.y(0),
        (p) => this.y(p.share.share),
      ).curve(curveLinear),
      spread: area<WatchedPoint>(
        (p) => x(p.atMs),
        (p) => this.y(p.share.low),
        (p) => this.y(p.share.high),
      ),
      curve: line<WatchedPoint>(
        (p) => x(p.atMs),
        (p) => this.y(p.share.share),
      ),
    };
  });
  protected readonly filled = computed(() => this.shape().filled([...this.retention()]) ?? '');
  protected readonly spread = computed(() => this.shape().spread([...this.retention()]) ?? '');
  protected readonly curve = computed(() => this.shape().curve([...this.retention()]) ?? '');
  /** Played again: above the line of those still going. */
  protected readonly replayed = computed(() =>
    this.binArea(
      (i) => this.stillAt(i),
      (i) => this.stillAt(i) + (this.replays()[i] ?? 0),
    ),
  );
  /** Skipped: below it. */
  protected readonly skipped = computed(() =>
    this.binArea(
      (i) => this.stillAt(i) - (this.skips()[i] ?? 0),
      (i) => this.stillAt(i),
    ),
  );

  protected readonly bands = computed(() =>
    this.steps().map((step) => {
      const x = this.x()(step.startMs);
      const width = Math.max(2, this.x()(step.endMs) - x);
      const room = Math.floor((width - 8) / 7.2);
      return {
        id: step.id,
        x,
        width,
        fill: BAND_COLOURS[parentOf(step.region)].fill,
        short: step.name.length <= room ? step.name : step.name.split(' ')[0]!.slice(0, Math.max(3, room)),
      };
    }),
  );
  protected readonly pinY = computed(() => this.y(0.3));
  protected readonly ticks = computed(() => {
    const step = tickStep(this.durationMs(), this.width());
    return Array.from({ length: Math.floor(this.durationMs() / step) + 1 }, (_, i) => ({
      ms: i * step,
      x: this.x()(i * step),
      words: clock(i * step),
    })).filter((tick) => tick.x < this.width() - 30);
  });
  protected readonly words = computed(() => {
    const points = this.retention();
    const at = (share: number): string =>
      `${Math.round(100 * (points[Math.round((points.length - 1) * share)]?.share.share ?? 0))} %`;
    return $localize`Share of viewings still going: ${at(0.25)} after a quarter, ${at(0.5)} half way, ${at(0.75)} after three quarters, ${at(1)} at the end.`;
  });

  private stillAt(bin: number): number {
    return this.retention()[bin]?.share.share ?? 0;
  }

  private binArea(low: (bin: number) => number, high: (bin: number) => number): string {
    const bins = this.replays().map((_, i) => i);
    const binMs = this.durationMs() / Math.max(1, bins.length);
    return (
      area<number>(
        (i) => this.x()(i * binMs),
        (i) => this.y(Math.max(0, low(i))),
        (i) => this.y(Math.min(1.12, high(i))),
      )(bins) ?? ''
    );
  }
}
