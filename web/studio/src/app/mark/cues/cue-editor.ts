import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { overrideChange } from '@limber/core/cue/override-change';
import { hiddenChange, whenChange } from '@limber/core/cue/when';
import { scopedKey, SCOPES, type Scope } from '@limber/core/lesson/cue-key';
import type { Change, SingleChange } from '@limber/core/lesson/change.schema';
import type { CueOverride, OwnPlace } from '@limber/core/lesson/override.schema';
import { LessonStore } from '../../api/lesson-store';
import { Choice, type Option } from '../../shell/choice';
import type { ListedCue } from './cue-list';
import { KIND_NAMES } from './cue-names';
import { PLACE_NAMES } from './place-names';

/** The chosen cue: its words, its times, its place, whether it is shown; for one, a passage, or all of its kind. */
@Component({
  selector: 'lc-cue-editor',
  imports: [Choice, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cue-editor.html',
  styleUrl: './cue-editor.css',
})
export class CueEditor {
  private readonly store = inject(LessonStore);
  readonly one = input.required<ListedCue>();
  /** A signal of its own: the cue is another object after every edit, and the same cue all the same. */
  private readonly key = computed(() => this.one().cue.key);
  /** For how much a change holds: of another cue it is that one again, so that nobody hides more than is looked at. */
  protected readonly scope = linkedSignal<string, Scope>({
    source: this.key,
    computation: () => 'cue',
  });
  private readonly overrides = computed(() => new Map(this.store.lesson().overrides.map((one) => [one.key, one])));
  protected readonly scopes = computed((): Option<Scope>[] => {
    const kind = KIND_NAMES[this.one().cue.kind];
    return [
      { value: 'cue', label: $localize`this one` },
      { value: 'passage', label: $localize`${kind} of this stretch` },
      { value: 'kind', label: $localize`all ${kind}` },
    ];
  });
  /** What she has changed so far, for as much as is chosen. */
  protected readonly change = computed(() => this.overrides().get(this.keyFor(this.scope())) ?? null);
  /** For how much more the place holds that this one has. */
  private readonly wider = computed(() =>
    SCOPES.slice(SCOPES.indexOf(this.scope()) + 1).find((scope) => this.overrides().get(this.keyFor(scope))?.place),
  );
  protected readonly places = computed((): Option<string>[] => {
    const wider = this.scopes().find(({ value }) => value === this.wider());
    const itself = wider ? $localize`as for ${wider.label}` : $localize`where there is room`;
    const own = nameOf(this.change()?.place);
    return [
      { value: '', label: itself },
      ...PLACE_NAMES.map(({ place, label }) => ({ value: nameOf(place), label })),
      ...(PLACE_NAMES.some(({ place }) => nameOf(place) === own) || own === ''
        ? []
        : [{ value: own, label: $localize`where you put it` }]),
    ];
  });
  protected readonly place = computed(() => nameOf(this.change()?.place));
  /** For how much more the place of this change may hold. */
  protected readonly mayHold = computed(() =>
    this.change()?.place ? this.scopes().slice(SCOPES.indexOf(this.scope()) + 1) : [],
  );

  protected setText(field: HTMLInputElement): void {
    const one = this.one();
    const text = field.value.trim();
    if (text && text !== one.cue.text) this.put('cue', { text: text === one.plain.text ? undefined : text });
    field.value = text || one.cue.text;
  }

  protected setTime(end: 'startMs' | 'endMs', field: HTMLInputElement): void {
    const { cue, plain } = this.one();
    const ms = Math.round(Number(field.value.replace(',', '.')) * 1000);
    const fits = Number.isFinite(ms) && ms >= 0 && (end === 'startMs' ? ms < cue.endMs : ms > cue.startMs);
    const offset = end === 'startMs' ? 'startOffsetMs' : 'endOffsetMs';
    if (fits && ms !== cue[end]) this.put(this.scope(), { [offset]: ms === plain[end] ? undefined : ms - plain[end] });
    field.value = ((fits ? ms : cue[end]) / 1000).toFixed(2);
  }

  protected choosePlace(name: string): void {
    const place = PLACE_NAMES.find((one) => nameOf(one.place) === name)?.place;
    if (place || name === '') this.setPlace(place);
  }

  /** Where it stands from now on; where it finds room by itself when it is wanted nowhere. */
  setPlace(place: OwnPlace | undefined): void {
    this.put(this.scope(), { place });
  }

  /** The same place for more, as one change. */
  protected hold(wider: Scope): void {
    const place = this.change()?.place;
    if (!place) return;
    const changes = [this.changeTo(this.scope(), { place: undefined }), this.changeTo(wider, { place })];
    this.store.edit({ kind: 'batch', changes: changes.filter((one) => one !== null) });
    this.scope.set(wider);
  }

  /** Hides as much as is chosen; what is hidden by a wider choice is shown again for the narrower one. */
  hide(): void {
    const { cue, hidden } = this.one();
    const [lesson, scope] = [this.store.lesson(), this.scope()];
    if (scope === 'kind') this.edit(whenChange(lesson, cue.kind, hidden ? 'every' : 'never'));
    else this.edit(hiddenChange(lesson, cue.key, scope, !hidden));
  }

  reset(): void {
    const change = this.change();
    if (change) this.store.edit({ kind: 'clear_override', key: change.key });
  }

  private put(scope: Scope, part: Partial<CueOverride>): void {
    this.edit(this.changeTo(scope, part));
  }

  private changeTo(scope: Scope, part: Partial<CueOverride>): SingleChange | null {
    return overrideChange(this.store.lesson().overrides, this.keyFor(scope), part);
  }

  private edit(change: Change | null): void {
    if (change) this.store.edit(change);
  }

  private keyFor(scope: Scope): string {
    return scopedKey(this.key(), scope);
  }
}

/** @example nameOf([0, 0.5]) // '0,0.5' */
function nameOf(place: OwnPlace | undefined): string {
  return place?.join() ?? '';
}
