import { ChangeDetectionStrategy, Component, computed, input, model, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Textarea } from 'primeng/textarea';
import { HOST_LIMITS, isTooLong } from '@limber/core/render/host-words';
import type { OldFilmWords } from '@limber/core/render/old-film';
import { copyText } from '../../shell/copy-text';

/** What stands beside an old film where it is public: chapters, who should ask first, and what is taken back. */
@Component({
  selector: 'lc-paste-beside',
  imports: [Button, FormsModule, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary i18n>Ready to paste beside the old film</summary>
      <label for="old-description" i18n>The description as it stands under the film today</label>
      <p class="soft hint" i18n>
        Its chapters are made anew, and what it promises as certain is put in careful words. The rest stays as you wrote
        it.
      </p>
      <textarea
        pTextarea
        id="old-description"
        rows="3"
        autoResize
        [ngModel]="old()"
        (ngModelChange)="old.set($event)"
      ></textarea>
      @if (words().mended.length > 0) {
        <ul class="mended" data-testid="mended">
          @for (one of words().mended; track $index) {
            <li>
              <s>{{ one.was }}</s>&ngsp;<b>{{ one.is }}</b
              >&ngsp;<span class="soft">{{ one.why }}</span>
            </li>
          }
        </ul>
      }
      @if (tooLong()) {
        <p class="too-long" role="status" i18n>
          {{ words().description.length }} letters: video hosts take {{ most }}. Shorten your own words.
        </p>
      }
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
          <p class="text" tabindex="0">{{ one.text }}</p>
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
    label {
      display: block;
      padding-top: 12px;
      font-weight: 650;
    }
    .hint {
      margin: 2px 0 6px;
      font-size: 15px;
    }
    textarea {
      width: 100%;
    }
    .mended {
      display: grid;
      gap: 6px;
      padding: 0;
      margin: 8px 0 0;
      font-size: 15px;
      list-style: none;
    }
    .mended b {
      font-weight: 650;
    }
    .too-long {
      margin: 8px 0 0;
      font-weight: 650;
    }
    .text {
      grid-column: 1 / -1;
      max-height: 360px;
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
  /** What stands under the film today. */
  readonly old = model.required<string>();
  protected readonly most = HOST_LIMITS.description;
  protected readonly tooLong = computed(() => isTooLong('description', this.words().description));
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
