import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { Textarea } from 'primeng/textarea';
import type { Lesson, Pace } from '@limber/core/lesson/lesson.schema';
import { LEVELS } from '@limber/core/move/move.schema';
import { SCHOOL_IDS, SCHOOL_NAMES } from '@limber/core/school/schools';
import { LessonStore } from '../../api/lesson-store';
import { PaceTest } from './pace-test';
import { SchoolEditor } from './school-editor';
import { Stepper } from './stepper';

/** Name, concern, promise, school, level and pace of the lesson. */
@Component({
  selector: 'lc-lesson-details',
  imports: [FormsModule, InputText, PaceTest, SchoolEditor, Select, Textarea, Stepper],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label for="d-title" i18n>Title</label>
    <input pInputText id="d-title" maxlength="160" [value]="lesson().title" (change)="setTitle($any($event.target))" />
    <label for="d-concern" i18n>What it is for</label>
    <input
      pInputText
      id="d-concern"
      maxlength="300"
      [value]="lesson().concern"
      (change)="set('concern', $any($event.target).value)"
    />
    <label for="d-promise" i18n>What it promises</label>
    <textarea
      pTextarea
      id="d-promise"
      rows="2"
      maxlength="600"
      [value]="lesson().promise"
      (change)="set('promise', $any($event.target).value)"
    ></textarea>
    <div class="two">
      <div>
        <label for="d-school" i18n>School</label>
        <p-select
          inputId="d-school"
          [options]="schools"
          optionLabel="label"
          optionValue="value"
          appendTo="body"
          [ngModel]="lesson().school"
          (ngModelChange)="set('school', $event)"
        />
      </div>
      <div>
        <label for="d-level" i18n>Level</label>
        <p-select
          inputId="d-level"
          [options]="levels"
          optionLabel="label"
          optionValue="value"
          appendTo="body"
          [ngModel]="lesson().level"
          (ngModelChange)="set('level', $event)"
        />
      </div>
    </div>
    <lc-school-editor />
    <label for="d-description" i18n>Text under the video</label>
    <textarea
      pTextarea
      id="d-description"
      rows="2"
      maxlength="6000"
      [value]="lesson().description"
      (change)="set('description', $any($event.target).value)"
    ></textarea>
    <p class="head" i18n>Your pace</p>
    <lc-pace-test />
    <div class="pace">
      <lc-stepper
        label="syllables a minute"
        i18n-label
        [value]="lesson().pace.syllablesPerMinute"
        [step]="5"
        [min]="60"
        [max]="480"
        (changed)="setPace('syllablesPerMinute', $event)"
      />
      <lc-stepper
        label="pause after a sentence"
        i18n-label
        unit="s"
        i18n-unit
        [value]="lesson().pace.sentencePauseMs / 1000"
        [step]="0.05"
        [min]="0"
        [max]="10"
        (changed)="setPace('sentencePauseMs', $event * 1000)"
      />
      <lc-stepper
        label="getting into position"
        i18n-label
        unit="s"
        i18n-unit
        [value]="lesson().pace.settleMs / 1000"
        [step]="0.5"
        [min]="0"
        [max]="60"
        (changed)="setPace('settleMs', $event * 1000)"
      />
      <lc-stepper
        label="changing sides"
        i18n-label
        unit="s"
        i18n-unit
        [value]="lesson().pace.swapMs / 1000"
        [step]="0.5"
        [min]="0"
        [max]="60"
        (changed)="setPace('swapMs', $event * 1000)"
      />
      <lc-stepper
        label="changing tools"
        i18n-label
        unit="s"
        i18n-unit
        [value]="lesson().pace.toolMs / 1000"
        [step]="1"
        [min]="0"
        [max]="60"
        (changed)="setPace('toolMs', $event * 1000)"
      />
      <lc-stepper
        label="putting oil on"
        i18n-label
        unit="s"
        i18n-unit
        [value]="lesson().pace.applyMs / 1000"
        [step]="1"
        [min]="0"
        [max]="120"
        (changed)="setPace('applyMs', $event * 1000)"
      />
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 5px;
    }
    label,
    .head {
      margin-top: 9px;
      font-weight: 650;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 14px;
    }
    .two > div {
      display: grid;
      gap: 5px;
    }
    .pace {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
})
export class LessonDetails {
  private readonly store = inject(LessonStore);
  protected readonly lesson = this.store.lesson;
  protected readonly schools = SCHOOL_IDS.map((value) => ({ value, label: SCHOOL_NAMES[value] }));
  protected readonly levels = LEVELS.map((value) => ({ value, label: value }));

  protected set<F extends 'concern' | 'promise' | 'school' | 'level' | 'description'>(
    field: F,
    value: Lesson[F],
  ): void {
    if (value !== this.lesson()[field])
      this.store.edit({ kind: 'set_lesson', field, value } as Parameters<LessonStore['edit']>[0]);
  }

  protected setTitle(field: HTMLInputElement): void {
    const value = field.value.trim();
    if (value && value !== this.lesson().title) this.store.edit({ kind: 'set_lesson', field: 'title', value });
    field.value = this.lesson().title;
  }

  protected setPace(field: keyof Pace, value: number): void {
    this.store.edit({
      kind: 'set_lesson',
      field: 'pace',
      value: { ...this.lesson().pace, [field]: Math.round(value) },
    });
  }
}
