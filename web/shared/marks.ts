import { ChangeDetectionStrategy, Component, effect, input } from '@angular/core';
import { needsOthers } from '@limber/core/cue/fonts';
import type { Mark } from '@limber/core/cue/mark';

/** Marks drawn as they are: nothing but paths and lines of text. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[lcMarks]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (mark of marks(); track $index) {
      @if (mark.is === 'path') {
        <svg:path
          [attr.d]="mark.d"
          [attr.fill]="mark.fill ?? 'none'"
          [attr.stroke]="mark.stroke"
          [attr.stroke-width]="mark.strokeWidth || null"
          [attr.opacity]="mark.opacity"
        />
      } @else {
        <svg:text
          [attr.x]="mark.x"
          [attr.y]="mark.baseline"
          [attr.font-size]="mark.size"
          [attr.text-anchor]="mark.anchor"
          [attr.fill]="mark.fill"
          [class]="mark.type"
        >
          {{ mark.text }}
        </svg:text>
      }
    }
  `,
  styles: `
    text {
      font-kerning: normal;
      font-synthesis: none;
    }
    .head {
      font-family:
        'Bricolage Grotesque', 'Noto Sans', 'Noto Sans JP', 'Noto Sans Hebrew', 'Noto Sans Arabic', sans-serif;
      font-weight: 800;
    }
    .text {
      font-family:
        'Atkinson Hyperlegible Next', 'Noto Sans', 'Noto Sans JP', 'Noto Sans Hebrew', 'Noto Sans Arabic', sans-serif;
      font-weight: 600;
    }
  `,
})
export class Marks {
  readonly marks = input.required<readonly Mark[]>();

  constructor() {
    effect(() => {
      if (this.marks().some((mark) => mark.is === 'text' && needsOthers(mark.text, mark.type))) fetchOtherFonts();
    });
  }
}

let fetched = false;
/** Lists the fonts of other scripts, once a page. */
function fetchOtherFonts(): void {
  if (fetched) return;
  fetched = true;
  const link = document.createElement('link');
  link.rel = 'stylesheet';
  link.href = new URL('other-fonts.css', document.baseURI).href;
  document.head.append(link);
}
