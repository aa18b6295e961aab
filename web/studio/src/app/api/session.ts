import { inject, Injectable, signal } from '@angular/core';
import * as z from 'zod';
import { Api } from './http';

const userSchema = z.object({ id: z.string(), name: z.string(), email: z.string(), role: z.enum(['owner', 'editor']) });
export type User = z.infer<typeof userSchema>;
const answerSchema = z.object({ user: userSchema.nullable() });

/** Who is signed in. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(Api);
  private asked: Promise<User | null> | null = null;
  readonly current = signal<User | null>(null);

  user(): Promise<User | null> {
    this.asked ??= this.api.get('session', answerSchema).then(({ user }) => this.keep(user));
    return this.asked;
  }

  async signIn(email: string, password: string): Promise<void> {
    this.keep((await this.api.post('session', { email, password }, answerSchema)).user);
  }

  async setUp(asked: { token: string; name: string; email: string; password: string }): Promise<void> {
    this.keep((await this.api.post('session/set-up', asked, answerSchema)).user);
  }

  async signOut(): Promise<void> {
    await this.api.delete('session');
    this.keep(null);
  }

  private keep(user: User | null): User | null {
    this.asked = Promise.resolve(user);
    this.current.set(user);
    return user;
  }
}
