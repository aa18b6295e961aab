import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { passwordTrouble, type People as Everybody } from '@limber/core/api/people';
import { ROUTES } from '@limber/core/api/routes';
import { Api, wordsOf } from '../api/http';
import { Session } from '../api/session';
import { copyText } from '../shell/copy-text';

type Person = Everybody['people'][number];

/** Who works here, how one signs in, and whom the owner lets in. */
@Component({
  selector: 'lc-people',
  imports: [FormsModule, Button, Dialog, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './people.html',
  styleUrl: './people.css',
})
export class People {
  protected readonly words = {
    copy: $localize`Copy`,
    copied: $localize`Copied`,
    leave: $localize`Leave`,
    remove: $localize`Remove`,
  };
  protected readonly removingWords = computed(() => {
    const one = this.removing();
    return one?.id === this.session.current()?.id
      ? $localize`Leave this studio?`
      : $localize`Remove ${one?.name ?? ''}?`;
  });
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly session = inject(Session);
  protected readonly all = signal<Everybody | null>(null);
  protected readonly problem = signal('');
  protected readonly busy = signal(false);
  protected readonly removing = signal<Person | null>(null);
  protected readonly invited = signal<{ link: string; email: string; until: string } | null>(null);
  protected readonly copied = signal(false);
  protected readonly passwordSays = signal('');
  protected readonly passwordProblem = signal('');
  protected readonly inviteProblem = signal('');
  protected email = '';
  protected current = '';
  protected password = '';
  private readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

  protected readonly people = computed(() => {
    const all = this.all()?.people ?? [];
    const owners = all.filter((one) => one.role === 'owner').length;
    const me = this.session.current();
    return all.map((one) => ({
      ...one,
      me: one.id === me?.id,
      sinceWords: this.day.format(one.since),
      // Nobody removes the last owner; others are removed by an owner, or leave by themselves.
      removable: !(one.role === 'owner' && owners === 1) && (this.session.isOwner() || one.id === me?.id),
    }));
  });
  protected readonly invitations = computed(() =>
    (this.all()?.invitations ?? []).map((one) => ({ ...one, until: this.day.format(one.expiresAt) })),
  );
  /** Only this machine opens a link to itself. */
  protected readonly onlyHere = computed(() => /\/\/(?:127\.|localhost|\[::1\])/.test(this.invited()?.link ?? ''));

  constructor() {
    void this.load();
  }

  protected async changePassword(): Promise<void> {
    this.passwordSays.set('');
    const trouble = passwordTrouble(this.password, this.session.current()?.email ?? '');
    this.passwordProblem.set(trouble ?? '');
    if (trouble) return;
    await this.doing(this.passwordProblem, async () => {
      await this.session.changePassword(this.current, this.password);
      this.current = this.password = '';
      this.passwordSays.set($localize`The new password holds. Everywhere else you are signed out.`);
    });
  }

  protected async signOutEverywhere(): Promise<void> {
    await this.doing(this.problem, async () => {
      await this.session.signOutEverywhere();
      await this.router.navigateByUrl('/sign-in');
    });
  }

  protected async invite(): Promise<void> {
    await this.doing(this.inviteProblem, async () => {
      const { link, expiresAt } = await this.api.ask(ROUTES.invite, { body: { email: this.email } });
      this.invited.set({ link, email: this.email.trim(), until: this.day.format(expiresAt) });
      this.email = '';
      this.copied.set(false);
      await this.load();
    });
  }

  protected async copy(link: string): Promise<void> {
    if (await copyText(link)) this.copied.set(true);
  }

  protected async withdraw(id: string): Promise<void> {
    await this.doing(this.inviteProblem, async () => {
      await this.api.ask(ROUTES.withdraw, { params: { id } });
      this.invited.set(null);
      await this.load();
    });
  }

  /** The studio's clinician, or whoever else knows what has to be asked first. */
  protected async keeper(person: Person, keepsRules: boolean): Promise<void> {
    await this.doing(this.problem, async () => {
      await this.api.ask(ROUTES.nameKeeper, { params: { id: person.id }, body: { keepsRules } });
      await this.load();
    });
  }

  protected async remove(person: Person): Promise<void> {
    await this.doing(this.problem, async () => {
      await this.api.ask(ROUTES.removePerson, { params: { id: person.id } });
      this.removing.set(null);
      if (person.id !== this.session.current()?.id) return this.load();
      this.session.forget();
      await this.router.navigateByUrl('/sign-in');
    });
  }

  private async load(): Promise<void> {
    await this.doing(this.problem, async () => this.all.set(await this.api.ask(ROUTES.people, {})));
  }

  private async doing(problem: { set(words: string): void }, work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await work();
      problem.set('');
    } catch (error) {
      problem.set(wordsOf(error));
    } finally {
      this.busy.set(false);
    }
  }
}
