import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Cue } from '@limber/core/cue/cue';
import type { CueSound } from '@limber/core/cue/cue-sounds';
import { cueTimes, whenChange } from '@limber/core/cue/when';
import { CUE_KINDS, type CueKind, type CueTimes } from '@limber/core/lesson/override.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { LessonStore } from '../../api/lesson-store';
import { Choice, type Option } from '../../shell/choice';
import { KIND_NAMES } from './cue-names';

const TIMES: readonly Option<CueTimes>[] = [
  { value: 'never', label: $localize`not shown` },
  { value: 'first', label: $localize`the first time` },
  { value: 'every', label: $localize`every time` },
];
/** What is said is not done a first time. */
const SAID: readonly Option<CueTimes>[] = TIMES.filter((one) => one.value !== 'first');
const WAYS: readonly Option<boolean>[] = [
  { value: false, label: $localize`up from one` },
  { value: true, label: $localize`down to one` },
];

const HEARD: readonly Option<Lesson['cueSounds']>[] = [
  { value: 'none', label: $localize`at no move` },
  { value: 'eyes_off', label: $localize`where eyes are off` },
  { value: 'every', label: $localize`at every move` },
];

/** What viewers see, kind by kind: how many there are of each, and when they are shown. */
@Component({
  selector: 'lc-what-viewers-see',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary i18n>What viewers see and hear</summary>
      <p class="soft">{{ told() }}</p>
      <ul>
        @for (one of kinds(); track one.kind) {
          <li [class.off]="one.when === 'never'">
            <span>{{ one.name }}</span>
            <span class="times">{{ one.when === 'never' ? '' : one.count }}</span>
            <lc-choice [label]="one.name" [options]="one.options" [value]="one.when" (chosen)="set(one.kind, $event)" />
          </li>
        }
        <li>
          <span i18n>counted</span><span></span>
          <lc-choice
            label="Which way numbers run"
            i18n-label
            [options]="ways"
            [value]="store.lesson().countsDown"
            (chosen)="count($event)"
          />
        </li>
        <li [class.off]="store.lesson().cueSounds === 'none'">
          <span i18n>heard as well</span>
          <span class="times">{{ store.lesson().cueSounds === 'none' ? '' : sounds().length }}</span>
          <lc-choice
            label="At which moves counts are heard"
            i18n-label
            [options]="heard"
            [value]="store.lesson().cueSounds"
            (chosen)="sound($event)"
          />
        </li>
      </ul>
      @if (store.lesson().cueSounds !== 'none') {
        <p class="soft" i18n>
          A knock is one more, a higher knock the last. One tone begins a hold, two that fall end it, two that rise
          change the side.
        </p>
      }
    </details>
  `,
  styles: `
    details {
      margin-bottom: 10px;
    }
    summary {
      font: 650 18px var(--head);
      cursor: pointer;
    }
    p {
      margin: 4px 0 8px;
    }
    ul {
      display: grid;
      gap: 4px;
      padding: 0;
      margin: 0 0 8px;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 34px 178px;
      gap: 10px;
      align-items: center;
      font-size: 15px;
    }
    .off {
      color: var(--soft);
    }
    .times {
      text-align: right;
    }
  `,
})
export class WhatViewersSee {
  /** Everything that is shown now. */
  readonly cues = input.required<readonly Pick<Cue, 'kind'>[]>();
  protected readonly store = inject(LessonStore);
  /** What is heard of them. */
  readonly sounds = input.required<readonly CueSound[]>();
  protected readonly ways = WAYS;
  protected readonly heard = HEARD;

  protected readonly kinds = computed(() => {
    const when = cueTimes(this.store.lesson());
    const many = new Map<CueKind, number>();
    for (const { kind } of this.cues()) many.set(kind, (many.get(kind) ?? 0) + 1);
    return CUE_KINDS.map((kind) => ({
      ...{ kind, when: when(kind), count: many.get(kind) ?? 0, name: KIND_NAMES[kind] },
      options: kind === 'caption' ? SAID : TIMES,
    }));
  });
  /** Those that are shown, in a sentence. */
  protected readonly told = computed(() =>
    this.kinds()
      .filter((one) => one.when !== 'never' && one.count > 0)
      .map((one) => $localize`${one.count} ${one.name}`)
      .join(', '),
  );

  protected set(kind: CueKind, when: CueTimes): void {
    const change = whenChange(this.store.lesson(), kind, when);
    if (change) this.store.edit(change);
  }

  protected count(down: boolean): void {
    this.store.edit({ kind: 'set_lesson', field: 'countsDown', value: down });
  }

  protected sound(at: Lesson['cueSounds']): void {
    this.store.edit({ kind: 'set_lesson', field: 'cueSounds', value: at });
  }
}
