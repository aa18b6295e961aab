import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { ROUTES } from '@limber/core/api/routes';
import { addressOf } from '@limber/core/api/route';
import { screenHeardSchema, secondScreenSchema, type SecondScreenOpened } from '@limber/core/api/second-screen';
import { parseJson } from '@limber/core/format/parse-json';
import type { Press } from '@limber/core/prompt/session';
import type { PromptView } from '@limber/core/prompt/view';
import { wordsOf } from '@shared/words-of';
import { Api, ApiError } from '../../api/http';

const KEPT = 'limber.second-screen';
/** After so long a line that was refused is tried again, ms. */
const AGAIN_MS = 1000;

/**
 * A telephone or tablet beside the camera, as the studio has it: it is told what to show, and tells what is pressed on it.
 * Times are taken here, when a press arrives: what the telephone's clock says is nowhere asked for.
 */
@Injectable()
export class SecondScreen {
  private readonly api = inject(Api);
  readonly opened = signal<SecondScreenOpened | null>(null);
  readonly joined = signal(false);
  readonly trouble = signal('');
  private presses: (press: Press) => void = () => undefined;
  private source: EventSource | null = null;
  private last: { view: PromptView | null } = { view: null };
  private next: { view: PromptView | null } | null = null;
  private telling = false;

  constructor() {
    inject(DestroyRef).onDestroy(() => void this.close());
  }

  /** @param presses what is called with each press on it. */
  hears(presses: (press: Press) => void): void {
    this.presses = presses;
    // A page that is loaded again goes on with the telephone that it had.
    const before = secondScreenSchema.safeParse(parseJson(sessionStorage.getItem(KEPT) ?? '')).data;
    if (!before) return;
    this.opened.set(before);
    this.listen(before.id);
  }

  async open(): Promise<void> {
    await this.close();
    this.trouble.set('');
    try {
      const opened = await this.api.ask(ROUTES.openSecondScreen, { body: {} });
      sessionStorage.setItem(KEPT, JSON.stringify(opened));
      this.opened.set(opened);
      this.listen(opened.id);
    } catch (error) {
      this.trouble.set(wordsOf(error));
    }
  }

  /** Shows the last one of what it is given; what it had no time for is over already. */
  show(view: PromptView | null): void {
    this.next = this.last = { view };
    if (!this.telling) void this.tell();
  }

  async close(): Promise<void> {
    const opened = this.opened();
    this.gone();
    // One that cannot be reached is closed by itself a minute later.
    if (opened) await this.api.ask(ROUTES.closeSecondScreen, { params: { id: opened.id } }).catch(() => undefined);
  }

  private listen(id: string): void {
    this.source = new EventSource(`/api${addressOf(ROUTES.secondScreenPresses, { params: { id } })}`);
    this.source.addEventListener('message', ({ data }: MessageEvent<string>) => {
      const told = screenHeardSchema.safeParse(parseJson(data)).data;
      if (told?.on === 'joined') this.joined.set(true);
      else if (told?.on === 'press') this.presses(told.press);
      else if (told?.on === 'closed') this.lost();
    });
    // A line that broke is taken up again by the browser itself; one that was refused it gives up, as it does with a page
    // that is left.
    this.source.addEventListener('error', () => {
      if (this.source?.readyState === EventSource.CLOSED) setTimeout(() => void this.listenAgain(id), AGAIN_MS);
    });
  }

  /** Unless the server knows of it no more. */
  private async listenAgain(id: string): Promise<void> {
    if (this.opened()?.id !== id) return;
    try {
      await this.api.ask(ROUTES.tellSecondScreen, { params: { id }, body: this.last });
      this.listen(id);
    } catch (error) {
      if (error instanceof ApiError && error.status === 404) this.lost();
      else setTimeout(() => void this.listenAgain(id), AGAIN_MS);
    }
  }

  private lost(): void {
    this.gone();
    this.trouble.set($localize`The second screen is closed: the studio was started anew. Open it again.`);
  }

  private gone(): void {
    this.source?.close();
    this.source = null;
    sessionStorage.removeItem(KEPT);
    this.opened.set(null);
    this.joined.set(false);
  }

  private async tell(): Promise<void> {
    this.telling = true;
    while (this.next) {
      const [opened, body] = [this.opened(), this.next];
      this.next = null;
      if (!opened) break;
      // What did not arrive is overtaken by what is shown next.
      await this.api.ask(ROUTES.tellSecondScreen, { params: { id: opened.id }, body }).catch(() => undefined);
    }
    this.telling = false;
  }
}
