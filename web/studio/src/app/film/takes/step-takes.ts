import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { coverageOf } from '@limber/core/assembly/coverage';
import { fullCut } from '@limber/core/assembly/cuts';
import { letPlay } from '@limber/core/assembly/let-play';
import { passagesOf } from '@limber/core/assembly/passages';
import { playAgain, playOnce, repeatsOf } from '@limber/core/assembly/repeat';
import type { WorkedSide } from '@limber/core/dose/dose';
import type { Change } from '@limber/core/lesson/change.schema';
import { counted } from '@shared/counted';
import type { Take } from '@limber/core/lesson/take.schema';
import { LessonStore } from '../../api/lesson-store';
import { movesOf } from '@limber/core/lesson/lesson.schema';

const SIDES: Readonly<Record<WorkedSide, string>> = {
  left: $localize`left side`,
  right: $localize`right side`,
  both: $localize`both sides at once`,
  alternating: $localize`side by side`,
  midline: $localize`in the middle`,
};

/** Which take shows which side of which step, which of them plays, and what is still missing. */
@Component({
  selector: 'lc-step-takes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './step-takes.html',
  styleUrl: './step-takes.css',
})
export class StepTakes {
  protected readonly store = inject(LessonStore);
  /** The takes of a step are to be looked at one beside the other. */
  readonly compare = output<string>();

  protected readonly takes = computed(() => this.store.lesson().takes.filter((take) => this.offers(take)));
  protected readonly rows = computed(() => {
    const lesson = this.store.lesson();
    const all = coverageOf(lesson);
    const passages = passagesOf(lesson, fullCut(lesson));
    return movesOf(lesson.steps).map((step, at) => {
      const sides = all.filter((one) => one.stepId === step.id);
      const shown = new Set(sides.flatMap((one) => one.takes.map((take) => take.takeId)));
      return {
        id: step.id,
        name: `${at + 1}. ${step.move.name}`,
        several: shown.size > 1,
        plays: sides.some((one) => one.takes.some((take) => take.playCount > 0)),
        again: repeatsOf(passages, step.id).length,
        /** A whole step is let play where it has several sides and one take shows more than one of them. */
        whole: sides.length > 1 ? [...shown].filter((takeId) => this.couldPlay(all, step.id, takeId)) : [],
        sides: sides.map((one) => ({
          side: one.side,
          words: one.side ? SIDES[one.side] : $localize`no side`,
          cells: this.takes().map(({ id, name }) => {
            const take = one.takes.find((each) => each.takeId === id);
            return { takeId: id, name, shows: take !== undefined, playCount: take?.playCount ?? 0 };
          }),
          missing: one.takes.length === 0,
          silent: one.takes.length > 0 && one.takes.every((take) => take.playCount === 0),
        })),
      };
    });
  });
  /** What is still to be filmed or to be let play, in a sentence. */
  protected readonly open = computed(() => {
    const rows = this.rows();
    const missing = rows.filter((row) => row.sides.some((side) => side.missing));
    const silent = rows.filter((row) => row.sides.some((side) => side.silent));
    const parts = [
      ...(missing.length > 0
        ? [$localize`${counted(missing.length, $localize`move`)} not filmed or not marked on every side`]
        : []),
      ...(silent.length > 0 ? [$localize`${counted(silent.length, $localize`move`)} filmed and not playing`] : []),
    ];
    return parts.length > 0 ? `${parts.join(', ')}.` : $localize`Every side of every move plays.`;
  });

  protected letPlay(takeId: string, stepId: string, side: WorkedSide | null): void {
    this.edit(letPlay(this.store.lesson(), takeId, stepId, side, newId));
  }

  protected again(stepId: string): void {
    this.edit(playAgain(this.store.lesson(), stepId, newId));
  }

  protected once(stepId: string): void {
    this.edit(playOnce(this.store.lesson(), stepId, newId));
  }

  /** One that is set aside has no column, unless it plays all the same. */
  private offers({ id, kept }: Take): boolean {
    return kept || this.store.lesson().assembly.some((piece) => piece.takeId === id);
  }

  private couldPlay(all: ReturnType<typeof coverageOf>, stepId: string, takeId: string): boolean {
    const own = all
      .filter((one) => one.stepId === stepId)
      .flatMap((one) => one.takes.filter((take) => take.takeId === takeId));
    return own.length > 1 && own.some((take) => take.playCount === 0);
  }

  private edit(change: Change | null): void {
    if (change) this.store.edit(change);
  }
}

const newId = (): string => crypto.randomUUID();
