import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { HALVES, isMove, type MoveStep } from '@limber/core/lesson/lesson.schema';
import { ROLE_WORDS, ROLES, type Role } from '@limber/core/school/roles';
import { Choice, optionsOr, type Option } from '../../shell/choice';
import { ChosenSteps, type SharedField } from './chosen-steps';
import { PRIORITY_WORDS } from './priority-words';
import { Stepper } from './stepper';

/** What is done with several steps at once: they are moved, copied, taken out, or set alike. */
@Component({
  selector: 'lc-chosen-bar',
  imports: [Choice, Stepper],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line" role="toolbar" aria-label="The chosen steps" i18n-aria-label>
      <strong>{{ words() }}</strong>
      <button type="button" class="text-button" (click)="chosen.move(-1)" i18n>Earlier</button>
      <button type="button" class="text-button" (click)="chosen.move(1)" i18n>Later</button>
      <button type="button" class="text-button" [attr.aria-expanded]="setting()" (click)="setting.set(!setting())" i18n>
        Set alike
      </button>
      <button type="button" class="text-button" (click)="chosen.copy()" i18n>Copy</button>
      <button type="button" class="text-button" (click)="chosen.remove()" i18n>Take out</button>
      <span class="right">
        <button type="button" class="text-button quiet" (click)="chosen.all()" i18n>All</button>
        <button type="button" class="text-button quiet" (click)="chosen.none()" i18n>None</button>
      </span>
    </div>
    @if (setting()) {
      <div class="chips">
        <lc-choice
          label="When the lesson has to get shorter"
          i18n-label
          hint="cut when?"
          i18n-hint
          [options]="priorities"
          [value]="same('priority')"
          (chosen)="chosen.set('priority', $event)"
        />
        <lc-choice
          label="Part of the lesson"
          i18n-label
          hint="which part?"
          i18n-hint
          [options]="roles"
          [value]="same('role')"
          (chosen)="chosen.set('role', $event)"
        />
        <lc-choice
          label="Half of the day"
          i18n-label
          hint="which half?"
          i18n-hint
          [options]="halves"
          [value]="same('half')"
          (chosen)="chosen.set('half', $event)"
        />
        <lc-stepper
          label="rest after"
          i18n-label
          unit="s"
          i18n-unit
          [value]="seconds('restAfterMs')"
          [step]="5"
          [min]="0"
          [max]="600"
          (changed)="chosen.set('restAfterMs', $event * 1000)"
        />
        @if (moves()) {
          <lc-stepper
            label="now you"
            i18n-label
            unit="s"
            i18n-unit
            [value]="seconds('nowYouMs')"
            [step]="5"
            [min]="0"
            [max]="600"
            (changed)="chosen.set('nowYouMs', $event * 1000)"
          />
        }
        @for (one of switches(); track one.field) {
          <label class="tick"
            ><input type="checkbox" [checked]="one.on" (change)="chosen.set(one.field, !one.on)" />
            {{ one.words }}</label
          >
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      position: sticky;
      bottom: 0;
      z-index: 3;
      margin-left: 46px;
      padding: 10px 16px;
      background: var(--card);
      border: 1px solid var(--plum);
      border-radius: 14px;
      box-shadow: 0 -2px 18px rgb(80 50 70 / 14%);
    }
    .line,
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
    }
    .chips {
      margin-top: 10px;
    }
    .right {
      display: flex;
      gap: 16px;
      margin-left: auto;
    }
    .quiet {
      color: var(--soft);
    }
    .tick {
      display: flex;
      gap: 7px;
      align-items: center;
      min-height: 36px;
    }
    lc-choice {
      width: 222px;
    }
  `,
})
export class ChosenBar {
  protected readonly chosen = inject(ChosenSteps);
  protected readonly setting = signal(false);
  protected readonly priorities = PRIORITY_WORDS;
  protected readonly roles: readonly Option<Role | null>[] = [
    { value: null, label: $localize`part: by the school` },
    ...ROLES.map((value) => ({ value, label: ROLE_WORDS[value] })),
  ];
  protected readonly halves = optionsOr($localize`morning and evening`, HALVES);
  protected readonly words = computed(() => {
    const count = this.chosen.ids().size;
    return $localize`${count} ${count === 1 ? $localize`step` : $localize`steps`} chosen`;
  });
  protected readonly moves = computed(() => this.chosen.steps().some(isMove));
  protected readonly switches = computed(() => [
    { field: 'locked' as const, words: $localize`keep their places`, on: this.same('locked') === true },
    ...(this.moves()
      ? [{ field: 'counted' as const, words: $localize`counted aloud`, on: this.same('counted') === true }]
      : []),
  ]);

  /** The value that all of them have; undefined where they differ. */
  protected same<F extends SharedField>(field: F): MoveStep[F] | undefined {
    const values = this.chosen.steps().flatMap((step) => (field in step ? [(step as MoveStep)[field]] : []));
    return values.every((one) => one === values[0]) ? values[0] : undefined;
  }

  protected seconds(field: 'restAfterMs' | 'nowYouMs'): number {
    return (this.same(field) ?? 0) / 1000;
  }
}
