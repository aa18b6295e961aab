import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Recording } from './recording';

/** How a voice comes in, in words and as a level. By itself, because it changes ten times a second. */
@Component({
  selector: 'lc-voice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span i18n>Voice</span><span>{{ recording().voice() }}</span>
    <div class="level"><i [style.transform]="'scaleX(' + recording().level() + ')'"></i></div>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 4px;
      color: #b7a7b6;
    }
    .level {
      contain: strict;
      width: 100%;
      height: 10px;
      border-radius: 5px;
      background: #3a303f;
    }
    i {
      display: block;
      height: 100%;
      transform-origin: left;
      border-radius: 5px;
      background: #5f9e8f;
      will-change: transform;
    }
  `,
})
export class Voice {
  readonly recording = input.required<Recording>();
}
