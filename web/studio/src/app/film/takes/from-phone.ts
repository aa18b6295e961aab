import { ChangeDetectionStrategy, Component, DestroyRef, inject, input, signal } from '@angular/core';
import type { Phones } from '@limber/core/api/near';
import { ROUTES } from '@limber/core/api/routes';
import { size } from '@limber/core/format/size';
import { wordsOf } from '@shared/words-of';
import { Api } from '../../api/http';
import { ProgressLine } from '../../shell/progress-line';
import { ScanCode } from '../../shell/scan-code';

/** So often it is asked what a telephone has sent, as long as one is expected, ms. */
const ASK_MS = 1000;

/** Telephones that may bring films into this lesson, by a code, and what is on its way from them. */
@Component({
  selector: 'lc-from-phone',
  imports: [ProgressLine, ScanCode],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (trouble(); as words) {
      <p role="alert" class="warning">{{ words }}</p>
    }
    @for (phone of now().phones; track phone.id) {
      <section class="card" data-testid="phone">
        @if (phone.code; as code) {
          <lc-scan-code [addresses]="phone.addresses" [code]="code">
            <p class="soft" i18n>
              The code lets one telephone in, within ten minutes, to bring films into this lesson and nothing else.
            </p>
            <button type="button" class="text-button" (click)="close(phone.id)" i18n>Leave it</button>
          </lc-scan-code>
        } @else {
          <p i18n>
            <strong>A telephone may bring films in here.</strong>
            <button type="button" class="text-button" (click)="close(phone.id)">Take no more from it</button>
          </p>
        }
      </section>
    }
    @for (film of now().sending; track film.id) {
      <section class="card" data-testid="from-phone">
        <p i18n>
          <strong>{{ film.name }}</strong>
          <span class="soft times">{{ size(film.sent) }} of {{ size(film.bytes) }} from the telephone</span>
        </p>
        <lc-progress [value]="(100 * film.sent) / film.bytes" [of]="film.name" />
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .card {
      display: grid;
      gap: 8px;
      padding: 14px 20px;
    }
    p {
      margin: 0;
    }
    .soft {
      margin-left: 8px;
    }
    lc-scan-code .soft {
      margin: 0 0 8px;
      max-width: 52ch;
    }
    .text-button {
      margin-left: 8px;
    }
    lc-scan-code .text-button {
      margin-left: 0;
    }
  `,
})
export class FromPhone {
  private readonly api = inject(Api);
  readonly lessonId = input.required<string>();
  protected readonly now = signal<Phones>({ phones: [], sending: [] });
  protected readonly trouble = signal('');
  protected readonly size = size;
  private gone = false;
  private asking: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.gone = true;
      clearTimeout(this.asking);
    });
    // Those of before, also of another window.
    queueMicrotask(() => void this.ask());
  }

  /** Expects one more telephone, unless one is waited for already. */
  async expect(): Promise<void> {
    this.trouble.set('');
    try {
      if (!this.now().phones.some(({ code }) => code !== null))
        await this.api.ask(ROUTES.expectPhone, { body: { lessonId: this.lessonId() } });
      await this.ask();
    } catch (error) {
      this.trouble.set(wordsOf(error));
    }
  }

  protected async close(id: string): Promise<void> {
    try {
      await this.api.ask(ROUTES.closePhone, { params: { id } });
      await this.ask();
    } catch (error) {
      this.trouble.set(wordsOf(error));
    }
  }

  private async ask(): Promise<void> {
    clearTimeout(this.asking);
    try {
      this.now.set(await this.api.ask(ROUTES.phones, { query: { lessonId: this.lessonId() } }));
    } catch {
      // It is asked again.
    }
    if (!this.gone && this.now().phones.length > 0) this.asking = setTimeout(() => void this.ask(), ASK_MS);
  }
}
