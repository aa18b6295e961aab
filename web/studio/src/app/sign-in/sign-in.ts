import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ActivatedRoute, Router } from '@angular/router';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { wordsOf } from '../api/http';
import { Session } from '../api/session';
import { Mark } from '../shell/mark';

@Component({
  selector: 'lc-sign-in',
  imports: [FormsModule, Button, InputText, Mark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sign-in.html',
  styleUrl: './door.css',
})
export class SignIn {
  private readonly session = inject(Session);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  protected email = '';
  protected password = '';
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly here = ['localhost', '127.0.0.1'].includes(location.hostname);

  protected async submit(): Promise<void> {
    this.busy.set(true);
    this.problem.set('');
    try {
      await this.session.signIn(this.email, this.password);
      await this.router.navigateByUrl(this.route.snapshot.queryParamMap.get('then') ?? '/desk');
    } catch (error) {
      this.problem.set(wordsOf(error));
    } finally {
      this.busy.set(false);
    }
  }
}
