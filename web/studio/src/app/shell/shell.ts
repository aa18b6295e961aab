import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Dialog } from 'primeng/dialog';
import { filter, map, startWith, tap } from 'rxjs';
import { STAGES, type Stage } from '@limber/core/lesson/stage';
import { RulesStore } from '../api/rules-store';
import { Session } from '../api/session';
import { Stream } from '../api/stream';
import { Keys } from '../keys/keys';
import { Mark } from './mark';
import { OpenLesson } from './open-lesson';

const BENCHES: Readonly<Record<Stage, readonly { path: string; name: string }[]>> = {
  plan: [
    { path: 'plan/moves', name: $localize`Moves` },
    { path: 'plan/words', name: $localize`Words` },
    { path: 'plan/paper', name: $localize`Paper` },
  ],
  film: [
    { path: 'film/takes', name: $localize`Takes` },
    { path: 'film/prompter', name: $localize`Prompter` },
  ],
  mark: [
    { path: 'mark/segments', name: $localize`Parts` },
    { path: 'mark/cues', name: $localize`Cues` },
  ],
  share: [
    { path: 'share/proof', name: $localize`Proof` },
    { path: 'share/publish', name: $localize`Publish` },
    { path: 'share/finished-film', name: $localize`Finished film` },
    { path: 'share/video-host', name: $localize`Video host` },
  ],
  learn: [{ path: 'learn/watching', name: $localize`Watching` }],
};

const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  plan: $localize`Plan`,
  film: $localize`Film`,
  mark: $localize`Mark`,
  share: $localize`Share`,
  learn: $localize`Learn`,
};

/** Pages that are made for a phone too. */
const WORK_ON_A_PHONE = /^\/(?:desk|trash|people)|\/(?:film\/takes|plan\/paper|learn\/watching)/;

/** The rail, the path of the lesson, and the page beside it. */
@Component({
  selector: 'lc-shell',
  imports: [RouterLink, RouterLinkActive, RouterOutlet, Dialog, Mark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell.html',
  styleUrl: './shell.css',
})
export class Shell {
  private readonly router = inject(Router);
  protected readonly session = inject(Session);
  protected readonly open = inject(OpenLesson);
  protected readonly keys = inject(Keys);
  protected readonly showKeys = signal(false);
  // What every lesson is judged by, wherever it is opened.
  private readonly rules = inject(RulesStore);

  /** On a phone the places besides the lesson are one press away. */
  protected readonly unfolded = signal(false);

  private readonly url = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => this.router.url),
      tap(() => this.unfolded.set(false)),
      startWith(this.router.url),
    ),
    { initialValue: this.router.url },
  );
  protected readonly stage = computed(
    () => STAGES.find((stage) => this.url().includes(`/${stage}/`) && this.url().startsWith('/lesson/')) ?? null,
  );
  protected readonly dim = computed(() => this.stage() === 'mark');
  /** What cannot be worked with on a phone says so there. */
  protected readonly needsRoom = computed(() => !WORK_ON_A_PHONE.test(this.url()));
  protected readonly stages = computed(() => {
    const lesson = this.open.current();
    if (!lesson) return [];
    return STAGES.map((stage) => ({
      stage,
      name: STAGE_NAMES[stage],
      current: stage === this.stage(),
      done: lesson.done.has(stage),
      benches: BENCHES[stage].map(({ path, name }) => ({ name, link: `/lesson/${lesson.id}/${path}` })),
    }));
  });

  constructor() {
    void this.rules.open();
    // On the root, so that dialogs and lists that open above the page are dim with it.
    effect(() => document.documentElement.classList.toggle('dim', this.dim()));
    // A session that was ended somewhere else ends here: what was not sent yet is kept for the next sign-in.
    inject(Stream)
      .refused.pipe(takeUntilDestroyed())
      .subscribe(() => void this.stillIn());
    this.keys.use([{ key: '?', does: $localize`Show the keys of this screen`, run: () => this.showKeys.set(true) }]);
  }

  private async stillIn(): Promise<void> {
    const user = await this.session.askAgain().catch(() => 'unknown' as const);
    if (user === null) await this.router.navigate(['/sign-in'], { queryParams: { then: this.router.url } });
  }

  protected async signOut(): Promise<void> {
    await this.session.signOut();
    await this.router.navigateByUrl('/sign-in');
  }
}
