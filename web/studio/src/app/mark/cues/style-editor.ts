import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { LEAST, tooClose, type Told } from '@limber/core/cue/contrast';
import { FRAMES, TELEPHONE } from '@limber/core/cue/frame';
import { cueStyleOf } from '@limber/core/cue/styles';
import { parseDocument } from '@limber/core/document/document';
import { parseJson } from '@limber/core/format/parse-json';
import {
  CUE_STYLE_FORMAT,
  CUE_STYLE_VERSION,
  cueStyleDocument,
  type StyleFile,
} from '@limber/core/lesson/cue-style.document';
import type { CueStyle } from '@limber/core/lesson/cue-style.schema';
import { LessonStore } from '../../api/lesson-store';
import { Choice, type Option } from '../../shell/choice';
import { saveFile } from '../../shell/save-file';
import { changedStyle, isShipped, keepStyle } from './own-styles';

type Colour = 'plate' | 'ink' | 'soft' | 'rest' | 'accent' | 'accentInk';
type TypeName = keyof CueStyle['types'];

const COUNTS: readonly Option<CueStyle['count']>[] = [
  { value: 'pebble', label: $localize`a stone with pips` },
  { value: 'ribbon', label: $localize`a ribbon that fills` },
  { value: 'numeral', label: $localize`a large figure` },
];
const FADES: readonly Option<number>[] = [
  { value: 0, label: $localize`at once` },
  { value: 160, label: $localize`softly` },
  { value: 400, label: $localize`slowly` },
];
const COLOURS: readonly { readonly name: Colour; readonly label: string }[] = [
  { name: 'plate', label: $localize`ground` },
  { name: 'ink', label: $localize`letters` },
  { name: 'soft', label: $localize`small letters` },
  { name: 'accent', label: $localize`done, and the side` },
  { name: 'accentInk', label: $localize`letters on a change` },
  { name: 'rest', label: $localize`still to come` },
];
const PAIR_NAMES: Readonly<Record<Told, string>> = {
  ink: $localize`Letters and their ground`,
  soft: $localize`Small letters and their ground`,
  accentInk: $localize`A change of side and its letters`,
  accent: $localize`What is done and the ground`,
  rest: $localize`What is still to come and the ground`,
};
const TYPES: readonly { readonly name: TypeName; readonly label: string; readonly most: number }[] = [
  { name: 'count', label: $localize`numbers`, most: 0.16 },
  { name: 'side', label: $localize`side and notes`, most: 0.05 },
  { name: 'swap', label: $localize`change of side`, most: 0.06 },
  { name: 'label', label: $localize`names`, most: 0.05 },
  { name: 'caption', label: $localize`captions`, most: 0.05 },
];
const SMALLEST = 0.014;

/** How cues look, thing by thing; the picture beside it shows each while it is tried. */
@Component({
  selector: 'lc-style-editor',
  imports: [Choice, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './style-editor.html',
  styleUrl: './style-editor.css',
})
export class StyleEditor {
  private readonly store = inject(LessonStore);
  /** As the lesson has it, or as it is tried. */
  readonly style = input.required<CueStyle>();
  /** One that is tried while it is dragged; null when it is let go. */
  readonly tried = output<CueStyle | null>();
  protected readonly counts = COUNTS;
  protected readonly fades = FADES;
  protected readonly smallest = SMALLEST;
  protected readonly trouble = signal('');

  protected readonly shipped = computed(() => isShipped(this.style()));
  protected readonly colours = computed(() => COLOURS.map((one) => ({ ...one, value: this.style()[one.name] })));
  protected readonly types = computed(() => {
    const { types, scale } = this.style();
    return TYPES.map((one) => {
      const px = types[one.name] * scale * FRAMES.page.type * TELEPHONE.widthPx;
      return {
        ...one,
        value: types[one.name],
        px: $localize`${Math.round(px)} px on a telephone`,
        small: px < TELEPHONE.leastPx,
      };
    });
  });
  protected readonly roundness = computed(() => {
    const { corner } = this.style();
    return corner > 0.75 ? $localize`round` : corner > 0.2 ? $localize`rounded` : $localize`square`;
  });
  /** What nobody could tell apart, in words. */
  protected readonly close = computed(() =>
    tooClose(this.style(), LEAST).map(
      ({ of, ratio, least }) => $localize`${PAIR_NAMES[of]}\: ${ratio.toFixed(1)} to 1. Everybody reads ${least} to 1.`,
    ),
  );

  protected with(change: Partial<CueStyle>): CueStyle {
    return changedStyle(this.style(), change);
  }

  protected withColour(name: Colour, value: string): CueStyle {
    return this.with({ [name]: value });
  }

  protected withType(name: TypeName, value: number): CueStyle {
    return this.with({ types: { ...this.style().types, [name]: value } });
  }

  /** @param instead the name that it had until now. */
  protected set(style: CueStyle, instead?: string): void {
    this.tried.emit(null);
    if (JSON.stringify(style) === JSON.stringify(cueStyleOf(this.store.lesson()))) return;
    if (!isShipped(style)) keepStyle(style, instead);
    this.store.edit({ kind: 'set_lesson', field: 'cueStyle', value: style });
  }

  protected rename(field: HTMLInputElement): void {
    const name = field.value.trim();
    if (name && !isShipped({ name })) this.set({ ...this.style(), name }, this.style().name);
    field.value = this.style().name;
  }

  protected save(): void {
    const file: StyleFile = { format: CUE_STYLE_FORMAT, version: CUE_STYLE_VERSION, style: this.style() };
    saveFile(this.style().name, 'json', JSON.stringify(file, null, 2));
  }

  protected async bringIn(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    try {
      const { style } = parseDocument(cueStyleDocument, parseJson(await file.text()));
      this.set(isShipped(style) ? changedStyle(style, {}) : style);
      this.trouble.set('');
    } catch (error) {
      const why = error instanceof Error ? error.message : '';
      this.trouble.set($localize`“${file.name}” is no style that can be used here. ${why}`);
    }
  }
}
