import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Button } from 'primeng/button';
import { fileName } from '@limber/core/format/file-name';
import type { CuesNow } from '@limber/core/render/cues-back';
import type { HandedFile, NotHanded } from '@limber/core/render/hand-over';
import { saveAs } from '../../shell/save-file';
import { ListBack } from './list-back';

/** The lesson in the forms that other programs read, singly and as one archive. */
@Component({
  selector: 'lc-editor-files',
  imports: [Button, ListBack],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary i18n>Files for an editor</summary>
      <ul>
        @for (file of files(); track file.name) {
          <li data-testid="handed">
            <span>{{ file.what }}</span>
            <button
              type="button"
              class="text-button"
              [attr.aria-label]="saveWords + ': ' + file.what"
              (click)="save(file)"
            >
              {{ endOf(file) }}
            </button>
          </li>
        }
      </ul>
      <p class="along">
        <a class="text-button" [href]="'/api/lessons/' + lessonId() + '/bundle.zip'" download i18n
          >The lesson with its media</a
        >
        <span class="soft" i18n>for another studio, or to keep: films as they came in, logs and captions</span>
      </p>
      @for (one of missing(); track one.what) {
        <p class="soft">{{ one.what }}: {{ one.why }}</p>
      }
      <p-button
        label="All of them, as one archive"
        i18n-label
        icon="pi pi-download"
        severity="secondary"
        [outlined]="true"
        (onClick)="saveAll()"
      />
      <lc-list-back [now]="now()" />
    </details>
  `,
  styles: `
    summary {
      font: 650 18px var(--head);
      cursor: pointer;
    }
    ul {
      display: grid;
      padding: 0;
      margin: 8px 0 14px;
      list-style: none;
    }
    li {
      display: flex;
      justify-content: space-between;
      gap: 14px;
      align-items: baseline;
      padding: 5px 0;
      border-bottom: 1px solid var(--line);
    }
    p {
      margin: 0 0 10px;
    }
    .along {
      display: grid;
      font-size: 15px;
    }
  `,
})
export class EditorFiles {
  readonly lessonId = input.required<string>();
  readonly title = input.required<string>();
  readonly files = input.required<readonly HandedFile[]>();
  readonly missing = input.required<readonly NotHanded[]>();
  readonly now = input.required<CuesNow>();
  protected readonly saveWords = $localize`Save`;

  /** What comes behind the lesson's name. */
  protected endOf({ name }: HandedFile): string {
    return name.slice(fileName(this.title()).length + 1);
  }

  protected save({ name, type, text }: HandedFile): void {
    saveAs(name, type, text());
  }

  protected async saveAll(): Promise<void> {
    const { writeArchive } = await import('@limber/core/format/archive');
    const archive = writeArchive(
      this.files().map(({ name, text }) => ({ name, text: text() })),
      Date.now(),
    );
    saveAs(`${fileName(this.title())}.zip`, 'application/zip', new Uint8Array(archive));
  }
}
