import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { size } from '@limber/core/format/size';
import { movesOf } from '@limber/core/lesson/lesson.schema';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { mediaCount, type LessonFile } from './lesson-file';

/** What lies in a lesson file, before it becomes a lesson on the desk. */
@Component({
  selector: 'lc-bring-lesson',
  imports: [Button, Dialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      [header]="read().lesson.title"
      [visible]="true"
      (visibleChange)="leave.emit()"
      [modal]="true"
      [dismissableMask]="true"
      [style]="{ width: 'min(480px, 94vw)' }"
    >
      <div class="read" data-testid="lesson-file">
        <p>{{ what() }}</p>
        <p class="soft">{{ media() }}</p>
        <div class="choose">
          <button type="button" class="text-button" (click)="leave.emit()" i18n>Leave it</button>
          <p-button label="Put it on the desk" i18n-label (onClick)="bring.emit(read())" />
        </div>
      </div>
    </p-dialog>
  `,
  styles: `
    .read {
      display: grid;
      gap: 10px;
    }
    p {
      margin: 0;
    }
  `,
})
export class BringLesson {
  readonly read = input.required<LessonFile>();
  readonly bring = output<LessonFile>();
  readonly leave = output<void>();
  protected readonly what = computed(() => {
    const { lesson } = this.read();
    const moves = movesOf(lesson.steps).length;
    const takes = lesson.takes.length;
    const parts = [
      moves === 1 ? $localize`1 move` : $localize`${moves} moves`,
      $localize`runs ${clock(timelineOf(lesson)?.durationMs ?? 0)}`,
      takes === 0 ? $localize`not filmed` : takes === 1 ? $localize`1 take` : $localize`${takes} takes`,
    ];
    return parts.join(' · ');
  });
  protected readonly media = computed(() => {
    const { lesson, file, withMedia } = this.read();
    const count = mediaCount(lesson);
    if (!withMedia)
      return lesson.takes.length === 0
        ? $localize`It becomes a lesson of its own; nothing that is on the desk changes.`
        : $localize`It becomes a lesson of its own. Its media are not in this file: its takes ask for them.`;
    const films = count === 1 ? $localize`1 recording` : $localize`${count} recordings`;
    return $localize`It becomes a lesson of its own. ${films} come along, ${size(file.size)} in all: they are sent while you go on, and keep this page open until they are there.`;
  });
}
