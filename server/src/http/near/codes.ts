import { randomInt } from 'node:crypto';
import { newToken, tokenHash } from '../token';

/** Letters and figures that nobody takes for one another, and how many make a code. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 6;
/** A code that nobody has used is good for so long, ms. */
export const CODE_MS = 600_000;
/** So many wrong ones while some are open, and all that nobody has used are withdrawn. */
const MOST_WRONG = 50;

/** Codes to be typed or scanned: each lets one telephone in, once, within ten minutes; its token is what it goes on with. */
export class Codes<T> {
  private readonly open = new Map<string, { readonly to: T; readonly at: number }>();
  /** By the hash of its token, what each that is in was let in to. */
  private readonly inside = new Map<string, T>();
  private wrong = 0;

  /** @param now ms. */
  constructor(private readonly now: () => number) {}

  /** @param to what it lets in to. */
  give(to: T): string {
    if (this.open.size === 0) this.wrong = 0;
    const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('');
    this.open.set(code, { to, at: this.now() });
    return code;
  }

  /** @returns what a code lets in to, and with what from then on, once; null where no such code is open. */
  use(code: string): { readonly to: T; readonly token: string } | null {
    const asked = code.toUpperCase().replace(/[^A-Z\d]/g, '');
    const found = this.open.get(asked);
    this.open.delete(asked);
    if (found && this.now() - found.at <= CODE_MS) {
      const token = newToken();
      this.inside.set(tokenHash(token), found.to);
      return { to: found.to, token };
    }
    this.wrong++;
    if (this.wrong >= MOST_WRONG) this.open.clear();
    return null;
  }

  /** What a token was let in to. */
  of(token: string): T | undefined {
    return this.inside.get(tokenHash(token));
  }

  /** Nobody comes in to it any more, and whoever is in is out. */
  withdraw(to: T): void {
    for (const [code, one] of this.open) if (one.to === to) this.open.delete(code);
    for (const [hashed, one] of this.inside) if (one === to) this.inside.delete(hashed);
  }
}
