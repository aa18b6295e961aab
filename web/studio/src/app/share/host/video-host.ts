import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import type { CutId } from '@limber/core/assembly/cut';
import { ROUTES } from '@limber/core/api/routes';
import { asOne } from '@limber/core/lesson/as-one';
import { lessonFields } from '@limber/core/lesson/lesson.schema';
import { handOver, type HandedFile } from '@limber/core/render/hand-over';
import { HOST_LIMITS, hostWords, isTooLong, type HostField } from '@limber/core/render/host-words';
import { cardsMs } from '@limber/core/render/on-film';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { shownCues } from '../../cues/shown-cues';
import { Api } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { LessonSensed } from '../../progress/lesson-sensed';
import { BenchHead } from '../../shell/bench-head';
import { Choice } from '../../shell/choice';
import { copyText } from '../../shell/copy-text';
import { saveAs } from '../../shell/save-file';
import { waysThrough } from '../../shell/ways-through';
import { EditorFiles } from './editor-files';
import { StandingTexts } from './standing-texts';
import { Thumbnail } from './thumbnail';

/** One thing that a host asks for and that is pasted there. */
interface Pasted {
  readonly field: HostField | 'endCard';
  readonly name: string;
  readonly text: string;
  /** How many letters it has, of how many; empty where nobody counts. */
  readonly letters: string;
  readonly tooLong: boolean;
}

/** Share · Video host: everything that a host asks for, in the order in which it asks, ready to paste. */
@Component({
  selector: 'lc-video-host',
  imports: [RouterLink, Button, BenchHead, Choice, EditorFiles, StandingTexts, Thumbnail],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './video-host.html',
  styleUrl: './video-host.css',
})
export class VideoHost {
  private readonly api = inject(Api);
  private readonly sensed = inject(LessonSensed).takes;
  protected readonly store = inject(LessonStore);
  /** Which way through the lesson the film is that goes there. */
  protected readonly cutId = signal<CutId>('full');
  protected readonly ways = computed(() => waysThrough(this.store.lesson()));
  protected readonly timeline = computed(
    () => timelineOf(this.store.judged(), this.cutId()) ?? timelineOf(this.store.judged())!,
  );
  protected readonly ready = computed(() => this.timeline().cut !== null);
  private readonly share = resource({
    params: () => this.store.lesson().id,
    loader: ({ params: id }) => this.api.ask(ROUTES.share, { params: { id } }),
  });
  /** Where viewers reach the newest version; null as long as they cannot. */
  protected readonly link = computed(() => {
    const share = this.share.hasValue() ? this.share.value() : null;
    const open = share?.links.find((one) => one.revokedAt === null && one.versionId === share.versions[0]?.id);
    return share?.publicUrl && open ? `${share.publicUrl}/v/${open.token}` : null;
  });
  protected readonly pasted = computed((): Pasted[] => {
    const words = hostWords(this.store.judged(), this.timeline(), {
      link: this.link(),
      blocks: this.store.judged().rules?.texts.map((one) => one.text) ?? [],
    });
    const one = (field: HostField, name: string): Pasted => {
      const text = words[field];
      const letters = $localize`${number.format(text.length)} of ${number.format(HOST_LIMITS[field])} letters`;
      return { field, name, text, letters, tooLong: isTooLong(field, text) };
    };
    return [
      one('title', $localize`Title`),
      one('description', $localize`Description`),
      one('tags', $localize`Tags`),
      ...(words.endCard.length > 0
        ? [
            {
              ...{ field: 'endCard' as const, name: $localize`End card`, text: words.endCard.join('\n') },
              ...{ letters: '', tooLong: false },
            },
          ]
        : []),
      one('pinned', $localize`First comment, to be pinned`),
    ];
  });
  protected readonly shown = shownCues(() => ({
    lesson: this.store.judged(),
    sensed: this.sensed(),
    cutId: this.cutId(),
    frameName: '16:9',
  }));
  /** Files for other programs, once it is known where everything stands. */
  protected readonly handed = computed(() => {
    const { lesson, cues } = this.shown();
    return lesson === null ? null : handOver(lesson, this.timeline(), cues, this.link());
  });
  protected readonly captions = computed(() =>
    (this.handed()?.files ?? []).filter((one) => /-captions\.\w+$/.test(one.name)),
  );
  protected readonly words = { copy: $localize`Copy`, copied: $localize`Copied` };
  /** What was copied last. */
  protected readonly copied = signal<Pasted['field'] | null>(null);
  protected readonly refused = signal(false);
  protected readonly wrongAddress = signal(false);
  protected readonly subtitle = computed(() =>
    this.ready()
      ? $localize`runs ${clock(this.timeline().durationMs + cardsMs(this.store.lesson()))} · paste from top to bottom`
      : '',
  );

  constructor() {
    inject(Keys).use([{ key: 'c', does: $localize`Copy what comes next`, run: () => void this.copyNext() }]);
  }

  protected async copy(one: Pasted): Promise<void> {
    const done = await copyText(one.text);
    this.refused.set(!done);
    if (done) this.copied.set(one.field);
  }

  /** Brought back from the host: from then on its film stays as it is. */
  protected setAddress(typed: string): void {
    const address = lessonFields.publicAddress.safeParse(typed.trim());
    this.wrongAddress.set(!address.success);
    if (!address.success) return;
    const set = [
      { kind: 'set_lesson', field: 'publicAddress', value: address.data },
      ...(address.data === '' ? [] : [{ kind: 'set_lesson', field: 'publicElsewhere', value: true } as const]),
    ] as const;
    this.store.edit(asOne(set)!);
  }

  protected save(file: HandedFile): void {
    saveAs(file.name, file.type, file.text());
  }

  private async copyNext(): Promise<void> {
    const all = this.pasted();
    const at = all.findIndex((one) => one.field === this.copied());
    const next = all[(at + 1) % all.length];
    if (next && this.ready()) await this.copy(next);
  }
}

const number = new Intl.NumberFormat('en-GB');
