import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import type { Press } from '@limber/core/prompt/session';
import type { PromptView } from '@limber/core/prompt/view';
import { PromptWords } from '@shared/prompt-words';
import { wordsOf } from '@shared/words-of';
import { CodeEntry, codeInAddress } from './code-entry';
import { join, NearProblem } from './near.api';
import { press, watch } from './second-screen.api';

/** Kept for a page that is loaded again; gone with its tab. */
const KEPT = 'limber.second-screen';
/** So long it waits before a line that broke is tried again, and a press that was not heard, ms. */
const AGAIN_MS = 1000;
const PRESS_AGAIN_MS = 400;
const PRESS_TRIES = 4;

const wait = (ms: number): Promise<void> => new Promise((later) => setTimeout(later, ms));

/** The prompter on a telephone beside the camera: it shows what the studio says, and tells what is tapped. No account. */
@Component({
  selector: 'lc-root',
  imports: [CodeEntry, PromptWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './second-screen.html',
  styleUrls: ['./near.css', './second-screen.css'],
  host: { class: 'dim', '(click)': 'onTap($event)', '(document:keydown)': 'onKey($event)' },
})
export class SecondScreen {
  protected readonly view = signal<PromptView | null>(null);
  protected readonly trouble = signal('');
  protected readonly token = signal(sessionStorage.getItem(KEPT));
  protected readonly joining = signal(false);
  protected readonly buttons = computed((): readonly { press: Press; words: string }[] =>
    this.view()?.state === 'paused'
      ? [
          { press: 'on', words: $localize`Go on` },
          { press: 'end', words: $localize`End here` },
        ]
      : [
          { press: 'back', words: $localize`back` },
          { press: 'pause', words: $localize`pause` },
          { press: 'again', words: $localize`fluffed, again from here` },
        ],
  );
  private n = Number(sessionStorage.getItem(`${KEPT}.n`) ?? 0);
  /** One press after another, as they were tapped. */
  private presses = Promise.resolve();

  constructor() {
    const code = codeInAddress();
    if (this.token()) void this.follow();
    else if (code) void this.join(code);
  }

  protected async join(code: string): Promise<void> {
    this.joining.set(true);
    this.trouble.set('');
    try {
      const { token } = await join('second-screen', code);
      this.n = 0;
      sessionStorage.setItem(KEPT, token!);
      this.token.set(token!);
      void this.follow();
    } catch (error) {
      this.trouble.set(wordsOf(error));
    } finally {
      this.joining.set(false);
    }
  }

  protected press(one: Press): void {
    const token = this.token();
    if (!token) return;
    const n = ++this.n;
    sessionStorage.setItem(`${KEPT}.n`, String(n));
    this.presses = this.presses.then(() => this.sent(token, n, one));
  }

  /** A tap anywhere but on a button goes on. */
  protected onTap(event: MouseEvent): void {
    if (this.token() && !(event.target as HTMLElement).closest('button') && this.view()?.state !== 'paused')
      this.press('on');
  }

  /** A pedal that is paired with the telephone is a keyboard to it. */
  protected onKey(event: KeyboardEvent): void {
    const own = ['Shift', 'Control', 'Alt', 'Meta', 'Tab'].includes(event.key) || event.ctrlKey || event.metaKey;
    if (!this.token() || event.repeat || own || (event.target as HTMLElement).closest('button')) return;
    event.preventDefault();
    if (event.key === 'ArrowLeft' || event.key === 'PageUp') this.press('back');
    else if (event.key === 'Backspace') this.press('again');
    else this.press('on');
  }

  private async sent(token: string, n: number, one: Press): Promise<void> {
    for (let at = 1; ; at++)
      try {
        await press(token, n, one);
        return this.trouble.set('');
      } catch (error) {
        this.trouble.set(wordsOf(error));
        if (at === PRESS_TRIES || (error instanceof NearProblem && error.closed)) return;
        await wait(PRESS_AGAIN_MS);
      }
  }

  private async follow(): Promise<void> {
    for (;;) {
      try {
        await watch(this.token()!, (view) => {
          this.view.set(view);
          this.trouble.set('');
        });
      } catch (error) {
        this.trouble.set(wordsOf(error));
        if (error instanceof NearProblem && error.closed) {
          sessionStorage.removeItem(KEPT);
          this.token.set(null);
          return this.view.set(null);
        }
      }
      await wait(AGAIN_MS);
    }
  }
}
