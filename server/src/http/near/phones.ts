import { randomUUID } from 'node:crypto';
import { CODE_MS, Codes } from './codes';

/** One of which nothing was heard for so long is expected no more, ms: a night between filming and sending. */
const GONE_MS = 12 * 3_600_000;

/** A telephone that may bring films into one lesson. */
export interface Phone {
  readonly id: string;
  /** Who let it in: what it brings is hers. */
  readonly userId: string;
  readonly lessonId: string;
  /** Until it is in. */
  code: string | null;
  heardAt: number;
}

/** Telephones that may bring films: each by a one-time code, into one lesson, until somebody closes it. */
export class Phones {
  private readonly all = new Map<string, Phone>();
  private readonly codes: Codes<Phone>;

  /** @param now ms; given by tests. */
  constructor(private readonly now: () => number = Date.now) {
    this.codes = new Codes(now);
  }

  get open(): boolean {
    return this.all.size > 0;
  }

  expect(userId: string, lessonId: string): Phone {
    const phone: Phone = { id: randomUUID(), userId, lessonId, code: null, heardAt: this.now() };
    phone.code = this.codes.give(phone);
    this.all.set(phone.id, phone);
    return phone;
  }

  /** @returns the telephone that comes in by a code, and what lets it go on; null where no such code is open. */
  join(code: string): { readonly phone: Phone; readonly token: string } | null {
    const found = this.codes.use(code);
    if (!found) return null;
    const { to: phone, token } = found;
    Object.assign(phone, { code: null, heardAt: this.now() });
    return { phone, token };
  }

  /** Whose token this is. */
  of(token: string): Phone | null {
    const phone = this.codes.of(token) ?? null;
    if (phone) phone.heardAt = this.now();
    return phone;
  }

  expectedBy(userId: string, lessonId: string): Phone[] {
    return [...this.all.values()].filter((one) => one.userId === userId && one.lessonId === lessonId);
  }

  close(id: string, userId: string): void {
    const phone = this.all.get(id);
    if (phone?.userId !== userId) return;
    this.all.delete(id);
    this.codes.withdraw(phone);
  }

  /** Lets go of those that were silent for long, and of those that never came. */
  sweep(): void {
    for (const one of this.all.values())
      if (this.now() - one.heardAt > (one.code === null ? GONE_MS : CODE_MS)) this.close(one.id, one.userId);
  }
}
