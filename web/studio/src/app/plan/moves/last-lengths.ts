import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { paceSchema } from '@limber/core/lesson/lesson.schema';
import { overrunOf, paceFor } from '@limber/core/schedule/overrun';
import { LessonStore } from '../../api/lesson-store';
import { keep, kept } from '../../shell/kept';
import { isToBeFilmed, OtherLessons } from './other-lessons';

/** What differs by less is no difference. */
const SAME = 0.03;
const nameOf = (lessonId: string): string => `limber.pace.corrected:${lessonId}`;

/** How far her last films ran over their plans, said beside a planned length, which can be corrected by it. */
@Injectable()
export class LastLengths {
  private readonly store = inject(LessonStore);
  private readonly others = inject(OtherLessons);
  private readonly overrun = computed(() => {
    if (!isToBeFilmed(this.store.lesson())) return null;
    return overrunOf((this.others.newest() ?? []).filter(({ stage }) => stage === 'share' || stage === 'learn'));
  });
  /** The pace that this lesson was corrected to: as long as it has it, nothing more is to be corrected. */
  private readonly corrected = linkedSignal(() => kept(nameOf(this.store.lesson().id), paceSchema));

  /** Null where nothing is known, or it makes no difference. */
  readonly told = computed(() => {
    const overrun = this.overrun();
    const { pace } = this.store.lesson();
    if (!overrun || Math.abs(overrun.ratio - 1) < SAME) return null;
    if (JSON.stringify(pace) === JSON.stringify(this.corrected())) return null;
    return { ...overrun, lengthMs: this.store.plan().totalMs * overrun.ratio };
  });

  /** Plans the lesson as long as it will run. @returns whether a pace does that. */
  correct(): boolean {
    const told = this.told();
    const pace = told && paceFor(this.store.lesson(), told.lengthMs);
    if (!pace) return false;
    keep(nameOf(this.store.lesson().id), pace);
    this.corrected.set(pace);
    this.store.edit({ kind: 'set_lesson', field: 'pace', value: pace });
    return true;
  }
}
