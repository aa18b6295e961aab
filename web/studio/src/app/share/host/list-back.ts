import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { broughtBack, comesBack, type BackFile, type Brought } from '@limber/core/render/brought-back';
import type { CuesNow } from '@limber/core/render/cues-back';
import { wordsOf } from '@shared/words-of';
import { LessonStore } from '../../api/lesson-store';

/** So many sentences are read before the rest is only counted. */
const FIRST = 12;

/** Files that come back from another program: what they would change is told first; then it is so, as one edit. */
@Component({
  selector: 'lc-list-back',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #file
      type="file"
      accept=".edl,.otio,.json,.csv,.vtt,.srt,.zip"
      hidden
      aria-label="Bring one back"
      i18n-aria-label
      (change)="read(file)"
    />
    <button type="button" class="text-button" (click)="file.click()" i18n>Bring one back, or the archive</button>
    <p class="soft" i18n>
      An edit list or a timeline as it plays now; captions, cues or the table of cues as they are said and shown now.
    </p>
    @if (problem(); as words) {
      <p role="alert" class="problem">{{ name() }}: {{ words }}</p>
    }
    @if (told(); as sentences) {
      <div class="told" role="status" data-testid="list-back">
        <strong>{{ name() }}</strong>
        <ul>
          @for (words of sentences.first; track $index) {
            <li>{{ words }}</li>
          } @empty {
            <li i18n>All is so already: there is nothing to take over.</li>
          }
          @if (sentences.more; as more) {
            <li i18n>and {{ more }} more</li>
          }
        </ul>
        <div class="answer">
          @if (sentences.changes) {
            <p-button label="Let it be so" i18n-label (onClick)="takeOver()" />
          }
          <button type="button" class="text-button" (click)="files.set(null)" i18n>Leave it as it is</button>
        </div>
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      margin-top: 18px;
    }
    button {
      justify-self: start;
    }
    p {
      margin: 0;
    }
    .told {
      padding: 12px 16px;
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 12px;
      overflow-wrap: anywhere;
    }
    ul {
      margin: 6px 0 10px;
      padding-left: 18px;
    }
    .answer {
      display: flex;
      gap: 18px;
      align-items: center;
    }
    .problem {
      color: var(--clay);
      font-weight: 650;
      overflow-wrap: anywhere;
    }
  `,
})
export class ListBack {
  private readonly store = inject(LessonStore);
  /** The cues of the way through the lesson that the files are of. */
  readonly now = input.required<CuesNow>();
  protected readonly name = signal('');
  private readonly unread = signal('');
  protected readonly files = signal<readonly BackFile[] | null>(null);
  /** What the files change in the lesson as it is by now, or why they cannot; null where nothing is asked. */
  private readonly brought = computed((): Brought | string | null => {
    const files = this.files();
    if (!files) return null;
    try {
      return broughtBack(this.store.lesson(), this.now(), files);
    } catch (error) {
      return wordsOf(error);
    }
  });
  protected readonly problem = computed(() => {
    const brought = this.brought();
    return this.unread() || (typeof brought === 'string' ? brought : '');
  });
  protected readonly told = computed(() => {
    const brought = this.brought();
    if (brought === null || typeof brought === 'string') return null;
    const { told, change } = brought;
    return { first: told.slice(0, FIRST), more: Math.max(0, told.length - FIRST), changes: change !== null };
  });

  protected async read(field: HTMLInputElement): Promise<void> {
    const [file] = field.files ?? [];
    field.value = '';
    if (!file) return;
    this.name.set(file.name);
    this.unread.set('');
    this.files.set(null);
    try {
      this.files.set(await filesIn(file));
    } catch (error) {
      this.unread.set(wordsOf(error));
    }
  }

  protected takeOver(): void {
    const brought = this.brought();
    if (brought === null || typeof brought === 'string' || !brought.change) return;
    this.store.edit(brought.change);
    this.files.set(null);
  }
}

/** The file itself, or those of an archive that say something of the lesson. */
async function filesIn(file: File): Promise<BackFile[]> {
  if (!/\.zip$/i.test(file.name)) return [{ name: file.name, text: await file.text() }];
  const { readArchive } = await import('@limber/core/format/archive');
  return readArchive(new Uint8Array(await file.arrayBuffer()), comesBack);
}
