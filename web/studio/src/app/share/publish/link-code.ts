import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { codeOf } from '@limber/core/render/code';
import { fileName, saveAs } from '../../shell/save-file';

/** The QR code of a link, to be pointed a telephone at, or printed. */
@Component({
  selector: 'lc-link-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + code().across + ' ' + code().across"
      role="img"
      aria-label="QR code of the link"
      i18n-aria-label
    >
      <path [attr.d]="dark()" />
    </svg>
    <button type="button" class="text-button" (click)="save()" i18n>Keep it as a picture</button>
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      align-content: start;
      justify-items: start;
    }
    svg {
      width: 148px;
      shape-rendering: crispEdges;
      background: #fff;
      border-radius: 8px;
    }
  `,
})
export class LinkCode {
  readonly url = input.required<string>();
  /** What the lesson is called. */
  readonly title = input.required<string>();
  protected readonly code = computed(() => codeOf(this.url()));
  protected readonly dark = computed(() =>
    this.code()
      .runs.map(([x, y, length]) => `M${x} ${y}h${length}v1h${-length}z`)
      .join(''),
  );

  protected save(): void {
    const { across } = this.code();
    const picture = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${across} ${across}" width="${8 * across}" height="${8 * across}" shape-rendering="crispEdges"><rect width="${across}" height="${across}" fill="#fff"/><path d="${this.dark()}"/></svg>\n`;
    saveAs(`${fileName(this.title())}.svg`, 'image/svg+xml', picture);
  }
}
