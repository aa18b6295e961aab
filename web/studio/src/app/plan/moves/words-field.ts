import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  OnDestroy,
  output,
  viewChild,
} from '@angular/core';
import { Textarea } from 'primeng/textarea';
import { clock } from '@limber/core/time/clock';

let fields = 0;
const PAUSE_MS = 450;

/** Words to be said, with the time they take. What is typed is taken after a short pause, or when the field is left. */
@Component({
  selector: 'lc-words-field',
  imports: [Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [attr.for]="id">
      <span>{{ label() }}</span>
      <span class="soft times">{{ ms() > 0 ? time() : '' }}</span>
    </label>
    <textarea
      pTextarea
      #area
      [id]="id"
      [rows]="rows()"
      [placeholder]="hint()"
      maxlength="6000"
      (input)="later()"
      (blur)="now()"
    ></textarea>
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
})
export class WordsField implements OnDestroy {
  readonly label = input.required<string>();
  readonly hint = input('');
  readonly text = input.required<string>();
  readonly ms = input(0);
  readonly rows = input(2);
  readonly said = output<string>();
  protected readonly id = `words-${++fields}`;
  protected readonly time = computed(
    () => `about ${this.ms() < 60_000 ? `${Math.round(this.ms() / 1000)} s` : clock(this.ms())}`,
  );
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
