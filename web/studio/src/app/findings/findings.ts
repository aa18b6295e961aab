import { computed, effect, inject, Injectable, OnDestroy, signal } from '@angular/core';
import { Subscription } from 'rxjs';
import { sorted, type Finding } from '@limber/core/check/finding';
import { groupsOf, type FindingGroup } from '@limber/core/check/groups';
import { LessonStore } from '../api/lesson-store';
import { PlanWork } from '../plan/plan-work';
import { LessonSensed } from '../progress/lesson-sensed';

/** The lesson is checked when nothing was edited for so long, ms. */
const QUIET_MS = 250;

/** What the checks find in the open lesson, kept up to date in the worker while it is edited: the same on every bench. */
@Injectable()
export class Findings implements OnDestroy {
  private readonly store = inject(LessonStore);
  private readonly work = inject(PlanWork);
  private readonly sensed = inject(LessonSensed).takes;
  private asked: Subscription | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly found = signal<readonly Finding[]>([]);
  private readonly parted = computed(() =>
    sorted(this.found(), this.store.loaded() ? this.store.lesson().setAside : []),
  );
  /** False until the first check has come back. */
  readonly checked = signal(false);
  /** What is still to be looked at, worst first. */
  readonly open = computed(() => this.parted().open);
  /** What was looked at and left as it is. */
  readonly aside = computed(() => this.parted().aside);
  readonly groups = computed(() => groupsOf(this.open()));

  constructor() {
    effect(() => {
      if (!this.store.loaded()) return;
      const lesson = this.store.judged();
      const sensed = this.sensed();
      clearTimeout(this.timer);
      this.timer = setTimeout(
        () => {
          this.asked?.unsubscribe();
          this.asked = this.work.run({ kind: 'check', lesson, sensed }).subscribe(({ done }) => {
            if (!done) return;
            this.found.set(done);
            this.checked.set(true);
          });
        },
        this.checked() ? QUIET_MS : 0,
      );
    });
  }

  ngOnDestroy(): void {
    clearTimeout(this.timer);
    this.asked?.unsubscribe();
  }

  /** One repair for all of a group, as one edit. */
  mendAll(group: FindingGroup): void {
    const ids = group.findings.map((one) => one.id);
    const lesson = this.store.judged();
    this.work.run({ kind: 'mend-all', lesson, ids, sensed: this.sensed() }).subscribe(({ done }) => {
      if (done) this.store.edit(done);
    });
  }
}
