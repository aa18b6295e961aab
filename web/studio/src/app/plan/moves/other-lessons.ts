import { computed, inject, Injectable, resource } from '@angular/core';
import type { ListedLesson } from '@limber/core/api/lessons';
import { LessonStore } from '../../api/lesson-store';
import { Lessons } from '../../api/lessons';

/** Her other lessons, the newest first: asked for once for each lesson that is opened, and only where it can use them. */
@Injectable()
export class OtherLessons {
  private readonly store = inject(LessonStore);
  private readonly lessons = inject(Lessons);
  /** Only the lesson's name, so that an edit does not ask for everything anew. */
  private readonly wantedFor = computed(() => {
    const lesson = this.store.lesson();
    return saysLittle(lesson) || isToBeFilmed(lesson) ? lesson.id : undefined;
  });
  private readonly listed = resource({
    params: () => this.wantedFor(),
    loader: async ({ params: id }) => {
      const { lessons } = await this.lessons.list();
      return lessons
        .filter((one) => one.id !== id && one.steps > 0)
        .sort((a, b) => b.updatedAt.getTime() - a.updatedAt.getTime());
    },
  });

  /** Null until they are there, and where nobody needs them. */
  readonly newest = computed<readonly ListedLesson[] | null>(() =>
    this.listed.hasValue() ? this.listed.value() : null,
  );
}

type Opened = ReturnType<LessonStore['lesson']>;

/** What is usual can be offered to a lesson that has no opening, closing or target yet. */
export function saysLittle({ opening, closing, targetMs }: Opened): boolean {
  return opening === '' || closing === '' || targetMs === null;
}

/** Of a lesson that was filmed its own length is known. */
export function isToBeFilmed({ takes, steps }: Opened): boolean {
  return takes.length === 0 && steps.length > 0;
}
