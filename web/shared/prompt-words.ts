import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PromptView } from '@limber/core/prompt/view';
import { keepInSight } from './keep-in-sight';

/** What is read while one films: where one is, what is said or done, the count, what comes then. At any screen. */
@Component({
  selector: 'lc-prompt-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './prompt-words.css',
  template: `
    <p class="where">{{ view().where }}</p>
    @if (view().said.length > 0) {
      <p class="said">
        @for (one of view().said; track $index) {
          <span [class.gone]="one.is === 'said'" [class.now]="one.is === 'now'">{{ one.text }} </span>
        }
      </p>
    } @else {
      <p class="does">{{ view().does }}</p>
      @if (view().over; as text) {
        <p class="said over">{{ text }}</p>
      }
    }
    @if (view().count; as figure) {
      <div class="count" data-testid="prompter-count">
        <strong class="times">{{ figure.value }}</strong>
        <span>
          {{ figure.words }}
          @if (figure.pips > 0) {
            <span class="pips" aria-hidden="true">
              @for (pip of dots(figure.pips); track $index) {
                <i [class.done]="$index < figure.done"></i>
              }
            </span>
          }
          <small i18n>by the planned pace</small>
        </span>
      </div>
    } @else if (view().leftS !== null) {
      <div class="count wait">
        <strong class="times">{{ view().leftS }}</strong>
      </div>
    }
    @if (view().state === 'ready') {
      <p class="then ready" i18n>Sit down, look into the lens. Any key or a tap begins.</p>
    } @else {
      <p class="then">{{ view().then }}</p>
    }
    @if (view().framing; as one) {
      <p class="guide" [class.good]="one.good" role="status" data-testid="framing-guide">{{ one.words }}</p>
    }
  `,
})
export class PromptWords {
  readonly view = input.required<PromptView>();

  constructor() {
    const now = computed(() => this.view().said.findIndex((one) => one.is === 'now'));
    keepInSight('.now', now);
  }

  protected readonly dots = (n: number): readonly null[] => Array.from({ length: n }, () => null);
}
