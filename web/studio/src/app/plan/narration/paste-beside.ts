import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { Button } from 'primeng/button';
import type { OldFilmWords } from '@limber/core/render/old-film';
import { copyText } from '../../shell/copy-text';

/** What stands beside an old film where it is public: chapters, who should ask first, and what is taken back. */
@Component({
  selector: 'lc-paste-beside',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary i18n>Ready to paste beside the old film</summary>
      @for (one of texts(); track one.name) {
        <div class="one" data-testid="pasted">
          <h3>{{ one.name }}</h3>
          <p-button
            [label]="copied() === one.name ? done : copy"
            [ariaLabel]="copy + ': ' + one.name"
            [icon]="copied() === one.name ? 'pi pi-check' : 'pi pi-copy'"
            severity="secondary"
            size="small"
            [outlined]="true"
            (onClick)="take(one)"
          />
          <p tabindex="0">{{ one.text }}</p>
        </div>
      }
    </details>
  `,
  styles: `
    details {
      margin: 0 0 22px;
    }
    summary {
      font: 650 18px var(--head);
      cursor: pointer;
    }
    .one {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 4px 12px;
      align-items: center;
      padding-top: 10px;
    }
    h3 {
      margin: 0;
      font-size: 16px;
    }
    p {
      grid-column: 1 / -1;
      max-height: 220px;
      overflow: auto;
      padding: 10px 12px;
      margin: 0;
      font-size: 15px;
      white-space: pre-line;
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 10px;
    }
  `,
})
export class PasteBeside {
  readonly words = input.required<OldFilmWords>();
  protected readonly copy = $localize`Copy`;
  protected readonly done = $localize`Copied`;
  /** The name of what was copied last. */
  protected readonly copied = signal('');
  protected readonly texts = computed(() => {
    const { description, pinned } = this.words();
    return [
      { name: $localize`Description: chapters, and who should ask first`, text: description },
      ...(pinned ? [{ name: $localize`Pinned comment: what was said as certain`, text: pinned }] : []),
    ];
  });

  protected async take({ name, text }: { name: string; text: string }): Promise<void> {
    if (await copyText(text)) this.copied.set(name);
  }
}
