import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import { CUE_STYLES, cueStyleOf } from '@limber/core/cue/styles';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import { LessonStore } from '../../api/lesson-store';
import { ownStyles } from './own-styles';

const SIZES = [
  { value: 0.85, label: $localize`small` },
  { value: 1, label: $localize`medium` },
  { value: 1.2, label: $localize`large` },
];

/** In which style cues are drawn, and how large. */
@Component({
  selector: 'lc-style-choice',
  imports: [FormsModule, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select
      [options]="names()"
      ariaLabel="Style"
      i18n-ariaLabel
      [ngModel]="style().name"
      (ngModelChange)="choose($event)"
    />
    <p-select
      [options]="sizes"
      optionLabel="label"
      optionValue="value"
      ariaLabel="Size"
      i18n-ariaLabel
      [ngModel]="style().scale"
      (ngModelChange)="set({ ...style(), scale: $event })"
    />
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class StyleChoice {
  private readonly store = inject(LessonStore);
  protected readonly sizes = SIZES;
  protected readonly style = computed(() => cueStyleOf(this.store.lesson()));
  /** Those that come with the program, hers, and the one that the lesson has. */
  private readonly styles = computed(() => {
    const { cueStyle } = this.store.lesson();
    const all = [...CUE_STYLES, ...ownStyles(), ...(cueStyle ? [cueStyle] : [])];
    return new Map(all.map((style) => [style.name, style]));
  });
  protected readonly names = computed(() => [...this.styles().keys()]);

  protected choose(name: string): void {
    const style = this.styles().get(name);
    if (style && name !== this.style().name) this.set({ ...style, scale: this.style().scale });
  }

  protected set(style: CueStyle): void {
    this.store.edit({ kind: 'set_lesson', field: 'cueStyle', value: style });
  }
}
