import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { ApiError } from '../api/http';
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
  protected readonly token = location.hash.slice(1);
  protected name = '';
  protected email = '';
  protected password = '';
  protected readonly busy = signal(false);
  protected readonly problem = signal('');

  protected async submit(): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      await this.session.setUp({ token: this.token, name: this.name, email: this.email, password: this.password });
      await this.router.navigateByUrl('/desk');
    } catch (error) {
      this.problem.set(error instanceof ApiError ? error.message : 'That did not work. Try again.');
    } finally {
      this.busy.set(false);
    }
  }
}
