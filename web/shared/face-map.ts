import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MAP_ANCHORS, MAP_HALVES, MAP_MIDDLE, UNDIVIDED } from '@limber/core/face/map';
import { BACK_HALVES, SIDE_AREAS, type MapView } from '@limber/core/face/map-around';
import { legPath, midOf, type DrawnWay } from './face-way';
import { BAND_COLOURS, parentOf, regionName, type Region, type Side } from '@limber/core/face/regions';

export interface Place {
  readonly region: Region;
  readonly side: Side | null;
}

/** A numbered stop of a lesson's route. */
export interface Stop extends Place {
  readonly number: number;
  readonly current: boolean;
}

interface Part {
  readonly key: string;
  readonly region: Region;
  readonly side: Side;
  readonly d: string;
  readonly transform: string | null;
  readonly fill: string;
  readonly opacity: number;
  readonly chosen: boolean;
  readonly label: string;
}

/** The same region may be chosen in several views: each says from where it is seen. */
const SEEN: Readonly<Record<MapView, string>> = {
  front: '',
  left: $localize`, from the side`,
  right: $localize`, from the side`,
  back: $localize`, from behind`,
};

const MIRROR = `translate(${2 * MAP_MIDDLE} 0) scale(-1 1)`;

/** The face map, front view, drawn as in a mirror: your left is at the left. */
@Component({
  selector: 'lc-face-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 280 400" role="group" [attr.aria-label]="label()">
      @switch (view()) {
        @case ('front') {
          <g class="under" aria-hidden="true">
            <path
              d="M140 18C78 18 42 62 42 130C42 170 40 214 30 244L250 244C240 214 238 170 238 130C238 62 202 18 140 18Z"
              class="hair"
            />
            <path
              d="M104 236L102 300C88 318 30 320 14 372L10 400L270 400L266 372C250 320 192 318 178 300L176 236Z"
              class="skin"
            />
            <path
              d="M140 56C94 56 64 88 63 136C62 190 82 260 140 262C198 260 218 190 217 136C216 88 186 56 140 56Z"
              class="skin"
            />
          </g>
        }
        @case ('back') {
          <g class="under" aria-hidden="true">
            <path
              d="M104 226L100 302C86 320 30 322 14 372L9 400L271 400L266 372C250 322 194 320 180 302L176 226Z"
              class="skin"
            />
            <path
              d="M140 14C76 14 42 60 42 130C42 190 54 226 74 240L206 240C226 226 238 190 238 130C238 60 204 14 140 14Z"
              class="hair"
            />
          </g>
        }
        @default {
          <g class="under" aria-hidden="true" [attr.transform]="view() === 'right' ? mirror : null">
            <path
              d="M94 60C82 78 76 100 72 124C66 144 54 158 53 168C55 176 62 178 70 178C64 190 62 196 66 202C63 208 68 212 70 216C64 228 66 244 76 250C90 254 100 254 112 268C118 290 118 306 104 322C92 340 84 370 80 400L270 400C270 350 262 312 246 292C232 262 230 222 236 190C250 140 246 90 220 50Z"
              class="skin"
            />
            <path
              d="M98 56C124 12 214 12 240 66C258 104 254 156 238 196L190 204C198 150 178 108 134 92C112 84 100 72 98 56Z"
              class="hair"
            />
          </g>
        }
      }
      @for (part of parts(); track part.key) {
        <path
          [attr.d]="part.d"
          [attr.transform]="part.transform"
          [attr.fill]="part.fill"
          [attr.fill-opacity]="part.opacity"
          class="part"
          [class.pickable]="pickable()"
          [class.chosen]="part.chosen"
          [attr.tabindex]="pickable() ? 0 : null"
          [attr.role]="pickable() ? 'button' : null"
          [attr.aria-pressed]="pickable() ? part.chosen : null"
          [attr.aria-label]="pickable() ? part.label : null"
          [attr.data-region]="part.region"
          [attr.data-side]="part.side"
          (click)="pick(part)"
          (keydown.enter)="pick(part)"
          (keydown.space)="pick(part); $event.preventDefault()"
        >
          <title>{{ part.label }}</title>
        </path>
      }
      @if (view() === 'front') {
        <g class="features" aria-hidden="true">
          <path d="M90 141q16-12 32 0q-16 9-32 0zM158 141q16-12 32 0q-16 9-32 0z" class="white" />
          <circle cx="106" cy="140" r="4.6" />
          <circle cx="174" cy="140" r="4.6" />
          <path d="M88 119q18-10 40-2M192 119q-18-10-40-2" class="hairline" />
          <path d="M139 136c-3 16-8 26-9 36q3 6 10 5" class="fine" />
          <path d="M121 209q19 7 38 0" class="fine" />
        </g>
      }
      @for (leg of legs(); track $index) {
        <g class="way" aria-hidden="true">
          <path [attr.d]="leg.d" class="halo" />
          <path [attr.d]="leg.d" />
          <path d="M-7 -4.4L1 0L-7 4.4Z" class="head" [attr.transform]="leg.head" />
          @if (leg.saw) {
            <path d="M-7 -4.4L1 0L-7 4.4Z" class="head" [attr.transform]="leg.tail" />
          }
        </g>
      }
      @for (one of rounds(); track $index) {
        <g class="rounds" [attr.transform]="one.transform" aria-hidden="true">
          <rect x="-12" y="-9" width="24" height="18" rx="9" />
          <text dy="3.8">×{{ one.rounds }}</text>
        </g>
      }
      @if (joined() && route().length > 1) {
        <path [attr.d]="routePath()" class="route" aria-hidden="true" />
      }
      @for (stop of stops(); track stop.transform) {
        <g class="stop" [class.current]="stop.current" [attr.transform]="stop.transform" aria-hidden="true">
          <rect [attr.x]="-stop.width / 2" y="-9.5" [attr.width]="stop.width" height="19" rx="9.5" />
          <text dy="3.8">{{ stop.words }}</text>
        </g>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      overflow: visible;
    }
    .hair {
      fill: #493641;
    }
    .skin {
      fill: #f6e3d3;
    }
    .part {
      stroke: #fbf7f2;
      stroke-width: 1.6;
    }
    .part.pickable {
      cursor: pointer;
    }
    .part.pickable:hover {
      fill-opacity: 0.95;
    }
    .part.chosen {
      stroke: #2b2330;
      stroke-width: 2.6;
    }
    .part:focus-visible {
      outline: none;
      stroke: #2b2330;
      stroke-width: 3.4;
    }
    .features {
      pointer-events: none;
      fill: #3c2a33;
    }
    .features .white {
      fill: #fffaf3;
    }
    .hairline {
      fill: none;
      stroke: #3c2a33;
      stroke-width: 3.4;
      stroke-linecap: round;
    }
    .fine {
      fill: none;
      stroke: #8a5a4a;
      stroke-width: 2;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .way {
      pointer-events: none;
      fill: none;
      stroke: #6b2d5c;
      stroke-width: 2.6;
      stroke-linecap: round;
    }
    .way .halo {
      stroke: #fffaf3;
      stroke-width: 5.4;
    }
    .way .head {
      fill: #6b2d5c;
      stroke: #fffaf3;
      stroke-width: 1;
    }
    .rounds {
      pointer-events: none;
    }
    .rounds rect {
      fill: #6b2d5c;
      stroke: #fffaf3;
      stroke-width: 1.4;
    }
    .rounds text {
      fill: #fff;
      font: 700 10.5px var(--text);
      text-anchor: middle;
    }
    .route {
      fill: none;
      stroke: #2b2330;
      stroke-width: 1.6;
      stroke-dasharray: 3 3;
      pointer-events: none;
    }
    .stop {
      pointer-events: none;
    }
    .stop rect {
      fill: #2b2330;
      stroke: #fffaf3;
      stroke-width: 1.6;
    }
    .stop text {
      fill: #fff;
      font: 700 10.5px var(--text);
      text-anchor: middle;
    }
    .stop.current rect {
      fill: #f2b84b;
      stroke: #2b2330;
    }
    .stop.current text {
      fill: #2b2330;
    }
  `,
})
export class FaceMap {
  /** Share of work in a place, 0 to 1; with none given every region has an even tone. */
  readonly shades = input<ReadonlyMap<string, number> | null>(null);
  readonly chosen = input<readonly Place[]>([]);
  readonly route = input<readonly Stop[]>([]);
  /** Where hands go: of the chosen step, over the route of the lesson. */
  readonly ways = input<readonly DrawnWay[]>([]);
  /** Whether the stops are joined by a dashed line. */
  readonly joined = input(true);
  readonly pickable = input(false);
  /** The route is drawn on the front alone. */
  readonly view = input<MapView>('front');
  protected readonly mirror = MIRROR;
  readonly label = input($localize`Face map, drawn as in a mirror`);
  readonly picked = output<Place>();

  protected readonly parts = computed<Part[]>(() => {
    const shades = this.shades();
    const chosen = this.chosen();
    return areasOf(this.view()).map(({ region, d, side, mirrored }) => {
      const own = shades?.get(`${region}/${side}`) ?? 0;
      return {
        key: `${region}/${side}`,
        region,
        side,
        d,
        transform: mirrored ? MIRROR : null,
        fill: shades && own === 0 ? '#efdccb' : BAND_COLOURS[parentOf(region)].fill,
        opacity: shades ? (own === 0 ? 0.7 : Math.round(35 + 60 * own) / 100) : 0.62,
        chosen: chosen.some((one) => one.region === region && (one.side === null || one.side === side)),
        label: `${UNDIVIDED.has(region) ? '' : `${side} `}${regionName(region)}${SEEN[this.view()]}`,
      };
    });
  });

  protected readonly legs = computed(() =>
    this.view() === 'front'
      ? this.ways().flatMap((way) => way.legs.map((leg) => ({ ...legPath(leg), saw: way.saw })))
      : [],
  );
  protected readonly rounds = computed(() =>
    this.view() === 'front'
      ? this.ways()
          .filter((way) => way.rounds > 1 && way.legs.length > 0)
          .map(({ legs, rounds }) => ({ rounds, transform: `translate(${midOf(legs[0]!).join(' ')})` }))
      : [],
  );

  protected readonly routePath = computed(() =>
    this.route()
      .map((stop, i) => `${i === 0 ? 'M' : 'L'}${pointOf(stop).join(' ')}`)
      .join(''),
  );

  /** One mark a place; a place that the lesson comes back to names each of its steps while there is room. */
  protected readonly stops = computed(() => {
    const places = new Map<string, Stop[]>();
    for (const stop of this.route()) {
      const transform = `translate(${pointOf(stop).join(' ')})`;
      places.set(transform, [...(places.get(transform) ?? []), stop]);
    }
    return [...places].map(([transform, here]) => {
      const current = here.find((stop) => stop.current);
      const first = (current ?? here[0]!).number;
      const words = here.length <= 2 ? here.map((stop) => stop.number).join(' · ') : `${first} +${here.length - 1}`;
      return { transform, words, width: Math.max(19, 8 + 5.6 * words.length), current: current !== undefined };
    });
  });

  protected pick(part: Part): void {
    if (this.pickable()) this.picked.emit({ region: part.region, side: UNDIVIDED.has(part.region) ? null : part.side });
  }
}

interface Drawn {
  readonly region: Region;
  readonly d: string;
  readonly side: Side;
  readonly mirrored: boolean;
}

/** What is drawn in a view: both halves of front and back, one side of a profile. */
function areasOf(view: MapView): Drawn[] {
  if (view === 'left' || view === 'right')
    return SIDE_AREAS.map((area) => ({ ...area, side: view, mirrored: view === 'right' }));
  return (view === 'front' ? MAP_HALVES : BACK_HALVES).flatMap((half) =>
    (['left', 'right'] as const).map((side) => ({ ...half, side, mirrored: side === 'right' })),
  );
}

function pointOf({ region, side }: Place): [number, number] {
  const [x, y] = MAP_ANCHORS[region];
  return [side === 'right' ? 2 * MAP_MIDDLE - x : x, y];
}
