import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { Cue } from '@limber/core/cue/cue';
import { overrideChange } from '@limber/core/cue/override-change';
import { hiddenChange } from '@limber/core/cue/when';
import type { SingleChange } from '@limber/core/lesson/change.schema';
import type { CueKind } from '@limber/core/lesson/override.schema';
import { clock } from '@limber/core/time/clock';
import { LessonStore } from '../../api/lesson-store';
import { Choice, type Option } from '../../shell/choice';
import type { ListedCue } from './cue-list';
import { KIND_NAMES } from './cue-names';

/** By so much ticked cues go at once, ms. */
const NUDGE_MS = 100;

/** Every cue as a line of text: one is chosen by a press, several are ticked and changed at once. */
@Component({
  selector: 'lc-all-cues',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './all-cues.html',
  styleUrl: './all-cues.css',
})
export class AllCues {
  private readonly store = inject(LessonStore);
  readonly list = input.required<readonly ListedCue[]>();
  readonly chosenKey = input<string | null>(null);
  /** The one that stands in the picture now. */
  readonly nowKey = input<string | null>(null);
  readonly picked = output<Cue>();
  protected readonly clock = clock;
  protected readonly kind = signal<CueKind | null>(null);
  protected readonly kinds = computed((): Option<CueKind | null>[] => {
    const there = new Set(this.list().map(({ cue }) => cue.kind));
    return [
      { value: null, label: $localize`every kind` },
      ...[...there].map((kind) => ({ value: kind, label: KIND_NAMES[kind] })),
    ];
  });
  protected readonly rows = computed(() => {
    const kind = this.kind();
    return kind === null ? this.list() : this.list().filter(({ cue }) => cue.kind === kind);
  });
  private readonly ticks = signal<ReadonlySet<string>>(new Set());
  /** Of what is listed just now. */
  protected readonly ticked = computed(() => this.rows().filter(({ cue }) => this.ticks().has(cue.key)));
  protected readonly all = computed(() => this.rows().length > 0 && this.ticked().length === this.rows().length);
  protected readonly changed = computed(() => {
    const own = new Set(this.store.lesson().overrides.map((one) => one.key));
    return this.ticked().filter(({ cue }) => own.has(cue.key));
  });

  protected isTicked(key: string): boolean {
    return this.ticks().has(key);
  }

  protected tick(key: string, on: boolean): void {
    this.ticks.update((all) => new Set(on ? [...all, key] : [...all].filter((one) => one !== key)));
  }

  protected tickAll(on: boolean): void {
    this.ticks.set(new Set(on ? this.rows().map(({ cue }) => cue.key) : []));
  }

  protected hide(hidden: boolean): void {
    this.edit(this.ticked().map(({ cue }) => hiddenChange(this.store.lesson(), cue.key, 'cue', hidden)));
  }

  /** Both ends by as much, from where they are. */
  protected shift(by: -1 | 1): void {
    const { overrides } = this.store.lesson();
    const moved = (from: number, to: number): number | undefined => from - to + by * NUDGE_MS || undefined;
    this.edit(
      this.ticked().map(({ cue, plain }) =>
        overrideChange(overrides, cue.key, {
          startOffsetMs: moved(cue.startMs, plain.startMs),
          endOffsetMs: moved(cue.endMs, plain.endMs),
        }),
      ),
    );
  }

  protected reset(): void {
    this.edit(this.changed().map(({ cue }) => ({ kind: 'clear_override', key: cue.key })));
  }

  /** All of it is one change, and one undo. */
  private edit(changes: readonly (SingleChange | null)[]): void {
    const real = changes.filter((one) => one !== null);
    if (real.length > 0) this.store.edit({ kind: 'batch', changes: real });
  }
}
