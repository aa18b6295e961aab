import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FaceMap, type Place } from './face-map';

const VIEWS = [
  { view: 'left', label: $localize`your left side` },
  { view: 'back', label: $localize`from behind` },
  { view: 'right', label: $localize`your right side` },
] as const;

/** The face map from both sides and from behind, small: nape, behind the ear, shoulders. */
@Component({
  selector: 'lc-face-around',
  imports: [FaceMap],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of views; track one.view) {
      <figure>
        <lc-face-map
          [view]="one.view"
          [shades]="shades()"
          [chosen]="chosen()"
          [pickable]="pickable()"
          label="Face map, {{ one.label }}"
          i18n-label
          (picked)="picked.emit($event)"
        />
        <figcaption>{{ one.label }}</figcaption>
      </figure>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: 10px;
    }
    figure {
      margin: 0;
    }
    figcaption {
      margin-top: 3px;
      font-size: 12.5px;
      text-align: center;
      color: var(--soft);
    }
  `,
})
export class FaceAround {
  readonly shades = input<ReadonlyMap<string, number> | null>(null);
  readonly chosen = input<readonly Place[]>([]);
  readonly pickable = input(false);
  readonly picked = output<Place>();
  protected readonly views = VIEWS;
}
