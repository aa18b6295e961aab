import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  OnDestroy,
  output,
  signal,
  untracked,
} from '@angular/core';
import type { StepLook } from '@limber/core/assembly/passage';
import { clock } from '@limber/core/time/clock';
import {
  drawStrand,
  layStrand,
  tickStep,
  type Drawn,
  type StepBox,
  type Strand,
  type StrandPaths,
} from './ribbon-geometry';

interface LaidStrand extends Strand {
  readonly name: string;
  readonly middle: number;
  readonly half: number;
  readonly paths: StrandPaths;
}

/** So long after the last edit the places to press follow, ms. */
const CALM_MS = 150;

/**
 * The ribbon: a lesson from left to right, a strand for each of its lives (planned, filmed). Left is above a strand's
 * middle, right below; height is pressure; talk is a dotted thread. Click or the arrow keys choose a step. What plays is a
 * {@link Playhead} in it.
 */
@Component({
  selector: 'lc-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
      [attr.height]="height()"
      width="100%"
      tabindex="0"
      role="listbox"
      [attr.aria-label]="label()"
      [attr.aria-activedescendant]="active()"
      (keydown)="onKey($event)"
      (click)="onClick($event)"
    >
      @for (strand of strands(); track strand.name) {
        <line x1="0" [attr.x2]="width()" [attr.y1]="strand.middle" [attr.y2]="strand.middle" class="base" />
        <path [attr.d]="strand.paths.talk" class="talk" />
        @for (body of strand.paths.bodies; track body.fill) {
          <path [attr.d]="body.d" [attr.fill]="body.fill" [attr.stroke]="body.line" class="band" />
        }
        <path [attr.d]="strand.paths.empty" class="empty" />
        @if (findings()) {
          <path [attr.d]="strand.paths.bites" class="bite" />
        }
        <path [attr.d]="strand.paths.stitches" class="stitch" />
        @if (strands().length > 1) {
          <text x="0" [attr.y]="strand.middle - strand.half - 4" class="name">{{ strand.name }}</text>
        }
        @for (box of outlined(strand); track box.key) {
          <rect
            [attr.x]="box.x - 2"
            [attr.width]="box.width + 4"
            [attr.y]="strand.middle - strand.half - 3"
            [attr.height]="2 * strand.half + 6"
            rx="7"
            class="outline"
          />
        }
      }
      @for (strand of pressed(); track strand.name) {
        @for (box of strand.boxes; track box.key) {
          <rect
            [attr.x]="box.x - 2"
            [attr.width]="box.width + 4"
            [attr.y]="strand.middle - strand.half - 3"
            [attr.height]="2 * strand.half + 6"
            rx="7"
            class="box"
            role="option"
            [attr.id]="idOf(box.key, strand.name)"
            [attr.aria-selected]="selected() === box.stepId"
            [attr.aria-label]="box.name"
            (click)="choose(box, $event)"
          >
            <title>{{ box.name }}</title>
          </rect>
        }
      }
      @for (tie of ties(); track tie.stepId) {
        <line
          [attr.x1]="tie.x1"
          [attr.y1]="tie.y1"
          [attr.x2]="tie.x2"
          [attr.y2]="tie.y2"
          [attr.stroke]="tie.colour"
          class="tie"
        />
      }
      @for (tick of ticks(); track tick.ms) {
        <text [attr.x]="tick.x" [attr.y]="height() - 4" class="tick times">{{ tick.words }}</text>
      }
      @if (targetMs() !== null && targetMs()! > 0) {
        <line
          [attr.x1]="x()(targetMs()!)"
          [attr.x2]="x()(targetMs()!)"
          y1="4"
          [attr.y2]="height() - 16"
          class="target"
        />
        <text [attr.x]="x()(targetMs()!) - 6" y="14" class="target-name times" text-anchor="end" i18n>
          target {{ clock(targetMs()!) }}
        </text>
      }
    </svg>
    <ng-content />
  `,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    svg {
      display: block;
      overflow: visible;
      border-radius: 8px;
    }
    .base {
      stroke: var(--line);
      stroke-width: 1;
    }
    .talk {
      stroke: var(--soft);
      stroke-width: 3;
      stroke-linecap: round;
      stroke-dasharray: 0.5 6;
    }
    .band {
      stroke-width: 1.3;
    }
    .empty {
      fill: none;
      stroke: var(--line);
      stroke-width: 1.2;
      stroke-dasharray: 4 3;
    }
    .bite {
      fill: none;
      stroke: var(--clay);
      stroke-width: 2.2;
      stroke-dasharray: 3 2.5;
    }
    .stitch {
      stroke: #2b2330;
      stroke-opacity: 0.55;
      stroke-width: 1;
    }
    .box {
      fill: transparent;
      stroke: none;
      cursor: pointer;
    }
    .box:hover {
      fill: rgb(120 90 110 / 8%);
    }
    .outline {
      fill: none;
      pointer-events: none;
      stroke: var(--ink);
      stroke-width: 2.2;
    }
    .tie {
      stroke-width: 1.4;
    }
    .tick {
      fill: var(--soft);
      font: 12px var(--text);
    }
    .name {
      fill: var(--soft);
      font: 12px var(--text);
    }
    .target {
      stroke: var(--plum);
      stroke-width: 2;
    }
    .target-name {
      fill: var(--plum);
      font: 700 12px var(--text);
    }
  `,
})
export class Ribbon implements OnDestroy {
  readonly looks = input.required<readonly StepLook[]>();
  readonly planned = input<readonly Drawn[]>([]);
  readonly filmed = input<readonly Drawn[]>([]);
  readonly durationMs = input.required<number>();
  readonly targetMs = input<number | null>(null);
  readonly selected = input<string | null>(null);
  readonly dim = input(false);
  readonly compact = input(false);
  readonly label = input($localize`The lesson from start to end. Arrow keys choose a step.`);
  /** Whether what the instructor has to repair is drawn in: sides that get less than the other. */
  readonly findings = input(true);
  readonly stepChosen = output<string>();
  /** Where the run of the step begins that was pressed. */
  readonly runChosen = output<number>();
  readonly timeChosen = output<number>();

  protected readonly clock = clock;
  protected readonly width = signal(1000);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly observer = new ResizeObserver(([entry]) => {
    const width = Math.round(entry!.contentRect.width);
    if (width > 0) this.width.set(width);
  });

  /**
   * The strands whose steps can be pressed: they follow at once when steps come, go or move, and otherwise when a burst
   * of edits is over, since moving hundreds of boxes costs more than drawing the strand.
   */
  protected readonly pressed = signal<readonly LaidStrand[]>([]);

  constructor() {
    this.observer.observe(this.host.nativeElement);
    effect((onCleanup) => {
      const strands = this.strands();
      if (!sameSteps(untracked(this.pressed), strands)) {
        this.pressed.set(strands);
        return;
      }
      const timer = setTimeout(() => this.pressed.set(strands), CALM_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }

  protected outlined(strand: LaidStrand): StepBox[] {
    return strand.boxes.filter((box) => box.stepId === this.selected());
  }

  ngOnDestroy(): void {
    this.observer.disconnect();
  }

  /** The time that the whole width stands for: the lesson, and its target where that is later. */
  private readonly spanMs = computed(() => Math.max(this.durationMs(), this.targetMs() ?? 0, 1000) * 1.005);
  readonly x = computed(() => {
    const scale = this.width() / this.spanMs();
    return (ms: number): number => ms * scale;
  });

  protected readonly strands = computed<LaidStrand[]>(() => {
    const given = [
      { name: 'planned', passages: this.planned() },
      { name: 'filmed', passages: this.filmed() },
    ].filter((one) => one.passages.length > 0);
    const half = this.compact() ? 13 : given.length > 1 ? 22 : 42;
    const gap = this.compact() ? 12 : 22;
    return given.map(({ name, passages }, i) => {
      const middle = half + (given.length > 1 ? 16 : 8) + i * (2 * half + gap);
      const strand = layStrand(passages, this.looks(), this.x(), this.dim());
      return { name, half, middle, ...strand, paths: drawStrand(strand, middle, half) };
    });
  });

  readonly height = computed(() => {
    const last = this.strands()[this.strands().length - 1];
    return Math.round((last ? last.middle + last.half : this.compact() ? 30 : 90) + (this.compact() ? 6 : 24));
  });

  /** The option that stands for the chosen step: in the first strand that shows it. */
  protected readonly active = computed(() => {
    const selected = this.selected();
    const strand = this.strands().find((one) => one.boxes.some((box) => box.stepId === selected));
    return selected && strand ? this.idOf(selected, strand.name) : null;
  });

  protected readonly ties = computed(() => {
    const [plan, film] = this.strands();
    if (!plan || !film) return [];
    const first = film.boxes.filter((box) => box.key === box.stepId);
    return first.flatMap((box) => {
      const from = plan.boxes.find((one) => one.stepId === box.stepId);
      const colour = film.bands.find((band) => band.stepId === box.stepId)?.line ?? 'currentColor';
      return from
        ? [
            {
              stepId: box.stepId,
              x1: from.x,
              y1: plan.middle + plan.half,
              x2: box.x,
              y2: film.middle - film.half,
              colour,
            },
          ]
        : [];
    });
  });

  protected readonly ticks = computed(() => {
    if (this.compact()) return [];
    const step = tickStep(this.spanMs(), this.width());
    const count = Math.floor(this.spanMs() / step) + 1;
    return Array.from({ length: count }, (_, i) => ({
      ms: i * step,
      x: this.x()(i * step),
      words: clock(i * step),
    })).filter((tick) => tick.x < this.width() - 30);
  });

  protected idOf(key: string, strand: string): string {
    return `ribbon-${strand}-${key}`;
  }

  protected choose(box: StepBox, event: MouseEvent): void {
    event.stopPropagation();
    this.stepChosen.emit(box.stepId);
    this.runChosen.emit(box.startMs);
    this.timeChosen.emit(this.timeAt(event));
  }

  protected onClick(event: MouseEvent): void {
    this.timeChosen.emit(this.timeAt(event));
  }

  protected onKey(event: KeyboardEvent): void {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const ids = this.looks().map((look) => look.id);
    const at = ids.indexOf(this.selected() ?? '');
    const next = ids[at < 0 ? (by > 0 ? 0 : ids.length - 1) : Math.max(0, Math.min(ids.length - 1, at + by))];
    if (next) this.stepChosen.emit(next);
  }

  private timeAt(event: MouseEvent): number {
    const box = this.host.nativeElement.getBoundingClientRect();
    return Math.max(0, Math.round(((event.clientX - box.left) / box.width) * this.spanMs()));
  }
}

function sameSteps(a: readonly LaidStrand[], b: readonly LaidStrand[]): boolean {
  const steps = (strands: readonly LaidStrand[]): string =>
    strands.map(({ name, boxes }) => `${name}: ${boxes.map((box) => box.stepId).join(' ')}`).join('\n');
  return steps(a) === steps(b);
}
