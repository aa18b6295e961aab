import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** What stands in the address behind a `#`. It is good once: it is taken out of there, and not tried again. */
export function codeInAddress(): string {
  const code = decodeURIComponent(location.hash.slice(1));
  history.replaceState(null, '', location.pathname);
  return code;
}

/** Where the letters are typed that the studio shows. */
@Component({
  selector: 'lc-code-entry',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main class="join">
      <h1>{{ heading() }}</h1>
      <p>{{ asks() }}</p>
      <form (submit)="$event.preventDefault(); type(code.value)">
        <input #code autocomplete="off" spellcheck="false" maxlength="12" aria-label="Code" i18n-aria-label />
        <button type="submit" class="main" [disabled]="busy()">{{ does() }}</button>
      </form>
      @if (trouble(); as words) {
        <p role="alert" class="trouble">{{ words }}</p>
      }
    </main>
  `,
  styleUrl: './near.css',
})
export class CodeEntry {
  readonly heading = input.required<string>();
  readonly asks = input.required<string>();
  /** What stands on the button. */
  readonly does = input.required<string>();
  readonly trouble = input('');
  readonly busy = input(false);
  readonly typed = output<string>();

  protected type(code: string): void {
    if (code.trim() !== '' && !this.busy()) this.typed.emit(code);
  }
}
