import { termOf } from '@limber/core/words/terms';
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

import { BAND_COLOURS, parentOf } from '@limber/core/face/regions';
import { isMove, type Lesson } from '@limber/core/lesson/lesson.schema';
import type { Segment } from '@limber/core/lesson/segment.schema';
import { clock } from '@limber/core/time/clock';
import { tickStep } from '@shared/ribbon-geometry';

import type { Sound } from '@limber/core/footage/sound.document';
import { isWork } from '@limber/core/lesson/segment-kind';

const VOICE_TOP = 4;
const BAND_TOP = 62;
const BAND_HEIGHT = 46;
const HEIGHT = 152;
const WAVE = 52;

export interface BoundaryMove {
  readonly segment: Segment;
  readonly end: 'startMs' | 'endMs';
  readonly ms: number;
}

/**
 * The tape: one band of footage around the playhead. The voice is its upper edge, segments are its body, repetitions are
 * stitches across it. Times are take time.
 */
@Component({
  selector: 'lc-tape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + height"
      [attr.height]="height"
      width="100%"
      (pointerdown)="seekTo($event)"
      aria-hidden="true"
    >
      <defs>
        <pattern id="not-in-it" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="9" height="9" fill="#211a26" fill-opacity="0.62" />
          <rect width="2.5" height="9" fill="#b7a7b6" fill-opacity="0.55" />
        </pattern>
      </defs>
      <path [attr.d]="voice()" class="voice" />
      @for (one of speech(); track one.x) {
        <rect [attr.x]="one.x" [attr.width]="one.width" y="57" height="3" rx="1.5" class="speech" />
      }
      <rect x="0" [attr.width]="width()" [attr.y]="top" [attr.height]="band" rx="9" class="body" />
      @for (box of boxes(); track box.segment.id) {
        <g
          [class.selected]="selected() === box.segment.id"
          class="segment"
          (pointerdown)="choose(box.segment, $event)"
          data-testid="segment"
        >
          <rect
            [attr.x]="box.x"
            [attr.width]="box.width"
            [attr.y]="top"
            [attr.height]="band"
            rx="8"
            [attr.fill]="box.fill"
            [attr.stroke]="box.line"
          />
          @for (beat of box.beats; track $index) {
            <line [attr.x1]="beat" [attr.x2]="beat" [attr.y1]="top + 1" [attr.y2]="top + band - 1" class="stitch" />
            @if (box.roomy) {
              <text [attr.x]="beat" [attr.y]="top + band + 14" class="beat times">{{ $index + 1 }}</text>
            }
          }
          @if (box.width > 34) {
            <text
              [attr.x]="box.textX"
              [attr.y]="top + band / 2 + 5"
              class="name"
              [attr.stroke]="box.fill"
              [class.on-light]="box.light"
              [attr.clip-path]="'url(#clip-' + box.segment.id + ')'"
            >
              {{ box.name }}
            </text>
            <clipPath [attr.id]="'clip-' + box.segment.id">
              <rect [attr.x]="box.x + 2" [attr.width]="box.width - 6" [attr.y]="top" [attr.height]="band" />
            </clipPath>
          }
        </g>
      }
      @for (box of boxes(); track box.segment.id) {
        @if (selected() === box.segment.id) {
          <rect
            [attr.x]="box.x - 6"
            width="12"
            [attr.y]="top - 5"
            [attr.height]="band + 10"
            rx="5"
            class="grip"
            (pointerdown)="grab(box.segment, 'startMs', $event)"
            data-testid="grip-start"
          />
          <rect
            [attr.x]="box.x + box.width - 6"
            width="12"
            [attr.y]="top - 5"
            [attr.height]="band + 10"
            rx="5"
            class="grip"
            (pointerdown)="grab(box.segment, 'endMs', $event)"
            data-testid="grip-end"
          />
        }
      }
      @for (one of hatched(); track one.x) {
        <rect
          [attr.x]="one.x"
          [attr.width]="one.width"
          [attr.y]="top - 8"
          [attr.height]="band + 16"
          class="outside"
          data-testid="outside-stretch"
        />
      }
      @if (openFromMs() !== null) {
        <rect
          [attr.x]="x(openFromMs()!)"
          [attr.width]="openWidth()"
          [attr.y]="top"
          [attr.height]="band"
          rx="8"
          class="open"
        />
      }
      @for (tick of ticks(); track tick.ms) {
        <text [attr.x]="tick.x" [attr.y]="height - 4" class="tick times">{{ tick.words }}</text>
      }
      <g class="playhead" [attr.transform]="'translate(' + x(timeMs()) + ' 0)'">
        <line y1="4" [attr.y2]="height - 20" />
        <path d="M-8 0H8L0 10Z" />
      </g>
    </svg>
  `,
  styles: `
    :host {
      display: block;
      touch-action: none;
      user-select: none;
    }
    svg {
      display: block;
      overflow: hidden;
    }
    .voice {
      fill: #6f5f79;
    }
    .speech {
      fill: #b7a7b6;
    }
    .body {
      fill: #2f2735;
    }
    .segment {
      cursor: pointer;
    }
    .segment rect {
      stroke-width: 1.5;
    }
    .segment.selected rect {
      stroke: #f2b84b;
      stroke-width: 3;
    }
    .name {
      fill: #f3eae2;
      font: 650 14px var(--text);
      paint-order: stroke;
      stroke-width: 5px;
      stroke-linejoin: round;
      pointer-events: none;
    }
    .name.on-light {
      fill: #211a26;
    }
    .stitch {
      stroke: #211a26;
      stroke-width: 2;
    }
    .beat {
      fill: #d9cfd8;
      font: 12px var(--text);
      text-anchor: middle;
    }
    .grip {
      fill: #f2b84b;
      cursor: ew-resize;
    }
    .outside {
      fill: url(#not-in-it);
      pointer-events: none;
    }
    .open {
      fill: rgb(242 184 75 / 25%);
      stroke: #f2b84b;
      stroke-width: 2;
      stroke-dasharray: 5 4;
    }
    .tick {
      fill: #b7a7b6;
      font: 12.5px var(--text);
      text-anchor: middle;
    }
    .playhead line {
      stroke: #f2b84b;
      stroke-width: 2.5;
    }
    .playhead path {
      fill: #f2b84b;
    }
    .playhead {
      pointer-events: none;
    }
  `,
})
export class Tape implements OnDestroy {
  readonly lesson = input.required<Lesson>();
  readonly takeId = input.required<string>();
  readonly takeMs = input.required<number>();
  readonly sound = input<Sound | null>(null);
  /** What of the take does not play in the lesson. */
  readonly outside = input<readonly (readonly [number, number])[]>([]);
  readonly timeMs = input.required<number>();
  readonly windowMs = input(90_000);
  readonly selected = input<string | null>(null);
  readonly openFromMs = input<number | null>(null);
  readonly seek = output<number>();
  readonly picked = output<string>();
  readonly boundary = output<BoundaryMove>();

  protected readonly height = HEIGHT;
  protected readonly top = BAND_TOP;
  protected readonly band = BAND_HEIGHT;
  protected readonly width = signal(1000);
  private readonly dragged = signal<BoundaryMove | null>(null);
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

  /** The stretch on show: it turns a page when the playhead leaves it, so that the tape stands still while one works. */
  private readonly view = computed(() => {
    const length = Math.min(this.windowMs(), this.takeMs());
    const page = Math.floor(this.timeMs() / (length * 0.9)) * length * 0.9;
    const from = Math.max(0, Math.min(page - length * 0.03, this.takeMs() - length));
    return { from, length };
  });

  protected x(ms: number): number {
    const { from, length } = this.view();
    return ((ms - from) / length) * this.width();
  }

  protected readonly voice = computed(() => {
    const sound = this.sound();
    if (!sound) return '';
    const { from, length } = this.view();
    const first = Math.max(0, Math.floor(from / sound.stepMs));
    const last = Math.min(sound.peaks.length - 1, Math.ceil((from + length) / sound.stepMs));
    const base = VOICE_TOP + WAVE;
    const points: string[] = [];
    for (let i = first; i <= last; i++)
      points.push(
        `L${this.x(i * sound.stepMs).toFixed(1)} ${(base - 2 - (sound.peaks[i]! / 100) * (WAVE - 4)).toFixed(1)}`,
      );
    return `M${this.x(first * sound.stepMs).toFixed(1)} ${base}${points.join('')}L${this.x(last * sound.stepMs).toFixed(1)} ${base}Z`;
  });

  protected readonly speech = computed(() => {
    const { from, length } = this.view();
    return (this.sound()?.speech ?? [])
      .filter(([start, end]) => end > from && start < from + length)
      .map(([start, end]) => ({ x: this.x(start), width: Math.max(1, this.x(end) - this.x(start)) }));
  });

  protected readonly hatched = computed(() => {
    const { from, length } = this.view();
    return this.outside()
      .filter(([start, end]) => end > from && start < from + length)
      .map(([start, end]) => ({ x: this.x(start), width: this.x(end) - this.x(start) }));
  });

  protected readonly boxes = computed(() => {
    const steps = new Map(this.lesson().steps.map((step) => [step.id, step]));
    const { from, length } = this.view();
    const dragged = this.dragged();
    return this.lesson()
      .segments.map((one) => (dragged?.segment.id === one.id ? { ...one, [dragged.end]: dragged.ms } : one))
      .filter((one) => one.takeId === this.takeId() && one.endMs > from && one.startMs < from + length)
      .map((segment) => {
        const found = segment.stepId ? steps.get(segment.stepId) : undefined;
        const step = found && isMove(found) ? found : undefined;
        const work = isWork(segment.kind) && step !== undefined;
        const colours = step ? BAND_COLOURS[parentOf(step.move.region)] : null;
        const x = this.x(segment.startMs);
        const width = Math.max(3, this.x(segment.endMs) - x);
        const beats = segment.beatsMs.map((ms) => this.x(ms));
        const spacing = beats.length > 1 ? (beats[beats.length - 1]! - beats[0]!) / (beats.length - 1) : width;
        const side = segment.side && segment.side !== 'midline' ? ` · ${termOf(segment.side)}` : '';
        return {
          segment,
          x,
          width,
          textX: Math.max(x + 9, 9),
          beats,
          roomy: spacing > 16,
          fill: work ? colours!.dim : segment.kind === 'swap' ? '#f2b84b' : '#5f5168',
          line: work ? '#211a26' : '#211a26',
          light: work || segment.kind === 'swap',
          name: work ? `${step.move.name}${side}` : termOf(segment.kind),
        };
      });
  });

  protected readonly openWidth = computed(() => Math.max(2, this.x(this.timeMs()) - this.x(this.openFromMs() ?? 0)));

  protected readonly ticks = computed(() => {
    const { from, length } = this.view();
    const step = tickStep(length, this.width());
    const first = Math.ceil(from / step);
    const count = Math.floor((from + length) / step) - first + 1;
    return Array.from({ length: count }, (_, i) => (first + i) * step)
      .map((ms) => ({ ms, x: this.x(ms), words: clock(ms) }))
      .filter((tick) => tick.x > 14 && tick.x < this.width() - 14);
  });

  protected seekTo(event: PointerEvent): void {
    this.seek.emit(this.msAt(event));
    this.track(event, (ms) => this.seek.emit(ms));
  }

  protected choose(segment: Segment, event: PointerEvent): void {
    event.stopPropagation();
    this.picked.emit(segment.id);
    this.seek.emit(this.msAt(event));
  }

  protected grab(segment: Segment, end: BoundaryMove['end'], event: PointerEvent): void {
    event.stopPropagation();
    this.track(
      event,
      (ms) =>
        this.dragged.set({
          segment,
          end,
          ms: end === 'startMs' ? Math.min(ms, segment.endMs - 40) : Math.max(ms, segment.startMs + 40),
        }),
      () => {
        const moved = this.dragged();
        this.dragged.set(null);
        if (moved) this.boundary.emit(moved);
      },
    );
  }

  private track(event: PointerEvent, move: (ms: number) => void, end: () => void = () => undefined): void {
    event.preventDefault();
    const onMove = (next: PointerEvent): void => move(this.msAt(next));
    const onUp = (): void => {
      removeEventListener('pointermove', onMove);
      removeEventListener('pointerup', onUp);
      end();
    };
    addEventListener('pointermove', onMove);
    addEventListener('pointerup', onUp);
  }

  private msAt(event: PointerEvent): number {
    const box = this.host.nativeElement.getBoundingClientRect();
    const { from, length } = this.view();
    return Math.round(
      Math.max(0, Math.min(this.takeMs() - 1, from + ((event.clientX - box.left) / box.width) * length)),
    );
  }
}
