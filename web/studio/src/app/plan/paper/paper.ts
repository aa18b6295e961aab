import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';

import { Router } from '@angular/router';

import { Button } from 'primeng/button';

import { writeCalendar } from '@limber/core/format/calendar';
import { writePaperMarkdown, writeRunSheetCsv } from '@limber/core/format/paper-files';
import { screeningQuestions } from '@limber/core/check/cautions';
import { practiceCut } from '@limber/core/schedule/practice-cut';
import { paperOf, shotsByFraming } from '@limber/core/paper/paper';
import { schedule } from '@limber/core/schedule/schedule';
import { FRAMING_NAMES } from '@limber/core/move/framing';
import { clock } from '@limber/core/time/clock';
import { ApiError } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { Lessons } from '../../api/lessons';
import { BenchHead } from '../../shell/bench-head';
import { saveFile } from '../../shell/save-file';
import { unfilmed } from '@limber/core/lesson/unfilmed';

/** Plan · Paper: what is taken to the shoot, as pages that print well. */
@Component({
  selector: 'lc-paper',
  imports: [BenchHead, Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './paper.html',
  styleUrl: './paper.css',
})
export class Paper {
  protected readonly store = inject(LessonStore);
  private readonly lessons = inject(Lessons);
  private readonly router = inject(Router);
  protected readonly problem = signal('');
  protected readonly byFraming = signal(false);
  protected readonly framing = FRAMING_NAMES;
  protected readonly paper = computed(() => paperOf(this.store.judged()));
  protected readonly bundle = computed(() => `/api/lessons/${encodeURIComponent(this.store.lesson().id)}/bundle`);
  protected readonly shots = computed(() =>
    this.byFraming() ? shotsByFraming(this.paper().shots) : this.paper().shots,
  );
  protected readonly questions = computed(() => screeningQuestions(this.store.judged()));
  protected readonly subtitle = computed(
    () => $localize`runs ${this.paper().runs} · the same without teaching talk ${clock(this.practice().totalMs)}`,
  );
  protected readonly practice = computed(() => schedule(practiceCut(this.store.lesson())));

  /** The same lesson for those who know it: without teaching talk, doses whole. */
  protected async makePractice(): Promise<void> {
    try {
      const cut = practiceCut(this.store.lesson());
      const id = await this.lessons.bringIn({ ...unfilmed(cut), title: $localize`${cut.title}, practice` });
      await this.router.navigateByUrl(`/lesson/${id}/plan/moves`);
    } catch (error) {
      this.problem.set(
        error instanceof ApiError ? error.message : $localize`The practice cut could not be made. Try again.`,
      );
    }
  }

  /** Next Monday, until another day is chosen. */
  protected readonly firstDay = signal(nextMonday(new Date()));

  protected saveCalendar(): void {
    const { title } = this.store.lesson();
    saveFile($localize`${title}, practice`, 'ics', writeCalendar(this.store.lesson(), this.firstDay(), Date.now()));
  }

  protected print(): void {
    window.print();
  }

  protected save(kind: 'md' | 'csv'): void {
    const text = kind === 'md' ? writePaperMarkdown(this.paper()) : writeRunSheetCsv(this.paper());
    saveFile(this.store.lesson().title, kind, text);
  }
}

/** The Monday after a day, on the clock of this machine, as YYYY-MM-DD. */
function nextMonday(day: Date): string {
  const monday = new Date(day.getFullYear(), day.getMonth(), day.getDate() + ((8 - day.getDay()) % 7 || 7));
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${monday.getFullYear()}-${two(monday.getMonth() + 1)}-${two(monday.getDate())}`;
}
