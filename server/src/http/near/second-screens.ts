import { randomUUID } from 'node:crypto';
import type { ScreenHeard, ScreenPress } from '@limber/core/api/second-screen';
import type { PromptView } from '@limber/core/prompt/view';
import { Codes } from './codes';

/** A screen whose studio is gone is closed after so long, ms: a page that is reloaded comes back sooner. */
const GONE_MS = 60_000;

/** Whoever is told something as it happens. */
type Told<T> = (one: T) => void;

interface Screen {
  readonly id: string;
  readonly userId: string;
  /** Whether a telephone is in. */
  joined: boolean;
  view: PromptView | null;
  /** The last press that was heard. */
  n: number;
  readonly studio: Set<Told<ScreenHeard>>;
  readonly screen: Set<Told<PromptView | null | 'closed'>>;
  leftAt: number;
}

/**
 * Second screens of the prompter, for as long as somebody films: what they show, and what is pressed on them. Nothing of it
 * is kept: log and clock are the studio's.
 */
export class SecondScreens {
  private readonly all = new Map<string, Screen>();
  private readonly codes: Codes<Screen>;

  /** @param now ms; given by tests. */
  constructor(private readonly now: () => number = Date.now) {
    this.codes = new Codes(now);
  }

  get open(): boolean {
    return this.all.size > 0;
  }

  begin(userId: string): { id: string; code: string } {
    const id = randomUUID();
    const screen: Screen = {
      ...{ id, userId, leftAt: this.now(), joined: false, view: null, n: 0 },
      ...{ studio: new Set(), screen: new Set() },
    };
    this.all.set(id, screen);
    return { id, code: this.codes.give(screen) };
  }

  /** @returns what lets this telephone go on, once for each code; null where no such code is open. */
  join(code: string): string | null {
    const found = this.codes.use(code);
    if (!found) return null;
    found.to.joined = true;
    for (const tell of found.to.studio) tell({ on: 'joined' });
    return found.token;
  }

  /** The studio's side of a screen: only of whom opened it. */
  own(id: string, userId: string): boolean {
    return this.all.get(id)?.userId === userId;
  }

  show(id: string, view: PromptView | null): void {
    const screen = this.all.get(id);
    if (!screen) return;
    screen.view = view;
    for (const tell of screen.screen) tell(view);
  }

  /** @returns what ends listening. */
  listen(id: string, tell: Told<ScreenHeard>): () => void {
    const screen = this.all.get(id);
    if (!screen) {
      tell({ on: 'closed' });
      return () => undefined;
    }
    screen.studio.add(tell);
    if (screen.joined) tell({ on: 'joined' });
    return () => {
      screen.studio.delete(tell);
      screen.leftAt = this.now();
    };
  }

  /** Whether a token's screen is open. */
  lets(token: string): boolean {
    return this.codes.of(token) !== undefined;
  }

  /** What a telephone sees, from now on. @returns what ends watching. */
  watch(token: string, tell: Told<PromptView | null | 'closed'>): () => void {
    const screen = this.codes.of(token);
    screen?.screen.add(tell);
    tell(screen ? screen.view : 'closed');
    return () => void screen?.screen.delete(tell);
  }

  /**
   * A press on a telephone. One that was heard already is not told again.
   *
   * @returns whether a page of the studio has heard it, or had.
   */
  press(token: string, { n, press }: ScreenPress): boolean {
    const screen = this.codes.of(token);
    if (screen && n <= screen.n) return true;
    if (!screen || screen.studio.size === 0) return false;
    screen.n = n;
    for (const tell of screen.studio) tell({ on: 'press', press });
    return true;
  }

  close(id: string): void {
    const screen = this.all.get(id);
    if (!screen) return;
    this.all.delete(id);
    this.codes.withdraw(screen);
    for (const tell of screen.screen) tell('closed');
    for (const tell of screen.studio) tell({ on: 'closed' });
  }

  /** Closes those whose studio has been gone for long. */
  sweep(): void {
    for (const one of [...this.all.values()])
      if (one.studio.size === 0 && this.now() - one.leftAt > GONE_MS) this.close(one.id);
  }
}
