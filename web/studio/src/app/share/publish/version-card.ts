import { ChangeDetectionStrategy, Component, computed, inject, input, model, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import type { SharedLink } from '@limber/core/api/keeping';
import { size } from '@limber/core/format/size';
import { Session } from '../../api/session';
import { copyText } from '../../shell/copy-text';
import { LinkLimits, type LinkChange } from './link-limits';
import { versionName, type SharedVersion } from './shared-version';

/** A link with the address that viewers open. */
export type AddressedLink = SharedLink & { readonly url: string };

/** A version: what it is called, who may reach it by which link, and what viewers did. */
@Component({
  selector: 'lc-version-card',
  imports: [RouterLink, Button, LinkLimits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './version-card.html',
  styleUrl: './version-card.css',
})
export class VersionCard {
  readonly version = input.required<SharedVersion>();
  readonly links = input.required<readonly AddressedLink[]>();
  readonly versions = input.required<readonly SharedVersion[]>();
  /** What the lesson is called. */
  readonly title = input.required<string>();
  readonly linkChanged = output<{ readonly token: string; readonly change: LinkChange }>();
  readonly linkWanted = output();
  readonly named = output<{ readonly name: string; readonly note: string }>();
  readonly compared = output();
  readonly deleted = output();
  /** The address that was copied last. */
  readonly copied = model('');
  protected readonly session = inject(Session);
  protected readonly versionName = versionName;
  protected readonly naming = signal(false);
  /** The link whose limits are in sight. */
  protected readonly opened = signal('');
  protected readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
  protected readonly weighs = computed(() => size(this.version().bytes));

  protected async copy(url: string): Promise<void> {
    if (await copyText(url)) this.copied.set(url);
  }

  /** What a link is kept to, in words; empty where it opens for everybody, for good. */
  protected limitsOf({ expiresAt, asksPhrase, embeds }: SharedLink): string {
    return [
      ...(expiresAt === null
        ? []
        : [
            expiresAt < new Date()
              ? $localize`over since ${this.day.format(expiresAt)}`
              : $localize`until ${this.day.format(expiresAt)}`,
          ]),
      ...(asksPhrase ? [$localize`asks for a pass phrase`] : []),
      ...(embeds ? [$localize`other sites may show it`] : []),
    ].join(' · ');
  }

  protected toggle(token: string): void {
    this.opened.update((open) => (open === token ? '' : token));
  }

  protected name(name: string, note: string): void {
    this.naming.set(false);
    this.named.emit({ name, note });
  }
}
