import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { regionName, REGIONS, type Region } from '@limber/core/face/regions';
import { suggestSchool } from '@limber/core/draft/suggest-school';
import { PRESSURES } from '@limber/core/move/move.schema';
import type { School } from '@limber/core/school/school.schema';
import { schoolOf } from '@limber/core/caution/school-of';
import { SCHOOLS, SCHOOL_NAMES } from '@limber/core/school/schools';
import { LessonStore } from '../../api/lesson-store';
import { Lessons } from '../../api/lessons';
import { Choice, plainOptions } from '../../shell/choice';
import { Choices } from '../../shell/choices';

/** What the lesson's school asks for, and an own copy of its rules to change. */
@Component({
  selector: 'lc-school-editor',
  imports: [Choice, Choices, FormsModule, ToggleSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="soft" i18n>
      {{ school().about }} Usually: {{ school().doseHabit }}; {{ school().frequency }}.
      @if (nearer(); as one) {
        By its steps the lesson is nearer to “{{ one.name }}”.
        <button type="button" class="text-button" (click)="take(one.id)">Take that</button>
      } @else if (past(); as one) {
        Your last lesson, “{{ one.title }}”, follows “{{ one.name }}”.
        <button type="button" class="text-button" (click)="takeFrom(one.id)">Take that</button>
      }
    </p>
    <div class="ways">
      @if (own() === null) {
        <button type="button" class="text-button" (click)="copy()" i18n>Make its rules my own</button>
      } @else {
        <button type="button" class="text-button" [attr.aria-expanded]="open()" (click)="open.set(!open())" i18n>
          {open(), select, true {Close the rules} other {My own rules}}
        </button>
        <button type="button" class="text-button" (click)="drop()" i18n>Back to the school as it is</button>
      }
    </div>
    @if (own(); as rules) {
      @if (open()) {
        <div class="rules">
          <label for="s-name" i18n>Name</label>
          <input id="s-name" class="field" maxlength="80" [value]="rules.name" (change)="rename($any($event.target))" />
          <span i18n>Opens first</span>
          <lc-choices
            label="Regions opened first"
            i18n-label
            [options]="regions"
            [value]="rules.drainage.opens"
            (chosen)="setDrainage({ opens: $event })"
          />
          <span i18n>Closes by</span>
          <lc-choices
            label="Regions of the closing"
            i18n-label
            [options]="regions"
            [value]="rules.drainage.closes"
            (chosen)="setDrainage({ closes: $event })"
          />
          <span i18n>Order</span>
          <ol>
            @for (region of rules.order; track region) {
              <li>
                {{ name(region) }}
                <button type="button" ariaLabel="{{ name(region) }} earlier" i18n-ariaLabel (click)="move($index, -1)">
                  ↑
                </button>
                <button type="button" ariaLabel="{{ name(region) }} later" i18n-ariaLabel (click)="move($index, 1)">
                  ↓
                </button>
              </li>
            }
          </ol>
          <span i18n>On the neck</span>
          <lc-choice
            label="Direction on the neck"
            i18n-label
            [options]="necks"
            [value]="rules.neck"
            (chosen)="set({ neck: $event })"
          />
          <span i18n>On the face</span>
          <lc-choice
            label="Direction on the face"
            i18n-label
            [options]="faces"
            [value]="rules.face"
            (chosen)="set({ face: $event })"
          />
          <span i18n>Most pressure</span>
          <lc-choice
            label="Most pressure"
            i18n-label
            [options]="pressures"
            [value]="rules.mostPressure"
            (chosen)="set({ mostPressure: $event })"
          />
          <label for="s-back" i18n>Back and forth</label>
          <p-toggleswitch
            inputId="s-back"
            [ngModel]="rules.backAndForth"
            (ngModelChange)="set({ backAndForth: $event })"
          />
          <label for="s-close" i18n>A closing is needed</label>
          <p-toggleswitch
            inputId="s-close"
            [ngModel]="rules.drainage.closingNeeded"
            (ngModelChange)="setDrainage({ closingNeeded: $event })"
          />
        </div>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      font-size: 15px;
    }
    .ways {
      display: flex;
      gap: 18px;
    }
    .rules {
      display: grid;
      grid-template-columns: 140px minmax(0, 1fr);
      gap: 8px 14px;
      align-items: center;
      padding: 14px 16px;
      background: var(--paper-low);
      border-radius: 12px;
    }
    .field {
      padding: 7px 11px;
      font: inherit;
      border: 1px solid #9d8c97;
      border-radius: 10px;
    }
    ol {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 2px 4px 2px 10px;
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 12px;
    }
    li button {
      min-width: 24px;
      min-height: 24px;
      padding: 0;
      color: var(--plum);
      background: none;
      border: 0;
      cursor: pointer;
    }
  `,
})
export class SchoolEditor {
  private readonly store = inject(LessonStore);
  private readonly lessons = inject(Lessons);
  protected readonly open = signal(false);
  protected readonly regions = plainOptions(REGIONS);
  protected readonly necks = plainOptions(['up', 'down', 'up_then_down', 'any'] as const);
  protected readonly faces = plainOptions(['up', 'down', 'out', 'any'] as const);
  protected readonly pressures = plainOptions(PRESSURES);
  protected readonly name = regionName;
  protected readonly own = computed(() => this.store.lesson().ownSchool);
  protected readonly school = computed(() => schoolOf(this.store.judged()));
  protected readonly nearer = computed(() => {
    const lesson = this.store.lesson();
    if (lesson.steps.length < 3 || lesson.ownSchool) return null;
    const id = suggestSchool(lesson);
    return id === lesson.school ? null : { id, name: SCHOOL_NAMES[id] };
  });

  private readonly others = resource({
    loader: () =>
      this.lessons.list().then(
        ({ lessons }) => lessons,
        () => [],
      ),
  });
  /** The school of the lesson worked on last, while this one's own steps do not say yet. */
  protected readonly past = computed(() => {
    const lesson = this.store.lesson();
    if (lesson.steps.length >= 3 || lesson.ownSchool || !this.others.hasValue()) return null;
    const last = this.others.value().find((one) => one.id !== lesson.id && one.steps > 0);
    if (!last || (last.school === lesson.school && last.ownSchool === null)) return null;
    return { id: last.id, title: last.title, name: last.ownSchool ?? SCHOOL_NAMES[last.school] };
  });

  protected async takeFrom(lessonId: string): Promise<void> {
    const { school, ownSchool } = await this.lessons.document(lessonId);
    this.store.edit({
      kind: 'batch',
      changes: [
        { kind: 'set_lesson', field: 'school', value: school },
        { kind: 'set_lesson', field: 'ownSchool', value: ownSchool },
      ],
    });
  }

  protected take(id: keyof typeof SCHOOLS): void {
    this.store.edit({ kind: 'set_lesson', field: 'school', value: id });
  }

  protected copy(): void {
    const school = SCHOOLS[this.store.lesson().school];
    this.put({ ...school, id: `own-${school.id}`, name: $localize`${school.name}, my way` });
    this.open.set(true);
  }

  protected drop(): void {
    this.put(null);
  }

  protected rename(field: HTMLInputElement): void {
    const name = field.value.trim();
    if (name) this.set({ name });
    else field.value = this.own()!.name;
  }

  protected set(change: Partial<School>): void {
    this.put({ ...this.own()!, ...change });
  }

  protected setDrainage(change: Partial<School['drainage']>): void {
    this.set({ drainage: { ...this.own()!.drainage, ...change } });
  }

  protected move(at: number, by: 1 | -1): void {
    const order: Region[] = [...this.own()!.order];
    const to = at + by;
    if (to < 0 || to >= order.length) return;
    [order[at], order[to]] = [order[to]!, order[at]!];
    this.set({ order });
  }

  private put(value: School | null): void {
    this.store.edit({ kind: 'set_lesson', field: 'ownSchool', value });
  }
}
