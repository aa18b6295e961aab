import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import * as z from 'zod';
import { readFirst } from '@limber/core/caution/read-first';
import { cuePassages } from '@limber/core/cue/derive';
import { clock } from '@limber/core/time/clock';
import { Ribbon } from '@shared/ribbon';
import { Api, ApiError } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { BenchHead } from '../../shell/bench-head';

const shareSchema = z.object({
  versions: z.array(
    z.object({
      id: z.string(),
      number: z.number(),
      revision: z.number(),
      createdAt: z.coerce.date(),
      viewings: z.number(),
    }),
  ),
  links: z.array(
    z.object({
      token: z.string(),
      versionId: z.string(),
      createdAt: z.coerce.date(),
      revokedAt: z.coerce.date().nullable(),
    }),
  ),
});
const sharedSchema = z.object({ versionId: z.string(), number: z.number(), token: z.string() });

/** Share · Publish: freeze a version, hand out its link, take the link back. */
@Component({
  selector: 'lc-publish',
  imports: [RouterLink, Button, Ribbon, BenchHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './publish.html',
  styleUrl: './publish.css',
})
export class Publish {
  private readonly api = inject(Api);
  protected readonly store = inject(LessonStore);
  protected readonly state = signal<z.infer<typeof shareSchema> | null>(null);
  protected readonly problem = signal('');
  protected readonly busy = signal(false);
  protected readonly copied = signal('');
  protected readonly day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

  protected readonly cautions = computed(() => readFirst(this.store.lesson()));
  protected readonly passages = computed(() => cuePassages(this.store.lesson()));
  protected readonly ready = computed(() => this.passages().filmed);
  protected readonly subtitle = computed(() => {
    const count = this.state()?.versions.length ?? 0;
    return count === 0 ? 'Not shared yet' : `${count} ${count === 1 ? 'version' : 'versions'} shared`;
  });
  protected readonly length = computed(() => clock(this.passages().durationMs));
  protected readonly rows = computed(() => {
    const state = this.state();
    return (state?.versions ?? []).map((version) => ({
      ...version,
      links: state!.links
        .filter((link) => link.versionId === version.id)
        .map((link) => ({ ...link, url: `${location.origin}/v/${link.token}` })),
    }));
  });

  constructor() {
    void this.load();
  }

  protected share(): Promise<void> {
    return this.doing(async () => {
      const { token } = await this.api.post(`lessons/${this.store.lesson().id}/share`, {}, sharedSchema);
      await this.load();
      await this.copy(`${location.origin}/v/${token}`);
    });
  }

  protected newLink(versionId: string): Promise<void> {
    return this.doing(async () => {
      await this.api.post(`lessons/${this.store.lesson().id}/share/links`, { versionId }, z.unknown());
      await this.load();
    });
  }

  protected revoke(token: string, revoked: boolean): Promise<void> {
    return this.doing(async () => {
      await this.api.patch(`lessons/${this.store.lesson().id}/share/links/${token}`, { revoked }, z.unknown());
      await this.load();
    });
  }

  protected async copy(url: string): Promise<void> {
    try {
      await navigator.clipboard.writeText(url);
      this.copied.set(url);
    } catch {
      // Without the permission to write to the clipboard the link stands there to be selected.
    }
  }

  private load(): Promise<void> {
    return this.doing(async () =>
      this.state.set(await this.api.get(`lessons/${this.store.lesson().id}/share`, shareSchema)),
    );
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await work();
      this.problem.set('');
    } catch (error) {
      this.problem.set(error instanceof ApiError ? error.message : 'That did not work. Try again.');
    } finally {
      this.busy.set(false);
    }
  }
}
