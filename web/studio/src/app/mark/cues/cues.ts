import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import type { CutId } from '@limber/core/assembly/cut';
import { fullCut, lessonCuts } from '@limber/core/assembly/cuts';
import { voicesIn } from '@limber/core/assembly/voices';
import { deriveCues } from '@limber/core/cue/derive';
import type { Cue } from '@limber/core/cue/cue';
import { CUE_KINDS, type CueKind, type CueOverride } from '@limber/core/lesson/override.schema';
import { pressureWords } from '@limber/core/move/pressure';
import { timelineOf } from '@limber/core/schedule/timeline';
import { clock, fineClock } from '@limber/core/time/clock';
import { AssemblyPlayer } from '@shared/assembly-player';
import { CueLayer } from '@shared/cue-layer';
import { cutName } from '@shared/cut-name';
import { Ribbon } from '@shared/ribbon';
import { LessonStore } from '../../api/lesson-store';
import { Keys } from '../../keys/keys';
import { lessonMedia, soundsOf } from '../../progress/lesson-media';
import { BenchHead } from '../../shell/bench-head';

const KIND_NAMES: Readonly<Record<CueKind, string>> = {
  count: 'counts',
  countdown: 'seconds left',
  side: 'sides',
  swap: 'changes of side',
  label: 'names of steps',
  caption: 'captions',
};

/** Mark · Cues: what is shown over the footage, as the viewer will get it; derived, with the instructor's overrides. */
@Component({
  selector: 'lc-cues',
  imports: [FormsModule, RouterLink, Button, InputText, Select, AssemblyPlayer, CueLayer, Ribbon, BenchHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cues.html',
  styleUrl: './cues.css',
})
export class Cues {
  protected readonly store = inject(LessonStore);
  private readonly lessonMedia = lessonMedia();
  protected readonly fineClock = fineClock;
  protected readonly clock = clock;
  protected readonly player = viewChild(AssemblyPlayer);
  protected readonly kinds = CUE_KINDS.map((kind) => ({ kind, name: KIND_NAMES[kind] }));
  protected readonly shown = signal<ReadonlySet<CueKind>>(new Set(CUE_KINDS));
  protected readonly chosenKey = signal<string | null>(null);

  protected readonly lesson = this.store.lesson;
  protected readonly media = this.lessonMedia.media;
  /** Which way through the lesson is looked at. */
  protected readonly cutId = signal<CutId>('full');
  protected readonly ways = computed(() => {
    const steps = this.lesson().steps.map((step) => ({ id: step.id, name: step.move.name }));
    return lessonCuts(this.lesson()).map(({ id }) => ({ id, name: cutName(id, steps) }));
  });
  protected readonly timeline = computed(
    () => timelineOf(this.lesson(), this.cutId()) ?? timelineOf(this.lesson(), 'full')!,
  );
  /** What plays; without marks on it, the footage as it is put together. */
  protected readonly cut = computed(() => this.timeline().cut ?? fullCut(this.lesson()));
  protected readonly ready = computed(
    () => this.cut().pieces.length > 0 && this.lessonMedia.plays(this.cut().pieces.map((piece) => piece.takeId)),
  );
  protected readonly sounds = computed(() => soundsOf(voicesIn(this.lesson(), this.timeline().passages)));
  protected readonly filmed = computed(() => this.timeline().cut !== null);
  private readonly derived = computed(() => deriveCues(this.lesson(), this.timeline()));
  /** What would be derived without any override: hidden cues stay in the list, struck through. */
  private readonly plain = computed(() => deriveCues({ ...this.lesson(), overrides: [] }, this.timeline()).cues);
  protected readonly cues = computed(() => this.derived().cues);
  protected readonly orphans = computed(() => this.derived().orphans);
  protected readonly timeMs = computed(() => this.player()?.timeMs() ?? 0);
  private readonly move = computed(() => {
    const at = this.timeMs();
    const stepId = this.timeline().passages.find((one) => one.startMs <= at && at < one.endMs)?.stepId;
    return this.lesson().steps.find((step) => step.id === stepId)?.move ?? null;
  });
  protected readonly region = computed(() => this.move()?.region ?? null);
  protected readonly pressure = computed(() => (this.move() ? pressureWords(this.move()!.pressure) : ''));
  protected readonly list = computed(() => {
    const overrides = new Map(this.lesson().overrides.map((one) => [one.key, one]));
    const shaped = new Map(this.cues().map((cue) => [cue.key, cue]));
    const names = new Map(this.lesson().steps.map((step) => [step.id, step.move.name]));
    return this.plain()
      .filter((cue) => this.shown().has(cue.kind))
      .map((cue) => ({
        cue: shaped.get(cue.key) ?? cue,
        plain: cue,
        override: overrides.get(cue.key) ?? null,
        step: names.get(cue.stepId ?? '') ?? '',
        words:
          cue.kind === 'count' || cue.kind === 'countdown'
            ? `${(shaped.get(cue.key) ?? cue).text} of ${cue.of}`
            : (shaped.get(cue.key) ?? cue).text,
      }));
  });
  protected readonly chosen = computed(() => this.list().find((one) => one.cue.key === this.chosenKey()) ?? null);
  protected readonly nowKey = computed(() => {
    const at = this.timeMs();
    const order: CueKind[] = ['count', 'countdown', 'caption', 'swap', 'side', 'label'];
    const here = this.cues().filter((cue) => cue.startMs <= at && at < cue.endMs && this.shown().has(cue.kind));
    return here.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind))[0]?.key ?? null;
  });
  protected readonly subtitle = computed(() => {
    const edited = this.lesson().overrides.length;
    return `${this.cues().length} cues from ${this.filmed() ? 'the marked footage' : 'the plan'} · ${edited} changed by you`;
  });

  constructor() {
    inject(Keys).use([
      { key: 'space', does: 'Play or pause', run: () => this.player()?.toggle() },
      { key: 'arrowright', does: 'One picture on', run: () => this.player()?.step(1) },
      { key: 'arrowleft', does: 'One picture back', run: () => this.player()?.step(-1) },
      { key: 'arrowdown', does: 'Next cue', run: () => this.go(1) },
      { key: 'arrowup', does: 'Cue before', run: () => this.go(-1) },
      { key: 'h', does: 'Hide or show the chosen cue', run: () => this.hide() },
      { key: 'delete', does: 'Forget your change of it', run: () => this.reset() },
    ]);
  }

  protected toggleKind(kind: CueKind): void {
    this.shown.update((shown) => {
      const next = new Set(shown);
      if (!next.delete(kind)) next.add(kind);
      return next;
    });
  }

  protected pick(cue: Cue): void {
    this.chosenKey.set(cue.key);
    this.seek(cue.startMs);
    if (this.lesson().steps.some((step) => step.id === cue.stepId)) this.store.selectedStepId.set(cue.stepId);
  }

  protected chooseStep(stepId: string): void {
    this.store.selectedStepId.set(stepId);
    const first = this.list().find((one) => one.cue.stepId === stepId);
    if (first) this.pick(first.cue);
  }

  protected seek(cutMs: number): void {
    this.player()?.seek(cutMs);
  }

  protected setText(field: HTMLInputElement): void {
    const one = this.chosen();
    const text = field.value.trim();
    if (!one || !text || text === one.cue.text) return;
    this.change({ text: text === one.plain.text ? undefined : text });
  }

  protected setTime(end: 'startMs' | 'endMs', field: HTMLInputElement): void {
    const one = this.chosen();
    if (!one) return;
    const seconds = Number(field.value.replace(',', '.'));
    const ms = Math.round(seconds * 1000);
    const fits = Number.isFinite(ms) && ms >= 0 && (end === 'startMs' ? ms < one.cue.endMs : ms > one.cue.startMs);
    if (fits && ms !== one.cue[end]) this.change({ [end]: ms === one.plain[end] ? undefined : ms });
    field.value = ((fits ? ms : one.cue[end]) / 1000).toFixed(2);
  }

  protected hide(): void {
    const one = this.chosen();
    if (one) this.change({ hidden: one.override?.hidden ? undefined : true });
  }

  protected reset(): void {
    const one = this.chosen();
    if (one?.override) this.store.edit({ kind: 'clear_override', key: one.cue.key });
  }

  protected dropOrphan(one: CueOverride): void {
    this.store.edit({ kind: 'clear_override', key: one.key });
  }

  private change(part: Partial<CueOverride>): void {
    const one = this.chosen()!;
    const next: CueOverride = { ...one.override, ...part, key: one.cue.key };
    for (const name of ['text', 'startMs', 'endMs', 'hidden'] as const) if (next[name] === undefined) delete next[name];
    if (Object.keys(next).length === 1) this.store.edit({ kind: 'clear_override', key: next.key });
    else this.store.edit({ kind: 'set_override', override: next });
  }

  private go(by: 1 | -1): void {
    const list = this.list();
    const at = list.findIndex((one) => one.cue.key === (this.chosenKey() ?? this.nowKey()));
    const next = list[Math.max(0, Math.min(list.length - 1, at + by))];
    if (!next) return;
    this.pick(next.cue);
    document.getElementById(`cue-${next.cue.key}`)?.scrollIntoView({ block: 'nearest' });
  }
}
