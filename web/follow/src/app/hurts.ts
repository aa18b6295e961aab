import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';

/** Something hurts while the lesson plays: what to do, before anything else. */
@Component({
  selector: 'lc-hurts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #dialog aria-labelledby="hurts" (cancel)="wasNothing.emit()">
      <h2 id="hurts" i18n>Stop, and let your hands rest</h2>
      <p i18n>
        <strong>{{ what() }}</strong> should not hurt. Take your hands off your face, let the jaw hang, and breathe out
        slowly.
      </p>
      <p i18n>
        If it is strong, came suddenly, or does not go away within a few minutes: leave the lesson for today and ask a
        doctor, or a dentist when it is the jaw. With trouble seeing, speaking or moving one side of the face, call
        emergency help.
      </p>
      <div class="choose">
        <button type="button" class="main" (click)="leaveOut.emit()" i18n>
          It has gone: leave this move out, go on
        </button>
        <button type="button" (click)="stopHere.emit()" i18n>Stop the lesson here</button>
        <button type="button" (click)="wasNothing.emit()" i18n>Back, it was nothing</button>
      </div>
    </dialog>
  `,
  styles: `
    dialog {
      max-width: min(560px, 92vw);
      padding: 26px 28px;
      color: var(--ink);
      background: var(--card);
      border: 1px solid var(--line);
      border-radius: 20px;
    }
    dialog::backdrop {
      background: rgb(23 18 27 / 72%);
    }
    h2 {
      margin: 0 0 10px;
      font-size: 26px;
    }
    p {
      margin: 0 0 12px;
      font-size: 17.5px;
    }
    .choose {
      display: grid;
      gap: 10px;
      padding-top: 6px;
    }
    button {
      min-height: 54px;
    }
  `,
})
export class Hurts {
  /** The move, and its side where it has one. */
  readonly what = input.required<string>();
  readonly leaveOut = output();
  readonly stopHere = output();
  readonly wasNothing = output();
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');

  constructor() {
    afterNextRender(() => this.dialog().nativeElement.showModal());
  }
}
