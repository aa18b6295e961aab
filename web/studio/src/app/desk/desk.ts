import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { MessageService, type MenuItem } from 'primeng/api';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { Menu } from 'primeng/menu';
import { InputText } from 'primeng/inputtext';
import { BAND_COLOURS, parentOf } from '@limber/core/face/regions';
import { FormatError } from '@limber/core/format/format-error';
import type { Idea } from '@limber/core/ideas/ideas.document';
import { STAGES, type Stage } from '@limber/core/lesson/stage';
import { clock } from '@limber/core/time/clock';
import { wordsOf } from '../api/http';
import { documentsWithKeptEdits } from '../api/kept-edits';
import type { ListedLesson, UnreadableLesson } from '@limber/core/api/lessons';
import { IdeasStore } from '../api/ideas-store';
import { Lessons } from '../api/lessons';
import { Session } from '../api/session';
import { Keys } from '../keys/keys';
import { BroughtFiles, recordingOf, titleOf } from '../plan/narration/brought-files';
import { Uploads } from '../progress/uploads';
import { Choice } from '../shell/choice';
import { BringLesson } from './bring-lesson';
import { IdeasList } from './ideas';
import { LeftHere } from './left-here';
import type { LessonFile } from './lesson-file';
import { findLessons, SORT_WORDS, sortLessons, SORTS, type Sort } from './find-lessons';

const BENCH_OF: Readonly<Record<Stage, string>> = {
  plan: 'plan/moves',
  film: 'film/takes',
  mark: 'mark/segments',
  share: 'share/publish',
  learn: 'learn/watching',
};
const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  plan: $localize`On paper`,
  film: $localize`Ready to film`,
  mark: $localize`Filmed`,
  share: $localize`Marked`,
  learn: $localize`Shared`,
};

const SORT = 'limber.desk.sort';

/** All lessons: where each stands, how long it runs, and what comes next. */
@Component({
  selector: 'lc-desk',
  imports: [FormsModule, RouterLink, BringLesson, Button, Choice, Dialog, IdeasList, InputText, LeftHere, Menu],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './desk.html',
  styleUrl: './desk.css',
})
export class Desk {
  private readonly lessonsApi = inject(Lessons);
  private readonly router = inject(Router);
  private readonly messages = inject(MessageService);
  protected readonly session = inject(Session);
  protected readonly lessons = signal<ListedLesson[] | null>(null);
  protected readonly unreadable = signal<readonly UnreadableLesson[]>([]);
  protected readonly problem = signal('');
  protected readonly naming = signal(false);
  protected readonly trashed = signal<Trashed | null>(null);
  /** A file that was chosen, until it is a lesson or left. */
  protected readonly lessonFile = signal<LessonFile | null>(null);
  protected readonly search = signal('');
  protected readonly sort = signal<Sort>(SORTS.find((one) => one === localStorage.getItem(SORT)) ?? 'changed');
  protected readonly sorts = SORTS.map((value) => ({ value, label: SORT_WORDS[value] }));
  /** How many lessons lie in the trash. */
  protected readonly inTrash = signal(0);
  protected title = '';
  protected items: MenuItem[] = [];
  private readonly finder = viewChild<ElementRef<HTMLInputElement>>('finder');
  private readonly file = viewChild.required<ElementRef<HTMLInputElement>>('file');
  private readonly broughtFiles = inject(BroughtFiles);
  private readonly video = viewChild.required<ElementRef<HTMLInputElement>>('video');
  private readonly uploads = inject(Uploads);
  private readonly ideas = inject(IdeasStore);

  protected readonly rows = computed(() =>
    sortLessons(findLessons(this.lessons() ?? [], this.search()), this.sort()).map((lesson) => {
      const whole = Math.max(lesson.plannedMs, 1);
      return {
        ...lesson,
        link: `/lesson/${lesson.id}/${BENCH_OF[lesson.stage]}`,
        length: lesson.filmedMs > 0 ? clock(lesson.filmedMs) : clock(lesson.plannedMs),
        lengthKind: lesson.filmedMs > 0 ? 'filmed' : 'planned',
        bands: lesson.regions.map((one) => ({
          x: (one.startMs / whole) * 300,
          width: Math.max(1.5, ((one.endMs - one.startMs) / whole) * 300),
          y: one.side === 'right' ? 15 : 4,
          height: one.side === 'left' || one.side === 'right' ? 10 : 21,
          fill: BAND_COLOURS[parentOf(one.region)].fill,
        })),
      };
    }),
  );
  /** Lessons with edits that this browser kept and the server does not have. */
  protected readonly waiting = computed(() => {
    const kept = documentsWithKeptEdits();
    return (this.lessons() ?? []).flatMap(({ id, title, stage }) => {
      const link = `/lesson/${id}/${BENCH_OF[stage]}`;
      const count = kept.get(`lesson:${id}`) ?? 0;
      return count > 0 ? [{ id, title, link, count, edits: `${count} ${count === 1 ? 'edit' : 'edits'}` }] : [];
    });
  });
  /** Lessons by where they stand on their path, nearest to its beginning first. */
  protected readonly groups = computed(() =>
    [
      // What may have hurt somebody stands on top of the desk, wherever its lesson stands.
      { name: $localize`Read this first`, rows: this.rows().filter((row) => row.serious > 0) },
      ...STAGES.map((stage) => ({
        name: STAGE_WORDS[stage],
        rows: this.rows().filter((row) => row.stage === stage && row.serious === 0),
      })),
    ].filter((group) => group.rows.length > 0),
  );
  /** Ways in besides a new lesson. */
  protected readonly waysIn: MenuItem[] = [
    { label: $localize`An old video`, icon: 'pi pi-video', command: () => this.video().nativeElement.click() },
    { label: $localize`A narration, or captions`, icon: 'pi pi-align-left', routerLink: '/from-narration' },
    { label: $localize`A lesson file`, icon: 'pi pi-file', command: () => this.choose() },
  ];
  protected readonly hello = computed(
    () => $localize`Good ${partOfDay()}, ${this.session.current()?.name.split(' ')[0] ?? ''}`,
  );

  constructor() {
    void this.load();
    inject(Keys).use([
      { key: 'n', does: $localize`New lesson`, run: () => this.naming.set(true) },
      { key: '/', does: $localize`Find a lesson`, run: () => this.finder()?.nativeElement.focus() },
    ]);
  }

  protected sortBy(sort: Sort): void {
    this.sort.set(sort);
    localStorage.setItem(SORT, sort);
  }

  /** What can be done with a lesson besides opening it. */
  protected offer(menu: Menu, event: Event, lesson: Trashed): void {
    this.items = [
      { label: $localize`Make a copy`, icon: 'pi pi-copy', command: () => void this.copy(lesson) },
      { label: $localize`Take it out as a file`, icon: 'pi pi-download', url: `/api/lessons/${lesson.id}/bundle` },
      {
        label: $localize`Take it out with its media`,
        icon: 'pi pi-box',
        url: `/api/lessons/${lesson.id}/bundle.zip`,
      },
      { separator: true },
      this.session.isOwner()
        ? { label: $localize`Put it in the trash`, icon: 'pi pi-trash', command: () => void this.trash(lesson) }
        : { label: $localize`${this.session.whoCan()} can put it in the trash`, disabled: true },
    ];
    menu.toggle(event);
  }

  private async copy(lesson: Trashed): Promise<void> {
    await this.doing(async () => {
      await this.lessonsApi.copy(lesson.id);
      await this.load();
    });
  }

  protected async create(): Promise<void> {
    if (!this.title.trim()) return;
    await this.doing(async () => {
      const id = await this.lessonsApi.create(this.title);
      await this.router.navigateByUrl(`/lesson/${id}/plan/moves`);
    });
  }

  /** An idea becomes a lesson of that name; the note has done its work. */
  protected async beginWith(idea: Idea): Promise<void> {
    await this.doing(async () => {
      const id = await this.lessonsApi.create(idea.text.slice(0, 160));
      this.ideas.edit({ kind: 'remove_idea', id: idea.id });
      await this.router.navigateByUrl(`/lesson/${id}/plan/moves`);
    });
  }

  protected chooseVideo(input: HTMLInputElement): void {
    const files = [...(input.files ?? [])];
    input.value = '';
    void this.bringVideo(files);
  }

  protected dropVideo(event: DragEvent): void {
    event.preventDefault();
    void this.bringVideo([...(event.dataTransfer?.files ?? [])]);
  }

  /**
   * A lesson of the video's name, with the video on its way in. With its captions beside it, what is said in it is read
   * first.
   */
  private async bringVideo(files: readonly File[]): Promise<void> {
    const { film, words } = recordingOf(files);
    if (words) {
      this.broughtFiles.bring(files);
      await this.router.navigateByUrl('/from-narration');
      return;
    }
    if (!film) return;
    await this.doing(async () => {
      const id = await this.lessonsApi.create(titleOf(film.name) || $localize`An old video`);
      void this.uploads.start({ lessonId: id }, film);
      await this.router.navigateByUrl(`/lesson/${id}/film/takes`);
    });
  }

  protected async lookAround(): Promise<void> {
    await this.doing(async () => {
      const { firstLesson } = await import('@limber/core/draft/first-lesson');
      const id = await this.lessonsApi.bringIn(firstLesson('first-lesson'));
      await this.router.navigateByUrl(`/lesson/${id}/plan/moves`);
    });
  }

  protected choose(): void {
    this.file().nativeElement.click();
  }

  /** What lies in a file is shown before it becomes a lesson. */
  protected async look(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    await this.doing(async () => {
      const { readLessonFile } = await import('./lesson-file');
      this.lessonFile.set(await readLessonFile(file));
    });
  }

  protected async bringIn({ file, lesson, withMedia }: LessonFile): Promise<void> {
    this.lessonFile.set(null);
    await this.doing(async () => {
      const id = await this.lessonsApi.bringIn(lesson);
      if (withMedia) void this.uploads.start({ lessonId: id, role: 'bundle' }, file);
      await this.router.navigateByUrl(`/lesson/${id}/${withMedia ? 'film/takes' : 'plan/moves'}`);
    });
  }

  protected async trash(lesson: Trashed): Promise<void> {
    await this.doing(async () => {
      await this.lessonsApi.trash(lesson.id);
      this.trashed.set(lesson);
      await this.load();
    });
  }

  protected async restore(lesson: Trashed): Promise<void> {
    await this.doing(async () => {
      await this.lessonsApi.restore(lesson.id);
      this.trashed.set(null);
      await this.load();
    });
  }

  private async load(): Promise<void> {
    await this.doing(async () => {
      const { lessons, unreadable } = await this.lessonsApi.list();
      this.unreadable.set(unreadable);
      this.lessons.set(lessons);
      this.inTrash.set((await this.lessonsApi.trashed()).length);
    });
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    try {
      this.problem.set('');
      await work();
    } catch (error) {
      const words = error instanceof FormatError ? error.message : wordsOf(error);
      this.problem.set(words);
      this.messages.add({ severity: 'error', summary: words, life: 8000 });
    }
  }
}

type Trashed = Pick<ListedLesson, 'id' | 'title'>;

function partOfDay(hour = new Date().getHours()): string {
  return hour < 3 ? 'evening' : hour < 12 ? 'morning' : hour < 18 ? 'afternoon' : 'evening';
}
