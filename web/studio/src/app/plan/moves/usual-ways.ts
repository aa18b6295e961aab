import { computed, inject, Injectable, resource } from '@angular/core';
import { usualOf, type Usual } from '@limber/core/lesson/usual';
import { LessonStore } from '../../api/lesson-store';
import { Lessons } from '../../api/lessons';
import { OtherLessons, saysLittle } from './other-lessons';

/** So many of her other lessons, the newest, are looked at. */
const LOOKED_AT = 4;
const NONE: Usual = { opening: '', closing: '', targetMs: null };

/** How she usually begins and ends a lesson, and how long hers are: offered where this one says nothing yet. */
@Injectable()
export class UsualWays {
  private readonly store = inject(LessonStore);
  private readonly lessons = inject(Lessons);
  private readonly others = inject(OtherLessons);
  private readonly read = resource({
    params: () => (saysLittle(this.store.lesson()) ? (this.others.newest() ?? undefined) : undefined),
    loader: async ({ params: newest }) => {
      // One that cannot be read is no way of hers.
      const read = await Promise.allSettled(newest.slice(0, LOOKED_AT).map((one) => this.lessons.document(one.id)));
      return usualOf(read.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : [])));
    },
  });
  private readonly usual = computed(() => (this.read.hasValue() ? this.read.value() : NONE));

  /** What is usual where this lesson says nothing; empty and null elsewhere. */
  readonly opening = computed(() => (this.store.lesson().opening === '' ? this.usual().opening : ''));
  readonly closing = computed(() => (this.store.lesson().closing === '' ? this.usual().closing : ''));
  readonly targetMs = computed(() => (this.store.lesson().targetMs === null ? this.usual().targetMs : null));
}
