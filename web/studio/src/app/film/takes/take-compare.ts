import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
  viewChildren,
} from '@angular/core';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { coverageOf } from '@limber/core/assembly/coverage';
import { cutOf, type Cut } from '@limber/core/assembly/cut';
import { letPlay } from '@limber/core/assembly/let-play';
import { shownBy } from '@limber/core/assembly/runs';
import type { WorkedSide } from '@limber/core/dose/dose';
import type { Piece } from '@limber/core/lesson/piece.schema';
import { clock } from '@limber/core/time/clock';
import { AssemblyPlayer } from '@shared/assembly-player';
import { isMove, nameOfStep } from '@limber/core/lesson/lesson.schema';
import { betterIn, takeFigures, type TakeFigures } from '@limber/core/said-done/take-figures';
import { LessonStore } from '../../api/lesson-store';
import { lessonMedia } from '../../progress/lesson-media';
import { TakeFiguresList } from './take-figures-list';
import { takesMeasured } from './takes-measured';

/**
 * The takes of one step, to choose between them: one after the other, or two side by side in step. Side by side each
 * side of the body begins at the same time in both, and waits for the longer one.
 */
@Component({
  selector: 'lc-take-compare',
  imports: [AssemblyPlayer, Button, Dialog, TakeFiguresList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './take-compare.html',
  styleUrl: './take-compare.css',
})
export class TakeCompare {
  protected readonly words = { play: $localize`Play`, pause: $localize`Pause` };
  readonly stepId = input.required<string>();
  readonly closed = output();

  private readonly store = inject(LessonStore);
  protected readonly lessonMedia = lessonMedia();
  private readonly players = viewChildren(AssemblyPlayer);
  protected readonly clock = clock;
  protected readonly way = signal<'beside' | 'after'>('beside');
  /** Which of the parts that both show is up, side by side. */
  protected readonly part = signal(0);
  private readonly over = new Set<string>();

  protected readonly step = computed(() => this.store.lesson().steps.find((one) => one.id === this.stepId()));
  protected readonly name = computed(() => (this.step() ? nameOfStep(this.step()!) : ''));
  private readonly coverage = computed(() =>
    coverageOf(this.store.lesson()).filter((one) => one.stepId === this.stepId()),
  );
  /** The first two of the takes that show it and can be played, those that play first. */
  protected readonly takes = computed(() => {
    const own = this.coverage();
    const plays = (takeId: string): number =>
      own.filter((one) => one.takes.some((take) => take.takeId === takeId && take.playCount > 0)).length;
    return this.store
      .lesson()
      .takes.filter((take) => own.some((one) => one.takes.some((each) => each.takeId === take.id)))
      .map(({ id, name, note }) => ({ id, name, note, plays: plays(id), of: own.length }))
      .sort((a, b) => b.plays - a.plays)
      .slice(0, 2);
  });
  protected readonly ready = computed(() => this.lessonMedia.plays(this.takes().map((take) => take.id)));
  /** The sides that both takes show; without such the step as a whole. */
  protected readonly parts = computed<readonly (WorkedSide | null)[]>(() => {
    const sides = this.coverage()
      .filter((one) => this.takes().every((take) => one.takes.some((each) => each.takeId === take.id)))
      .map((one) => one.side);
    return sides.length > 0 ? sides : [null];
  });
  private readonly measured = takesMeasured(() => this.shownTakes());
  private readonly shownTakes = computed(() => {
    const ids = new Set(this.takes().map((one) => one.id));
    return this.store.lesson().takes.filter((take) => ids.has(take.id));
  });
  /** How good each take of the step is, and what of it is better than in the other. */
  protected readonly figures = computed(() => {
    const step = this.step();
    const made = this.measured();
    if (!step || !isMove(step)) return new Map<string, never>();
    const all = this.shownTakes().map((take) => takeFigures(this.store.lesson(), take, step, made(take)));
    return new Map(
      this.shownTakes().map((take, at) => {
        const [own, other] = [all[at]!, all[1 - at]];
        return [take.id, { figures: own, better: other ? betterIn(own, other) : new Set<keyof TakeFigures>() }];
      }),
    );
  });
  /** What of each take is up, side by side. */
  protected readonly beside = computed(() =>
    this.takes().map((take) => ({ ...take, cut: this.cutOf([take.id], this.parts()[this.part()] ?? null) })),
  );
  protected readonly after = computed(() =>
    this.cutOf(
      this.takes().map((take) => take.id),
      null,
    ),
  );
  protected readonly playing = computed(() => this.players().some((player) => player.playing()));
  /** Whose turn it is, one after the other. */
  protected readonly turn = computed(() => {
    const takeId = this.players()[0]?.place()?.takeId;
    return this.takes().find((take) => take.id === takeId) ?? null;
  });

  protected show(way: 'beside' | 'after'): void {
    this.way.set(way);
    this.part.set(0);
    this.over.clear();
  }

  protected toggle(): void {
    if (this.playing()) for (const player of this.players()) player.pause();
    else {
      this.over.clear();
      for (const player of this.players()) player.play();
    }
  }

  /** A take has come to the end of its part: the next part begins when both have. */
  protected ended(takeId: string): void {
    this.over.add(takeId);
    if (this.over.size < this.takes().length) return;
    this.over.clear();
    const next = this.part() + 1;
    if (next >= this.parts().length) {
      this.part.set(0);
      return;
    }
    this.part.set(next);
    // The players take the new part up first.
    setTimeout(() => {
      for (const player of this.players()) {
        player.seek(0);
        player.play();
      }
    });
  }

  protected choose(takeId: string): void {
    const change = letPlay(this.store.lesson(), takeId, this.stepId(), null, () => crypto.randomUUID());
    if (change) this.store.edit(change);
    this.closed.emit();
  }

  private cutOf(takeIds: readonly string[], side: WorkedSide | null): Cut {
    const { segments } = this.store.lesson();
    const pieces = takeIds.flatMap((takeId) =>
      shownBy(segments, takeId, this.stepId(), side).map(({ startMs, endMs }): Piece => ({
        id: takeId,
        takeId,
        fromMs: startMs,
        toMs: endMs,
      })),
    );
    return cutOf('full', pieces);
  }
}
