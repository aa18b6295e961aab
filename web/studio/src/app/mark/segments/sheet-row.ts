import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  type Signal,
} from '@angular/core';
import type { StepLook } from '@limber/core/assembly/passage';
import { BAND_COLOURS, parentOf } from '@limber/core/face/regions';
import type { Sound } from '@limber/core/footage/sound.document';
import { isWork } from '@limber/core/lesson/segment-kind';
import { playsMore, type SheetRow } from '@limber/core/proposal/sheet';
import type { TakeMs } from '@limber/core/time/clocks';
import { clock } from '@limber/core/time/clock';
import { numberWord } from '@limber/core/words/number-word';
import { termOf } from '@limber/core/words/terms';
import { movementLine, msAt, viewOf, voiceLine, xOf } from './row-lines';

/** How much of a take moves, as the hair line under each row shows it. */
export interface Moves {
  readonly values: Float32Array;
  readonly stepMs: number;
}

export interface EndMove {
  readonly end: 'startMs' | 'endMs';
  readonly ms: TakeMs;
}

const [VOICE, BAND_TOP, BAND, MOVES] = [14, 18, 20, 52] as const;

/**
 * One row of the sheet: its stretch of the take with its repetitions as stitches, the voice above, movement below. The
 * row that is chosen is open: soft hooks are its ends, a bead the place that plays.
 */
@Component({
  selector: 'lc-sheet-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (work()) {
      <svg
        [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
        [attr.height]="height()"
        width="100%"
        aria-hidden="true"
        (pointerdown)="down($event)"
      >
        <path [attr.d]="voice()" class="voice" />
        <line x1="0" [attr.x2]="width()" [attr.y1]="top + band / 2" [attr.y2]="top + band / 2" class="base" />
        @if (row().state !== 'missing') {
          <rect
            [attr.x]="box().x"
            [attr.width]="box().width"
            [attr.y]="top"
            [attr.height]="band"
            rx="9"
            class="band"
            [class.proposed]="!row().segment"
            [attr.fill]="colours().fill"
            [attr.stroke]="colours().line"
          />
          @for (x of stitches(); track $index) {
            <line
              [attr.x1]="x - 3"
              [attr.x2]="x + 3"
              [attr.y1]="top + 3"
              [attr.y2]="top + band - 3"
              class="stitch"
              [class.proposed]="!row().segment"
            />
            @if (open() && roomy()) {
              <text [attr.x]="x" [attr.y]="height() - 2" class="nth times">{{ $index + 1 }}</text>
            }
          }
          @for (x of rings(); track $index) {
            <circle [attr.cx]="x" [attr.cy]="top + band / 2" r="4.5" class="ring" />
          }
          <path [attr.d]="movement()" class="movement" />
          @if (open()) {
            @for (end of hooks(); track end.end) {
              <path [attr.d]="end.path" class="hook" />
              <rect
                [attr.x]="end.reachX"
                width="20"
                [attr.y]="top - 8"
                [attr.height]="band + 16"
                class="reach"
                (pointerdown)="grab(end.end, $event)"
                [attr.data-testid]="end.end === 'startMs' ? 'hook-start' : 'hook-end'"
              />
            }
            @if (bead() !== null) {
              <circle [attr.cx]="bead()" [attr.cy]="top + band / 2" r="6.5" class="bead" data-testid="bead" />
            }
          }
        } @else {
          <rect
            [attr.x]="width() * 0.16"
            [attr.width]="width() * 0.68"
            [attr.y]="top"
            [attr.height]="band"
            rx="9"
            class="nowhere"
          />
        }
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
      touch-action: pan-y;
      user-select: none;
    }
    svg {
      display: block;
      overflow: visible;
    }
    .voice,
    .movement {
      fill: none;
      stroke: #8f7f95;
      stroke-width: 1.4;
      stroke-linejoin: round;
    }
    .movement {
      stroke: #78a3b8;
    }
    .base {
      stroke: #6b5d72;
      stroke-width: 1.6;
      stroke-dasharray: 2 5;
    }
    .band {
      stroke-width: 1.6;
    }
    .band.proposed {
      fill-opacity: 0.28;
      stroke-width: 2;
      stroke-dasharray: 5 4;
    }
    .stitch {
      stroke: #211a26;
      stroke-width: 2.4;
      stroke-linecap: round;
    }
    .stitch.proposed {
      stroke: #f3eae2;
    }
    .ring,
    .nowhere {
      fill: none;
      stroke: #e9846c;
      stroke-width: 1.8;
      stroke-dasharray: 3 3;
    }
    .nowhere {
      stroke-dasharray: 5 5;
    }
    .nth {
      fill: #f3eae2;
      font: 650 12.5px var(--text);
      text-anchor: middle;
    }
    .hook {
      fill: none;
      stroke: #f2b84b;
      stroke-width: 3.5;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .reach {
      fill: transparent;
      cursor: ew-resize;
    }
    .bead {
      fill: #f2b84b;
      stroke: #211a26;
      stroke-width: 2.5;
      pointer-events: none;
    }
  `,
})
export class SheetRowDrawing {
  readonly row = input.required<SheetRow>();
  readonly look = input<StepLook | null>(null);
  readonly sound = input<Sound | null>(null);
  readonly moves = input<Moves | null>(null);
  readonly width = input(290);
  readonly open = input(false);
  /** Where the take plays; only the open row asks. */
  readonly time = input.required<Signal<TakeMs>>();
  readonly seek = output<TakeMs>();
  readonly ended = output<EndMove>();

  protected readonly top = BAND_TOP;
  protected readonly band = BAND;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly dragged = signal<EndMove | null>(null);
  protected readonly work = computed(() => isWork(this.row().kind));
  protected readonly height = computed(() => (this.open() && this.row().state !== 'missing' ? MOVES + 20 : MOVES));
  private readonly ends = computed(() => {
    const { startMs, endMs } = this.row();
    const dragged = this.dragged();
    return dragged ? { startMs, endMs, [dragged.end]: dragged.ms } : { startMs, endMs };
  });
  /** The view stands still while an end is moved. */
  private readonly view = computed(() => viewOf(this.row().startMs, this.row().endMs, this.width()));
  protected readonly box = computed(() => {
    const { startMs, endMs } = this.ends();
    const x = xOf(this.view(), startMs);
    return { x, width: Math.max(4, xOf(this.view(), endMs) - x) };
  });
  protected readonly colours = computed(() => {
    const look = this.look();
    const fill = look ? BAND_COLOURS[parentOf(look.region)].dim : '#8f7f95';
    return { fill, line: this.row().segment ? '#17121b' : fill };
  });
  /** The last repetition ends where its part does: its stitch stays on the band. */
  protected readonly stitches = computed(() => {
    const { x, width } = this.box();
    return this.row().beatsMs.map((ms) => Math.max(x + 5, Math.min(xOf(this.view(), ms), x + width - 6)));
  });
  protected readonly roomy = computed(() => {
    const all = this.stitches();
    return all.length < 2 || (all[all.length - 1]! - all[0]!) / (all.length - 1) > 17;
  });
  /** Repetitions that are missing, as empty rings behind the end. */
  protected readonly rings = computed(() => {
    const { planned, plays } = this.row();
    const missing = planned === null || plays === 0 ? 0 : planned - plays;
    const from = this.box().x + this.box().width + 12;
    return Array.from({ length: Math.max(0, Math.min(4, missing)) }, (_, i) => from + i * 13).filter(
      (x) => x < this.width() + 8,
    );
  });
  protected readonly voice = computed(() => {
    const sound = this.sound();
    return sound && this.row().state !== 'missing' ? voiceLine(this.view(), sound, VOICE, 12) : '';
  });
  protected readonly movement = computed(() => {
    const moves = this.moves();
    return moves ? movementLine(this.view(), moves.values, moves.stepMs, MOVES - 1, 10) : '';
  });
  protected readonly bead = computed(() => {
    if (!this.open()) return null;
    const ms = this.time()();
    const { fromMs, toMs } = this.view();
    return ms < fromMs || ms > toMs ? null : xOf(this.view(), ms);
  });

  /** The soft hooks around the band, and where a finger takes hold of them. */
  protected readonly hooks = computed(() => {
    const { x, width } = this.box();
    return [
      { end: 'startMs' as const, path: hookAt(x, 1), reachX: x - 13 },
      { end: 'endMs' as const, path: hookAt(x + width, -1), reachX: x + width - 7 },
    ];
  });

  protected down(event: PointerEvent): void {
    if (this.row().state === 'missing') return;
    this.seek.emit(this.msOf(event));
  }

  protected grab(end: EndMove['end'], event: PointerEvent): void {
    event.stopPropagation();
    event.preventDefault();
    const { startMs, endMs } = this.row();
    const move = (next: PointerEvent): void => {
      const ms = this.msOf(next);
      this.dragged.set({ end, ms: end === 'startMs' ? Math.min(ms, endMs - 40) : Math.max(ms, startMs + 40) });
    };
    const up = (): void => {
      removeEventListener('pointermove', move);
      removeEventListener('pointerup', up);
      removeEventListener('pointercancel', up);
      const moved = this.dragged();
      this.dragged.set(null);
      if (moved) this.ended.emit(moved);
    };
    addEventListener('pointermove', move);
    addEventListener('pointerup', up);
    addEventListener('pointercancel', up);
  }

  private msOf(event: PointerEvent): TakeMs {
    const box = this.host.nativeElement.getBoundingClientRect();
    return msAt(this.view(), ((event.clientX - box.left) / box.width) * this.width());
  }
}

function hookAt(x: number, inwards: 1 | -1): string {
  const [top, bottom] = [BAND_TOP - 7, BAND_TOP + BAND + 7];
  const lip = 7 * inwards;
  return `M${x + lip} ${top}Q${x - lip} ${top} ${x - lip} ${top + 8}V${bottom - 8}Q${x - lip} ${bottom} ${x + lip} ${bottom}`;
}

/** What a row is, for the eye and for a screen reader: its name, its side, how much of it is there. */
export function wordsOfRow(row: SheetRow, look: StepLook | null): { name: string; side: string; found: string } {
  const side = [sideOf(row), otherwise(row)].filter((words) => words !== '').join(' · ');
  return { name: look?.name ?? termOf(row.kind), side, found: foundIn(row) };
}

export function sideOf({ side }: SheetRow): string {
  if (side === null) return '';
  if (side === 'left' || side === 'right') return $localize`your ${termOf(side)}`;
  return side === 'both' ? $localize`both sides` : termOf(side);
}

/** What plays of it otherwise than it was filmed. */
function otherwise(row: SheetRow): string {
  const more = playsMore(row);
  if (more === 0) return '';
  return more > 0 ? $localize`${numberWord(more)} again` : $localize`${numberWord(-more)} left out`;
}

function foundIn({ state, beatsMs, plays, planned, startMs, endMs, kind }: SheetRow): string {
  if (state === 'missing') return $localize`not found`;
  if (planned === null || kind === 'hold' || beatsMs.length === 0) return clock(endMs - startMs);
  return $localize`${plays} of ${planned}`;
}
