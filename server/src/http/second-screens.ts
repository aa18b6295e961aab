import { randomInt, randomUUID } from 'node:crypto';
import type { ScreenHeard, ScreenPress } from '@limber/core/api/second-screen';
import type { PromptView } from '@limber/core/prompt/view';
import { newToken, tokenHash } from './token';

/** Letters and figures that nobody takes for one another, and how many make a code. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 6;
/** A code that nobody has used is good for so long, ms. */
const CODE_MS = 600_000;
/** A screen whose studio is gone is closed after so long, ms: a page that is reloaded comes back sooner. */
const GONE_MS = 60_000;
/** So many wrong codes while screens are open, and all codes that nobody has used are withdrawn. */
const MOST_WRONG = 50;

/** Whoever is told something as it happens. */
type Told<T> = (one: T) => void;

interface Screen {
  readonly id: string;
  readonly userId: string;
  /** What lets one telephone in, once; null when it has. */
  code: string | null;
  readonly openedAt: number;
  tokenHash: string | null;
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
  private wrong = 0;

  /** @param now ms; given by tests. */
  constructor(private readonly now: () => number = Date.now) {}

  get open(): boolean {
    return this.all.size > 0;
  }

  begin(userId: string): { id: string; code: string } {
    const id = randomUUID();
    const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('');
    const at = this.now();
    this.all.set(id, {
      ...{ id, userId, code, openedAt: at, leftAt: at, tokenHash: null, view: null, n: 0 },
      ...{ studio: new Set(), screen: new Set() },
    });
    return { id, code };
  }

  /** @returns what lets this telephone go on, once for each code; null where no such code is open. */
  join(code: string): string | null {
    const asked = code.toUpperCase().replace(/[^A-Z\d]/g, '');
    const screen = [...this.all.values()].find((one) => one.code !== null && one.code === asked);
    if (!screen || this.now() - screen.openedAt > CODE_MS) {
      this.wrong++;
      if (this.wrong >= MOST_WRONG) for (const one of this.all.values()) one.code = null;
      return null;
    }
    const token = newToken();
    screen.code = null;
    screen.tokenHash = tokenHash(token);
    for (const tell of screen.studio) tell({ on: 'joined' });
    return token;
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
    if (screen.tokenHash !== null) tell({ on: 'joined' });
    return () => {
      screen.studio.delete(tell);
      screen.leftAt = this.now();
    };
  }

  /** Whether a token's screen is open. */
  lets(token: string): boolean {
    return this.byToken(token) !== undefined;
  }

  /** What a telephone sees, from now on. @returns what ends watching. */
  watch(token: string, tell: Told<PromptView | null | 'closed'>): () => void {
    const screen = this.byToken(token);
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
    const screen = this.byToken(token);
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
    if (!this.open) this.wrong = 0;
    for (const tell of screen.screen) tell('closed');
    for (const tell of screen.studio) tell({ on: 'closed' });
  }

  /** Closes those whose studio has been gone for long. */
  sweep(): void {
    for (const one of [...this.all.values()])
      if (one.studio.size === 0 && this.now() - one.leftAt > GONE_MS) this.close(one.id);
  }

  private byToken(token: string): Screen | undefined {
    const hashed = tokenHash(token);
    return [...this.all.values()].find((one) => one.tokenHash === hashed);
  }
}
