import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { ListedLesson } from '@limber/core/api/lessons';
import { wordsOf } from '@shared/words-of';
import { Lessons } from '../api/lessons';
import { KeptRecordings } from '../film/prompter/kept-recordings';
import { beganWords, type KeptRecording } from '../film/prompter/kept-files';
import { ThrowAway } from '../film/prompter/throw-away';

/** Recordings that lie in this browser: whoever comes back after a crash is told here, also where the lesson is gone. */
@Component({
  selector: 'lc-left-here',
  imports: [RouterLink, ThrowAway],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (row of rows(); track row.one.id) {
      <p role="status" data-testid="left-here">
        @if (row.title; as title) {
          <ng-container i18n>
            A recording for “{{ title }}”, {{ row.when }}, lies in this browser.
            <a class="text-button" [routerLink]="['/lesson', row.one.lessonId, 'film', 'takes']">Open its takes</a>
          </ng-container>
        } @else {
          <ng-container i18n>
            A recording, {{ row.when }}, lies in this browser, and its lesson is not on the desk any more.
            <button type="button" class="text-button" (click)="makeLesson(row.one)">Make a lesson of it</button> ·
          </ng-container>
          <lc-throw-away (thrown)="throwAway(row.one)" />
        }
      </p>
    }
    @if (trouble(); as words) {
      <p role="alert" class="warning">{{ words }}</p>
    }
  `,
  styles: `
    p {
      margin: 0 0 8px;
    }
    .warning {
      color: var(--clay);
    }
  `,
})
export class LeftHere {
  private readonly kept = inject(KeptRecordings);
  private readonly lessonsApi = inject(Lessons);
  private readonly router = inject(Router);
  readonly lessons = input.required<readonly ListedLesson[]>();
  protected readonly trouble = signal('');
  protected readonly rows = computed(() => {
    const titles = new Map(this.lessons().map(({ id, title }) => [id, title]));
    return this.kept
      .all()
      .filter((one) => one.underWay === null)
      .map((one) => ({ one, title: titles.get(one.lessonId), when: beganWords(one) }));
  });

  constructor() {
    void this.kept.look();
  }

  protected async makeLesson(one: KeptRecording): Promise<void> {
    try {
      const lessonId = await this.lessonsApi.create(one.name.replace(/\.webm$/, ''));
      await this.kept.moveTo(one, lessonId);
      await this.router.navigate(['/lesson', lessonId, 'film', 'takes']);
    } catch (error) {
      this.trouble.set(wordsOf(error));
    }
  }

  protected throwAway(one: KeptRecording): void {
    void this.kept.throwAway(one);
  }
}
