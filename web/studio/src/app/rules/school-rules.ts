import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { REGIONS, type Region } from '@limber/core/face/regions';
import { PRESSURES, TOOLS } from '@limber/core/move/move.schema';
import type { RulesChange } from '@limber/core/rules/rules-change';
import { EXCEPTED_RULES, type Costs, type School, type Stops } from '@limber/core/school/school.schema';
import { SCHOOL_IDS, SCHOOL_NAMES, SCHOOLS, type SchoolId } from '@limber/core/school/schools';
import { RulesStore } from '../api/rules-store';
import { Stepper } from '../plan/moves/stepper';
import { Choice, plainOptions } from '../shell/choice';
import { Choices } from '../shell/choices';

const COST_WORDS: readonly { field: keyof Costs; words: string }[] = [
  { field: 'jump', words: $localize`past a region` },
  { field: 'back', words: $localize`back again` },
  { field: 'tool', words: $localize`another tool` },
  { field: 'posture', words: $localize`another posture` },
  { field: 'framing', words: $localize`another framing` },
  { field: 'wipe', words: $localize`wiping the skin dry` },
];
const STOP_WORDS: readonly { field: keyof Stops; words: string }[] = [
  { field: 'passes', words: $localize`passes a lane` },
  { field: 'times', words: $localize`times` },
  { field: 'count', words: $localize`counts` },
  { field: 'seconds', words: $localize`seconds` },
];
const EXCEPTION_WORDS: Readonly<Record<(typeof EXCEPTED_RULES)[number], string>> = {
  'back-and-forth': $localize`Going back and forth is fine at`,
  pressure: $localize`More pressure is fine at`,
  direction: $localize`Any direction is fine at`,
  'no-slip': $localize`No oil is needed at`,
  tool: $localize`Any tool is fine at`,
};

/** A school as the studio follows it: pressure, tools, exceptions by region, and what changes cost when an order is sought. */
@Component({
  selector: 'lc-school-rules',
  imports: [Choice, Choices, FormsModule, Stepper, ToggleSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <ol class="list" aria-label="Schools" i18n-aria-label>
        @for (one of schools(); track one.id) {
          <li>
            <button type="button" [attr.aria-current]="one.id === school().id" (click)="id.set(one.id)">
              <strong>{{ one.name }}</strong>
              @if (one.changed) {
                <span class="state" i18n>changed</span>
              }
            </button>
          </li>
        }
      </ol>
      <section class="card" [attr.aria-label]="school().name">
        <p class="do">
          <span class="soft" i18n>{changedHere(), select,
            true {Brought by the program, changed here.}
            other {Brought by the program.}
          }</span>
          @if (changedHere() && !locked()) {
            <button
              type="button"
              class="text-button"
              (click)="changed.emit({ kind: 'reset_rule', list: 'schools', id: school().id })"
              i18n
            >
              Back to how it was brought
            </button>
          }
        </p>
        <p>{{ school().about }}</p>
        <div class="two">
          <div>
            <span class="label" i18n>Most pressure</span>
            <lc-choice
              label="Most pressure"
              i18n-label
              [options]="pressures"
              [value]="school().mostPressure"
              [disabled]="locked()"
              (chosen)="set({ mostPressure: $event })"
            />
          </div>
          <div>
            <span class="label" i18n>Tools</span>
            <lc-choices
              label="Tools"
              i18n-label
              [options]="tools"
              [value]="school().tools"
              [disabled]="locked()"
              (chosen)="set({ tools: $event })"
            />
          </div>
        </div>
        <div class="switches">
          <span>
            <p-toggleswitch
              inputId="s-saw"
              [disabled]="locked()"
              [ngModel]="school().backAndForth"
              (ngModelChange)="set({ backAndForth: $event })"
            />
            <label for="s-saw" i18n>goes back and forth</label>
          </span>
          <span>
            <p-toggleswitch
              inputId="s-either"
              [disabled]="locked()"
              [ngModel]="school().eitherWay"
              (ngModelChange)="set({ eitherWay: $event })"
            />
            <label for="s-either" i18n>may be done from either end</label>
          </span>
          <span>
            <p-toggleswitch
              inputId="s-soothe"
              [disabled]="locked()"
              [ngModel]="school().soothesEachArea"
              (ngModelChange)="set({ soothesEachArea: $event })"
            />
            <label for="s-soothe" i18n>each area may end with its own soothing</label>
          </span>
        </div>
        <h3 i18n>Exceptions</h3>
        @for (one of exceptions(); track one.rule) {
          <div class="exception">
            <span>{{ one.words }}</span>
            <lc-choices
              [label]="one.words"
              [options]="regions"
              none="nowhere"
              i18n-none
              [value]="one.regions"
              [disabled]="locked()"
              (chosen)="setException(one.rule, $event)"
            />
          </div>
        }
        <h3 i18n>Figures it stops at</h3>
        <p class="soft" i18n>
          Preferred when a lesson is made longer or shorter. As “2, 3, 5”; empty where any will do.
        </p>
        <div class="chips">
          @for (one of stops(); track one.field) {
            <label class="pill"
              >{{ one.words }}
              <input #figures [value]="one.figures" [disabled]="locked()" (change)="setStops(one.field, figures)"
            /></label>
          }
        </div>
        <h3 i18n>What a change costs when an order is sought</h3>
        <p class="soft" i18n>The more, the rather it is left out. One jump past a region is the measure.</p>
        <div class="chips">
          @for (one of costs; track one.field) {
            <lc-stepper
              [label]="one.words"
              [value]="school().costs[one.field]"
              [step]="1"
              [min]="0"
              [max]="50"
              [disabled]="locked()"
              (changed)="setCost(one.field, $event)"
            />
          }
        </div>
      </section>
    </div>
  `,
  styleUrls: ['./rules.css', './school-rules.css'],
})
export class SchoolRules {
  readonly locked = input(false);
  readonly changed = output<RulesChange>();
  private readonly store = inject(RulesStore);
  protected readonly id = signal<SchoolId>('open_drains_first');
  protected readonly pressures = plainOptions(PRESSURES);
  protected readonly tools = plainOptions(TOOLS);
  protected readonly regions = plainOptions(REGIONS);
  protected readonly costs = COST_WORDS;
  private readonly own = computed(() => new Set((this.store.own()?.schools ?? []).map((one) => one.id)));
  protected readonly schools = computed(() =>
    SCHOOL_IDS.map((id) => ({ id, name: SCHOOL_NAMES[id], changed: this.own().has(id) })),
  );
  protected readonly school = computed(() => this.store.rules().schools.get(this.id()) ?? SCHOOLS[this.id()]);
  protected readonly changedHere = computed(() => this.own().has(this.id()));
  protected readonly exceptions = computed(() =>
    EXCEPTED_RULES.map((rule) => ({
      rule,
      words: EXCEPTION_WORDS[rule],
      regions: this.school().exceptions.find((one) => one.rule === rule)?.regions ?? [],
    })),
  );

  protected readonly stops = computed(() =>
    STOP_WORDS.map(({ field, words }) => ({ field, words, figures: this.school().stops[field].join(', ') })),
  );

  protected set(change: Partial<School>): void {
    this.changed.emit({ kind: 'set_school', school: { ...this.school(), ...change } });
  }

  protected setCost(field: keyof Costs, value: number): void {
    this.set({ costs: { ...this.school().costs, [field]: value } });
  }

  /** Whole numbers in whatever is typed, each once and ascending; what is none is left out. */
  protected setStops(field: keyof Stops, input: HTMLInputElement): void {
    const typed = (input.value.match(/\d+/g) ?? []).map(Number).filter((one) => one >= 1 && one <= 1000);
    const figures = [...new Set(typed)].sort((a, b) => a - b).slice(0, 20);
    input.value = figures.join(', ');
    if (figures.join() !== this.school().stops[field].join())
      this.set({ stops: { ...this.school().stops, [field]: figures } });
  }

  protected setException(rule: School['exceptions'][number]['rule'], regions: Region[]): void {
    const others = this.school().exceptions.filter((one) => one.rule !== rule);
    this.set({ exceptions: regions.length > 0 ? [...others, { rule, regions }] : others });
  }
}
