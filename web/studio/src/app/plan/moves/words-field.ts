import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  OnDestroy,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Textarea } from 'primeng/textarea';
import { isMove, type Step } from '@limber/core/lesson/lesson.schema';
import { fieldOf, FIELDS, piecesOf, type FieldName } from '@limber/core/speech/fields';
import { clock } from '@limber/core/time/clock';

const FIELD_WORDS: Readonly<Record<FieldName, string>> = {
  reps: $localize`how many`,
  hold: $localize`seconds held`,
  sets: $localize`sets`,
  side: $localize`first side`,
  'other side': $localize`other side`,
  remaining: $localize`left at half`,
  seconds: $localize`seconds`,
  breaths: $localize`breaths`,
  count: $localize`counted`,
};

let fields = 0;
const PAUSE_MS = 450;
/** Words longer than this, in letters, get the width of the page where several fields stand side by side. */
const LONG = 130;

/**
 * Words to be said, with the time they take. What is typed is taken after a short pause, or when the field is left. What
 * fills itself in looks like what it becomes.
 */
@Component({
  selector: 'lc-words-field',
  imports: [Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [attr.for]="id">
      <span>{{ label() }}</span>
      <span class="soft times">{{ ms() > 0 ? time() : '' }}</span>
    </label>
    <div class="paper" [class.filled]="filled() && !writing()">
      <textarea
        pTextarea
        #area
        [id]="id"
        [rows]="rows()"
        [placeholder]="hint()"
        maxlength="6000"
        (input)="later()"
        (focus)="writing.set(true)"
        (blur)="leave()"
      ></textarea>
      @if (filled() && !writing()) {
        <div class="said" aria-hidden="true">
          @for (piece of pieces(); track $index) {
            @if (piece.field) {
              <mark>{{ piece.words }}</mark>
            } @else {
              <span>{{ piece.words }}</span>
            }
          }
        </div>
      }
    </div>
    @if (writing() && step(); as one) {
      <p class="offers" (mousedown)="$event.preventDefault()">
        @for (offer of offers(); track offer.name) {
          <button
            type="button"
            tabindex="-1"
            title="Fills itself: {{ offer.words }}"
            i18n-title
            (click)="putIn(offer.name)"
          >
            <mark>{{ offer.value }}</mark> {{ offer.words }}
          </button>
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    label {
      display: flex;
      justify-content: space-between;
      margin-bottom: 3px;
      font-size: 14px;
      font-weight: 650;
    }
    label .soft {
      font-weight: 400;
      white-space: nowrap;
    }
    .paper {
      position: relative;
    }
    .filled textarea {
      color: transparent;
    }
    .said {
      position: absolute;
      inset: 1px;
      padding: 8px 11px;
      overflow: hidden;
      font-size: 15px;
      line-height: 1.4;
      white-space: pre-wrap;
      pointer-events: none;
    }
    mark {
      padding: 0 5px;
      font-weight: 650;
      color: var(--plum);
      background: color-mix(in srgb, var(--plum) 11%, transparent);
      border-radius: 6px;
    }
    .offers {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      margin: 5px 0 0;
    }
    .offers button {
      min-height: 28px;
      padding: 2px 9px 2px 4px;
      font: inherit;
      font-size: 13.5px;
      color: var(--soft);
      background: var(--paper);
      border: 1px solid var(--line);
      border-radius: 9px;
      cursor: pointer;
    }
    .offers button:hover {
      border-color: var(--plum);
    }
    :host(.long) {
      grid-column: 1 / -1;
    }
    textarea {
      width: 100%;
      min-height: 66px;
      max-height: 320px;
      resize: vertical;
      field-sizing: content;
      font-size: 15px;
      line-height: 1.4;
      padding: 8px 11px;
    }
  `,
  host: { '[class.long]': 'long()' },
})
export class WordsField implements OnDestroy {
  readonly label = input.required<string>();
  readonly hint = input('');
  readonly text = input.required<string>();
  readonly ms = input(0);
  readonly rows = input(2);
  /** Of a step whose figures and sides fill themselves in; null where nothing does. */
  readonly step = input<Step | null>(null);
  readonly said = output<string>();
  protected readonly long = computed(() => this.text().length > LONG);
  protected readonly id = `words-${++fields}`;
  protected readonly time = computed(
    () => $localize`about ${this.ms() < 60_000 ? `${Math.round(this.ms() / 1000)} s` : clock(this.ms())}`,
  );
  protected readonly writing = signal(false);
  protected readonly pieces = computed(() => {
    const step = this.step();
    return step ? piecesOf(this.text(), step) : [];
  });
  /** Whether something in the words fills itself in: then they look like what they become, until they are written in. */
  protected readonly filled = computed(() => this.pieces().some((piece) => piece.field !== null));
  protected readonly offers = computed(() => {
    const step = this.step();
    return step && isMove(step)
      ? FIELDS.flatMap((name) => {
          const value = fieldOf(name, step);
          return value === null ? [] : [{ name, value, words: FIELD_WORDS[name] }];
        })
      : [];
  });
  private readonly area = viewChild.required<ElementRef<HTMLTextAreaElement>>('area');
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    effect(() => {
      const field = this.area().nativeElement;
      const text = this.text();
      // What is being typed is newer than what comes back.
      if (this.timer === undefined && field.value !== text) field.value = text;
    });
  }

  ngOnDestroy(): void {
    this.now();
  }

  protected leave(): void {
    this.now();
    this.writing.set(false);
  }

  /** A field that fills itself, where the cursor stands. */
  protected putIn(name: FieldName): void {
    const field = this.area().nativeElement;
    field.setRangeText(`{${name}}`, field.selectionStart, field.selectionEnd, 'end');
    this.later();
  }

  protected later(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.now(), PAUSE_MS);
  }

  protected now(): void {
    if (this.timer === undefined) return;
    clearTimeout(this.timer);
    this.timer = undefined;
    const { value } = this.area().nativeElement;
    if (value !== this.text()) this.said.emit(value);
  }
}
