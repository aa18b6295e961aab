import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TakeCaptions } from './take-captions';

/** Where the words of a take come from, and captions that are brought for it. */
@Component({
  selector: 'lc-words-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      <span data-testid="words-from">{{ from() }}</span>
      <input
        #file
        type="file"
        hidden
        accept=".vtt,.srt,.txt,text/vtt,text/plain"
        aria-label="Captions file"
        i18n-aria-label
        (change)="bring(file)"
      />
      <button type="button" class="text-button" (click)="file.click()" i18n>
        {captions().text() === null, select, true {Bring captions} other {Bring others}}
      </button>
      @if (captions().text() !== null) {
        <button type="button" class="text-button quiet" (click)="captions().letGo()" i18n>Let go of them</button>
      }
    </p>
    @if (captions().asking(); as name) {
      <p role="alert">
        <span i18n>This take has captions already. Shall {{ name }} take their place?</span>
        <button type="button" class="text-button" (click)="captions().replace(true)" i18n>Take their place</button>
        <button type="button" class="text-button quiet" (click)="captions().replace(false)" i18n>
          Keep those that are there
        </button>
      </p>
    }
    @if (captions().problem()) {
      <p role="alert">{{ captions().problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      font-size: 14px;
      color: var(--soft);
    }
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 0 14px;
      align-items: baseline;
      margin: 0;
    }
    .text-button {
      font-size: 14px;
    }
    .quiet {
      color: var(--soft);
    }
    [role='alert'] {
      color: var(--clay);
    }
  `,
})
export class WordsLine {
  readonly captions = input.required<TakeCaptions>();
  /** Whether the words are this lesson's; null where there are none. */
  readonly fits = input.required<boolean | null>();

  protected readonly from = computed(() => {
    if (this.captions().text() !== null)
      return this.fits() === false
        ? $localize`These captions are not what this lesson has: they are not gone by.`
        : $localize`Words: your captions.`;
    if (this.fits() === null) return $localize`Words: none are known of this take.`;
    return this.fits()
      ? $localize`Said is what is written; what this machine heard tells only where.`
      : $localize`What is said in this take is not what this lesson has: only what is seen was gone by.`;
  });

  protected bring(field: HTMLInputElement): void {
    const file = field.files?.[0];
    field.value = '';
    if (file) void this.captions().bring(file);
  }
}
