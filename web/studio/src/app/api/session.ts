import { computed, inject, Injectable, signal } from '@angular/core';
import type { Door, SessionAnswer, User } from '@limber/core/api/people';
import { ROUTES } from '@limber/core/api/routes';
import { Api } from './http';

/** Who is signed in, and what an editor may not do. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(Api);
  private asked: Promise<User | null> | null = null;
  readonly current = signal<User | null>(null);
  private readonly owners = signal<readonly string[]>([]);
  /** Shares, deletes, empties the trash, invites. */
  readonly isOwner = computed(() => this.current()?.role === 'owner');
  /** Who can do what an editor cannot: names. */
  readonly whoCan = computed(() => this.owners().join(' or ') || 'the owner');

  user(): Promise<User | null> {
    this.asked ??= this.askAgain();
    return this.asked;
  }

  /** Asks whether the session still stands: it may have been ended somewhere else. */
  async askAgain(): Promise<User | null> {
    return this.keep(await this.api.ask(ROUTES.session, {}));
  }

  async signIn(email: string, password: string): Promise<void> {
    this.keep(await this.api.ask(ROUTES.signIn, { body: { email, password } }));
  }

  /** What a one-time link is for. */
  door(token: string): Promise<Door> {
    return this.api.ask(ROUTES.door, { body: { token } });
  }

  async setUp(asked: { token: string; name?: string; email?: string; password: string }): Promise<void> {
    this.keep(await this.api.ask(ROUTES.comeIn, { body: asked }));
  }

  async changePassword(current: string, password: string): Promise<void> {
    this.keep(await this.api.ask(ROUTES.setPassword, { body: { current, password } }));
  }

  async signOut(): Promise<void> {
    await this.api.ask(ROUTES.signOut, {});
    this.forget();
  }

  async signOutEverywhere(): Promise<void> {
    await this.api.ask(ROUTES.signOutEverywhere, {});
    this.forget();
  }

  forget(): void {
    this.keep({ user: null, owners: [] });
  }

  private keep({ user, owners }: SessionAnswer): User | null {
    this.asked = Promise.resolve(user);
    this.current.set(user);
    this.owners.set(owners);
    return user;
  }
}
