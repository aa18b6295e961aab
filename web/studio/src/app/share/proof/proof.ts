import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { isBesideFilm } from '@limber/core/check/beside-film';
import type { Finding, FindingPlace } from '@limber/core/check/finding';
import type { FindingGroup } from '@limber/core/check/groups';
import { instantOf } from '@limber/core/check/place-in-cut';
import { proofOf } from '@limber/core/check/proof';
import { ruleOf } from '@limber/core/check/rules';
import { FRAMES } from '@limber/core/cue/frame';
import { sensesOf } from '@limber/core/cue/senses';
import { stillAt, type Moment } from '@limber/core/cue/sheet';
import { cueStyleOf } from '@limber/core/cue/styles';
import { trackOf } from '@limber/core/cue/track';
import { shownAsMarked } from '@limber/core/said-done/done';
import { rowsOf } from '@limber/core/said-done/rows';
import { saidInWords } from '@limber/core/said-done/said';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock } from '@limber/core/time/clock';
import { Playhead } from '@shared/playhead';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { FindingCard } from '../../findings/finding-card';
import { Findings } from '../../findings/findings';
import { LeftAsItIs } from '../../findings/left-as-it-is';
import { Keys } from '../../keys/keys';
import { MomentStill, type Seen } from '../../mark/cues/moment-still';
import { lessonMedia } from '../../progress/lesson-media';
import { LessonSensed } from '../../progress/lesson-sensed';
import { BenchHead } from '../../shell/bench-head';
import { FilmPreview } from '../film/film-preview';
import { HeldFigures } from './held-figures';

/** So many at once; the rest is one press away. */
const FEW = 3;

const DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' });

/** What was found, with the picture of the place. */
interface Proved {
  readonly group: FindingGroup;
  readonly moment: Moment | null;
  readonly at: string;
  /** Where it is mended by hand. */
  readonly bench: string;
}

/** Share · Proof: what stands in the way first, each with its picture and its repairs, and what it was held against. */
@Component({
  selector: 'lc-proof',
  imports: [
    RouterLink,
    Button,
    BenchHead,
    FilmPreview,
    FindingCard,
    HeldFigures,
    LeftAsItIs,
    MomentStill,
    Playhead,
    Ribbon,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proof.html',
  styleUrl: './proof.css',
})
export class ProofBench {
  protected readonly store = inject(LessonStore);
  protected readonly checks = inject(Findings);
  private readonly sensed = inject(LessonSensed).takes;
  private readonly films = lessonMedia().films;
  private readonly film = viewChild(FilmPreview);
  protected readonly FEW = FEW;
  /** For the printed page. */
  protected readonly today = DAY.format(new Date());
  protected readonly everything = signal(false);
  protected readonly left = signal(false);

  protected readonly timeline = computed(() => timelineOf(this.store.judged())!);
  protected readonly filmed = computed(() => this.timeline().cut !== null);
  protected readonly timeMs = computed(() => this.film()?.timeMs() ?? null);
  protected readonly proof = computed(() =>
    proofOf(this.store.judged(), this.timeline(), this.checks.open(), sensesOf(this.sensed())),
  );
  protected readonly isPublic = computed(() => this.store.lesson().publicElsewhere);
  /** Of a lesson that is public where its film stays as it is: what can be mended beside that. */
  protected readonly groups = computed(() => {
    const all = this.checks.groups();
    return this.isPublic() ? all.filter((group) => group.findings.some(isBesideFilm)) : all;
  });
  private readonly counts = computed(() => {
    const groups = this.groups();
    const musts = groups.filter((one) => one.severity === 'must').length;
    return { musts, others: groups.length - musts };
  });
  protected readonly proofWord = computed(() => (this.isPublic() ? 'public' : this.proof().ready ? 'ready' : 'open'));
  protected readonly subtitle = computed(() => {
    if (!this.checks.checked()) return $localize`Checking …`;
    const { musts, others } = this.counts();
    if (this.isPublic()) {
      const n = musts + others;
      return n === 1
        ? $localize`public already · 1 thing can still be mended beside the film`
        : $localize`public already · ${n} things can still be mended beside the film`;
    }
    const stand = musts === 1 ? $localize`1 thing stands in the way` : $localize`${musts} things stand in the way`;
    return others > 0 ? $localize`${stand}, ${others} worth a look` : stand;
  });
  /** On stills stands what stands in the film beside them. */
  protected readonly seen = computed((): Seen => ({
    track: trackOf(this.film()?.shown().cues ?? []),
    cueStyle: cueStyleOf(this.store.lesson()),
    frame: FRAMES['16:9'],
    shots: this.film()?.shown().shots ?? [],
    films: this.films(),
  }));
  /** Planned, said and done, by side of each step. */
  protected readonly rows = computed(() => {
    const lesson = this.store.judged();
    return rowsOf(lesson, saidInWords(lesson), shownAsMarked(lesson).done);
  });
  private readonly proved = computed(() =>
    this.groups().map((group): Proved => {
      const [first] = group.findings as [Finding];
      const atMs = instantOf(first.place, this.timeline());
      return { group, moment: this.momentAt(atMs), at: atMs === null ? '' : clock(atMs), bench: benchOf(first) };
    }),
  );
  protected readonly visible = computed(() => (this.everything() ? this.proved() : this.proved().slice(0, FEW)));

  constructor() {
    inject(Keys).use([
      { key: 'space', does: $localize`Play or pause`, run: () => this.film()?.player()?.toggle() },
      { key: 'l', does: $localize`Look at the next one in the film`, run: () => this.lookAtNext() },
    ]);
  }

  /** Goes to the place in the film beside it. */
  protected look(place: FindingPlace): void {
    const atMs = instantOf(place, this.timeline());
    if (place.stepId) this.store.selectedStepId.set(place.stepId);
    if (atMs !== null) this.film()?.player()?.seek(atMs);
  }

  protected seek(ms: number): void {
    this.film()?.player()?.seek(ms);
  }

  protected print(): void {
    this.everything.set(true);
    // Once all of it stands on the page.
    setTimeout(() => window.print());
  }

  private momentAt(atMs: number | null): Moment | null {
    const { cut } = this.timeline();
    const still = atMs === null || cut === null ? null : stillAt(cut, atMs);
    return still && { instant: 'doubt', atMs: atMs!, cue: null, still };
  }

  private looked = -1;
  private lookAtNext(): void {
    const all = this.visible().filter((one) => one.moment);
    if (all.length === 0) return;
    this.looked = (this.looked + 1) % all.length;
    this.look(all[this.looked]!.group.findings[0]!.place);
  }
}

/** Where of the lesson's path something is mended by hand. */
function benchOf({ rule, place }: Finding): string {
  const { stage } = ruleOf(rule);
  if (stage === 'cue') return '../../mark/cues';
  if (stage === 'mark' || stage === 'film') return '../../mark/segments';
  if (stage === 'share') return '../publish';
  const words = place.on === 'plan' && !['dose', 'order', 'lesson'].includes(place.part);
  return words ? '../../plan/words' : '../../plan/moves';
}
