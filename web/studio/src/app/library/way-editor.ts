import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';
import { ToggleSwitch } from 'primeng/toggleswitch';
import type { SidePlan } from '@limber/core/dose/dose.schema';
import { areaName, PARTS_OF } from '@limber/core/face/areas';
import {
  EDGES,
  GRIPS,
  MOST_STOPS,
  PRESSURES,
  stopSchema,
  TEMPERATURES,
  TOOLS,
  type Move,
  type Stop,
} from '@limber/core/move/move.schema';
import { isImplement } from '@limber/core/move/tool';
import { crossedOf, describeRoute, lengthOfWay, usualTempoMs } from '@limber/core/move/way';
import { FaceMap, type Place } from '@shared/face-map';
import { drawnWays } from '@shared/face-way';
import { Choice, optionsOr, plainOptions } from '../shell/choice';

/** Where the hand goes, from waypoint to waypoint, and how hand and tool touch the skin. */
@Component({
  selector: 'lc-way-editor',
  imports: [Choice, FaceMap, FormsModule, InputText, ToggleSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './way-editor.html',
  styleUrl: './way-editor.css',
})
export class WayEditor {
  readonly move = input.required<Move>();
  readonly sidePlan = input.required<SidePlan>();
  readonly changed = output<Partial<Move>>();

  protected readonly sides = [
    { value: 'worked' as const, label: $localize`the worked side` },
    { value: 'middle' as const, label: $localize`the middle` },
    { value: 'other' as const, label: $localize`the other side` },
  ];
  protected readonly pressures = optionsOr($localize`usual pressure`, PRESSURES);
  protected readonly breaths = [
    { value: null, label: $localize`any breath` },
    { value: 'in' as const, label: $localize`breathing in` },
    { value: 'out' as const, label: $localize`breathing out` },
  ];
  protected readonly tools = plainOptions(TOOLS);
  protected readonly allPressures = plainOptions(PRESSURES);
  protected readonly grips = optionsOr($localize`as usual`, GRIPS);
  protected readonly temperatures = optionsOr($localize`nothing said`, TEMPERATURES);
  protected readonly edges = optionsOr($localize`as it is`, EDGES);
  protected readonly room = computed(() => this.move().route.length < MOST_STOPS);
  protected readonly implement = computed(() => isImplement(this.move().tool));

  protected readonly stops = computed(() =>
    this.move().route.map((stop, at) => ({
      stop,
      at,
      name: areaName({ region: stop.region, part: null }),
      parts: PARTS_OF[stop.region]
        ? [
            { value: null, label: $localize`as usual` },
            ...PARTS_OF[stop.region]!.map((part) => ({ value: part, label: areaName({ region: stop.region, part }) })),
          ]
        : null,
    })),
  );
  protected readonly ways = computed(() => drawnWays(this.move(), this.sidePlan()));
  /** Waypoints as the map numbers them. */
  protected readonly marks = computed(() =>
    this.move().route.map((stop, at) => ({
      number: at + 1,
      region: stop.region,
      side: stop.side === 'other' ? ('right' as const) : ('left' as const),
      current: false,
    })),
  );
  protected readonly told = computed(() => {
    const [move, plan] = [this.move(), this.sidePlan()];
    if (move.route.length === 0) return $localize`Stays on the ${areaName({ region: move.region, part: null })}.`;
    const crossed = [...new Set(crossedOf(move, plan).map((one) => areaName(one)))].join(', ');
    const usualMs = usualTempoMs(move, plan);
    return [
      `${describeRoute(move, plan)}.`,
      move.route.length > 1 ? $localize`Crosses ${crossed}; about ${Math.round(lengthOfWay(move, plan) / 10)} cm.` : '',
      usualMs ? $localize`Usually ${(usualMs / 1000).toFixed(1)} s each time.` : '',
    ]
      .filter(Boolean)
      .join(' ');
  });

  protected add({ region }: Place): void {
    if (!this.room()) return;
    this.set([...this.move().route, stopSchema.parse({ region })]);
  }

  protected change(at: number, change: Partial<Stop>): void {
    this.set(this.move().route.map((stop, i) => (i === at ? { ...stop, ...change } : stop)));
  }

  protected remove(at: number): void {
    this.set(this.move().route.filter((_, i) => i !== at));
  }

  protected shift(at: number, by: 1 | -1): void {
    const route = [...this.move().route];
    const [stop] = route.splice(at, 1);
    route.splice(at + by, 0, stop!);
    this.set(route);
  }

  /** The same way back again. */
  protected back(): void {
    const { route } = this.move();
    this.set([...route, ...route.slice(0, -1).reverse()].slice(0, MOST_STOPS));
  }

  protected setPoint(at: number, name: string, seconds: number): void {
    const ms = Math.round(Math.max(0, Math.min(60, Number.isFinite(seconds) ? seconds : 0)) * 1000);
    this.change(at, { point: name.trim() === '' && ms === 0 ? null : { name: name.trim().slice(0, 60), ms } });
  }

  protected setAngle(text: string): void {
    const degrees = Math.round(Number(text));
    this.changed.emit({ angleDeg: text.trim() !== '' && degrees >= 0 && degrees <= 90 ? degrees : null });
  }

  private set(route: Stop[]): void {
    this.changed.emit({ route });
  }
}
