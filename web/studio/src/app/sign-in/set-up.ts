import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import type { Door } from '@limber/core/api/people';
import { wordsOf } from '../api/http';
import { Session } from '../api/session';
import { Mark } from '../shell/mark';

@Component({
  selector: 'lc-set-up',
  imports: [FormsModule, Button, InputText, Mark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './set-up.html',
  styleUrl: './door.css',
})
export class SetUp {
  private readonly session = inject(Session);
  private readonly router = inject(Router);
  private readonly token = location.hash.slice(1);
  protected readonly door = signal<Door | null>(null);
  protected name = '';
  protected email = '';
  protected password = '';
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly heading = computed(() => {
    const door = this.door();
    if (door?.purpose === 'reset') return $localize`Welcome back, ${door.name?.split(' ')[0] ?? ''}.`;
    return door?.purpose === 'invitation'
      ? $localize`${door.by ?? 'Somebody'} invites you.`
      : $localize`Make this studio yours.`;
  });
  protected readonly explanation = computed(() => {
    switch (this.door()?.purpose) {
      case 'reset':
        return $localize`This link works once. Choose a new password; you are signed out everywhere else.`;
      case 'invitation':
        return $localize`This link works once. You will plan, film and mark lessons here; sharing and deleting stay with the owner.`;
      default:
        return $localize`This link works once. Choose how you sign in from now on.`;
    }
  });

  constructor() {
    void this.doing(async () => this.door.set(await this.session.door(this.token)));
  }

  protected submit(): Promise<void> {
    return this.doing(async () => {
      const door = this.door();
      await this.session.setUp({
        token: this.token,
        password: this.password,
        ...(door?.purpose === 'reset' ? {} : { name: this.name }),
        ...(door?.email ? {} : { email: this.email }),
      });
      await this.router.navigateByUrl('/desk');
    });
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      await work();
    } catch (error) {
      this.problem.set(wordsOf(error));
    } finally {
      this.busy.set(false);
    }
  }
}
