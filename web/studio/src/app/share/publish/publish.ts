import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import type { Share } from '@limber/core/api/keeping';
import { ROUTES } from '@limber/core/api/routes';
import { readFirst } from '@limber/core/check/read-first';
import { ruleOf } from '@limber/core/check/rules';
import { lessonCuts } from '@limber/core/assembly/cuts';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { cutName } from '@shared/cut-name';
import { Ribbon } from '@shared/ribbon';
import { Api, wordsOf } from '../../api/http';
import { LessonStore } from '../../api/lesson-store';
import { Session } from '../../api/session';
import { FindingCard } from '../../findings/finding-card';
import { Findings } from '../../findings/findings';
import { BenchHead } from '../../shell/bench-head';
import { copyText } from '../../shell/copy-text';
import { CompareVersions } from './compare-versions';
import type { LinkChange } from './link-limits';
import type { SharedVersion } from './shared-version';
import { VersionCard } from './version-card';

/** Share · Publish: freeze a version, hand out its link, take the link back. */
@Component({
  selector: 'lc-publish',
  imports: [RouterLink, Button, Dialog, FindingCard, Ribbon, BenchHead, CompareVersions, VersionCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './publish.html',
  styleUrl: './publish.css',
})
export class Publish {
  protected readonly words = { share: $localize`Share it`, again: $localize`Share a new version` };
  private readonly api = inject(Api);
  protected readonly store = inject(LessonStore);
  protected readonly session = inject(Session);
  protected readonly checks = inject(Findings);
  /** What is missing is said before it is shared. */
  protected readonly asking = signal(false);
  protected readonly copied = signal('');
  /** Why it is shared although something is missing. */
  protected readonly reason = signal('');
  protected readonly deleting = signal<SharedVersion | null>(null);
  /** The version that is held against another one. */
  protected readonly comparing = signal<string | null>(null);
  protected readonly state = signal<Share | null>(null);
  protected readonly problem = signal('');
  protected readonly busy = signal(false);

  protected readonly timeline = computed(() => timelineOf(this.store.lesson())!);
  /** Of what plays, and of nothing else. */
  protected readonly cautions = computed(() =>
    readFirst(this.store.judged(), new Set(this.timeline().passages.flatMap((one) => one.stepId ?? []))),
  );
  protected readonly ready = computed(() => this.timeline().cut !== null);
  /** In which ways a version shared now could be followed, in words. */
  protected readonly ways = computed(() => {
    if (!this.ready()) return '';
    const cuts = lessonCuts(this.store.lesson());
    const practice = cuts.find((cut) => cut.id === 'practice');
    const moves = cuts.filter((cut) => cut.id.startsWith('step:')).length;
    const ways = [
      $localize`the whole lesson (${clock(this.timeline().durationMs)})`,
      ...(practice ? [$localize`just the moves, without the explaining (${clock(practice.durationMs)})`] : []),
      ...cuts
        .filter((cut) => cut.id.startsWith('half:'))
        .map((cut) => `${cutName(cut.id, []).toLowerCase()} (${clock(cut.durationMs)})`),
      ...(moves > 0 ? [$localize`any of the ${moves} moves by itself`] : []),
    ];
    return ways.length > 1 ? $localize`${ways.slice(0, -1).join(', ')} or ${ways[ways.length - 1]!}` : '';
  });
  protected readonly subtitle = computed(() => {
    const count = this.state()?.versions.length ?? 0;
    return count === 0
      ? $localize`Not shared yet`
      : $localize`${count} ${count === 1 ? $localize`version` : $localize`versions`} shared`;
  });
  protected readonly length = computed(() => clock(this.timeline().durationMs));
  protected readonly versions = computed(() => this.state()?.versions ?? []);
  protected readonly rows = computed(() => {
    const state = this.state();
    return this.versions().map((version) => ({
      ...version,
      links: state!.links
        .filter((link) => link.versionId === version.id)
        .map((link) => ({ ...link, url: this.urlOf(link.token) })),
    }));
  });

  constructor() {
    void this.load();
  }

  /** What stands in the way of sharing: what must be mended, and what is missing on the film. */
  protected readonly missing = computed(() =>
    this.ready()
      ? this.checks.groups().filter((one) => one.severity === 'must' || ruleOf(one.rule).beforeSharing === true)
      : [],
  );

  /** At once where nothing is missing; else it is said first. */
  protected askToShare(): void {
    if (this.missing().length > 0) this.asking.set(true);
    else void this.share();
  }

  protected share(): Promise<void> {
    this.asking.set(false);
    return this.doing(async () => {
      const missing = this.missing().map((one) => one.message.slice(0, 400));
      const body = missing.length > 0 ? { allTheSame: { reason: this.reason(), missing: missing.slice(0, 100) } } : {};
      const { token } = await this.api.ask(ROUTES.shareLesson, { params: this.params, body });
      this.reason.set('');
      await this.load();
      if (await copyText(this.urlOf(token))) this.copied.set(this.urlOf(token));
    });
  }

  protected newLink(versionId: string): Promise<void> {
    return this.changing(() => this.api.ask(ROUTES.newLink, { params: this.params, body: { versionId } }));
  }

  protected changeLink(token: string, body: LinkChange): Promise<void> {
    return this.changing(() => this.api.ask(ROUTES.changeLink, { params: { ...this.params, token }, body }));
  }

  protected call(versionId: string, body: { readonly name: string; readonly note: string }): Promise<void> {
    return this.changing(() => this.api.ask(ROUTES.changeVersion, { params: { ...this.params, versionId }, body }));
  }

  protected deleteVersion(id: string): Promise<void> {
    return this.changing(async () => {
      await this.api.ask(ROUTES.deleteVersion, { params: { ...this.params, versionId: id } });
      this.deleting.set(null);
    });
  }

  /** Changes something at the server, and shows what became of it. */
  private changing(work: () => Promise<unknown>): Promise<void> {
    return this.doing(async () => {
      await work();
      await this.load();
    });
  }

  private get params(): { id: string } {
    return { id: this.store.lesson().id };
  }

  private urlOf(token: string): string {
    return `${this.state()?.publicUrl ?? location.origin}/v/${token}`;
  }

  private load(): Promise<void> {
    return this.doing(async () => this.state.set(await this.api.ask(ROUTES.share, { params: this.params })));
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await work();
      this.problem.set('');
    } catch (error) {
      this.deleting.set(null);
      this.problem.set(wordsOf(error));
    } finally {
      this.busy.set(false);
    }
  }
}
