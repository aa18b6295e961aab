import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { Button } from 'primeng/button';
import type { Asked } from '@limber/core/api/route';
import type { ROUTES } from '@limber/core/api/routes';
import { htmlText } from '@limber/core/format/html-text';
import type { SharedLink } from '@limber/core/api/keeping';
import { copyText } from '../../shell/copy-text';
import { LinkCode } from './link-code';
import { versionName, type SharedVersion } from './shared-version';

export type LinkChange = Asked<typeof ROUTES.changeLink>['body'];

/** How long a link lasts, who may open it, where it leads, and how it gets about. */
@Component({
  selector: 'lc-link-limits',
  imports: [Button, LinkCode],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './link-limits.html',
  styleUrl: './link-limits.css',
})
export class LinkLimits {
  readonly link = input.required<SharedLink>();
  readonly url = input.required<string>();
  readonly title = input.required<string>();
  /** What it may lead to. */
  readonly versions = input.required<readonly SharedVersion[]>();
  readonly mayChange = input(false);
  readonly change = output<LinkChange>();
  protected readonly versionName = versionName;
  protected readonly words = {
    none: $localize`None: the link is enough`,
    another: $localize`It asks for one; another instead`,
  };
  protected readonly copied = signal(false);
  protected readonly typed = signal('');
  /** Its last day, as a field of a date has it. */
  protected readonly lastDay = computed(() => {
    const ends = this.link().expiresAt;
    return ends === null ? '' : dayOf(ends);
  });
  protected readonly today = dayOf(new Date());
  /** What stands in another page. */
  protected readonly embedding = computed(() => {
    return `<iframe src="${this.url()}" title="${htmlText(this.title())}" style="width:100%;aspect-ratio:4/5;border:0" allow="autoplay; fullscreen; screen-wake-lock" loading="lazy"></iframe>`;
  });

  protected until(day: string): void {
    // The whole of that day, where she is.
    const expiresAt = day === '' ? null : new Date(`${day}T23:59:59`);
    if (expiresAt === null || !Number.isNaN(expiresAt.getTime())) this.change.emit({ expiresAt });
  }

  protected ask(): void {
    this.change.emit({ phrase: this.typed() });
    this.typed.set('');
  }

  protected async copy(): Promise<void> {
    this.copied.set(await copyText(this.embedding()));
  }
}

function dayOf(date: Date): string {
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}
