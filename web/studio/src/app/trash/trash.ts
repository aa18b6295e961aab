import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { TRASH_DAYS, type Freed, type Room, type Trashed } from '@limber/core/api/keeping';
import { size } from '@limber/core/format/size';
import { wordsOf } from '../api/http';
import { Lessons } from '../api/lessons';
import { Session } from '../api/session';

const DAY_MS = 86_400_000;

/** The trash: lessons that can be had back, and what lies on the disk. */
@Component({
  selector: 'lc-trash',
  imports: [RouterLink, Button, Dialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trash.html',
  styleUrl: './trash.css',
})
export class Trash {
  private readonly lessons = inject(Lessons);
  protected readonly session = inject(Session);
  protected readonly size = size;
  protected readonly days = TRASH_DAYS;
  private readonly trashed = signal<readonly Trashed[] | null>(null);
  protected readonly room = signal<Room | null>(null);
  protected readonly problem = signal('');
  protected readonly says = signal('');
  protected readonly busy = signal(false);
  /** What is to be deleted for good: one lesson, or everything in the trash. */
  protected readonly asking = signal<Trashed | 'all' | null>(null);
  private readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });
  private readonly moment = new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  });

  protected readonly loaded = computed(() => this.trashed() !== null);
  protected readonly rows = computed(() =>
    (this.trashed() ?? []).map((one) => ({
      ...one,
      since: this.day.format(one.trashedAt),
      left: Math.max(0, Math.ceil((one.leavesAt.getTime() - Date.now()) / DAY_MS)),
      goesAlong: goesAlong(one),
    })),
  );
  protected readonly asked = computed(() => {
    const asking = this.asking();
    if (!asking) return null;
    if (asking !== 'all') return { title: $localize`Delete “${asking.title}” for good?`, along: goesAlong(asking) };
    const count = this.rows().length;
    return {
      title: count === 1 ? $localize`Delete one lesson for good?` : $localize`Delete ${count} lessons for good?`,
      along: goesAlong(sum(this.rows())),
    };
  });
  protected readonly sweeps = computed(() =>
    (this.room()?.sweeps ?? []).slice(0, 4).map((one) => ({ at: this.moment.format(one.at), words: sweptWords(one) })),
  );

  constructor() {
    void this.doing(() => this.load());
  }

  protected putBack(one: Trashed): Promise<void> {
    return this.doing(async () => {
      await this.lessons.restore(one.id);
      this.says.set($localize`“${one.title}” is on the desk again.`);
      await this.load();
    });
  }

  protected closeLinks(one: Trashed): Promise<void> {
    return this.doing(async () => {
      await this.lessons.closeLinks(one.id);
      this.says.set($localize`The links to “${one.title}” are closed, and stay closed when it is put back.`);
      await this.load();
    });
  }

  protected deleteForGood(): Promise<void> {
    const asking = this.asking();
    return this.doing(async () => {
      if (!asking) return;
      const freed = asking === 'all' ? await this.lessons.emptyTrash() : await this.lessons.deleteForGood(asking.id);
      this.asking.set(null);
      this.says.set(freedWords(freed));
      await this.load();
    });
  }

  private async load(): Promise<void> {
    this.trashed.set(await this.lessons.trashed());
    this.room.set(await this.lessons.room());
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await work();
      this.problem.set('');
    } catch (error) {
      this.asking.set(null);
      this.problem.set(wordsOf(error));
    } finally {
      this.busy.set(false);
    }
  }
}

const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

function goesAlong({ versions, viewings, bytes }: Pick<Trashed, 'versions' | 'viewings' | 'bytes'>): string[] {
  return [
    ...(versions > 0
      ? [$localize`${counted(versions, $localize`shared version`)} with ${counted(viewings, $localize`viewing`)}`]
      : []),
    bytes > 0
      ? $localize`films of ${size(bytes)}`
      : $localize`no film: nothing of it is filmed, or another lesson needs it`,
  ];
}

function sum(all: readonly Trashed[]): Pick<Trashed, 'versions' | 'viewings' | 'bytes'> {
  const of = (name: 'versions' | 'viewings' | 'bytes'): number => all.reduce((total, one) => total + one[name], 0);
  return { versions: of('versions'), viewings: of('viewings'), bytes: of('bytes') };
}

function freedWords({ lessons, films, bytes }: Freed): string {
  const what = $localize`${counted(lessons, $localize`lesson is`, $localize`lessons are`)} deleted`;
  return films === 0
    ? `${what}.`
    : $localize`${what}; ${counted(films, $localize`film`)} and ${size(bytes)} are gone from the disk.`;
}

function sweptWords({ lessons, films, files, bytes }: Room['sweeps'][number]): string {
  const parts = [
    ...(lessons > 0 ? [$localize`${counted(lessons, $localize`lesson`)} after ${TRASH_DAYS} days in the trash`] : []),
    ...(films > 0 ? [$localize`${counted(films, $localize`film`)} that nothing needs any more`] : []),
    ...(files > 0 ? [$localize`${counted(files, $localize`file`)} left over`] : []),
  ];
  return `${size(bytes)}: ${parts.join(', ')}`;
}
