import { termOf } from '@limber/core/words/terms';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { AutoFocus } from 'primeng/autofocus';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { describeDose, oneSideMs, partsOf, sidePlanName, sidesIn } from '@limber/core/dose/dose';
import { BAND_COLOURS, parentOf, regionName, REGIONS } from '@limber/core/face/regions';
import { ACTIONS, LEVELS, TOOLS, type Action, type Level, type Tool } from '@limber/core/move/move.schema';
import { meant } from '@limber/core/narration/find-moves';
import { clock } from '@limber/core/time/clock';
import { FaceAround } from '@shared/face-around';
import { FaceMap, type Place } from '@shared/face-map';
import { LibraryStore, type LibraryMove } from '../api/library-store';
import { plainOptions } from '../shell/choice';

export interface FoundMove {
  readonly move: LibraryMove;
  readonly colour: string;
  readonly line: string;
  readonly about: string;
  readonly dose: string;
  readonly time: string;
}

/** Finds moves by region on the face map, by words, action and tool. Used by the library and where a move is added. */
@Component({
  selector: 'lc-move-finder',
  imports: [AutoFocus, FormsModule, InputText, Select, FaceAround, FaceMap],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './move-finder.html',
  styleUrl: './move-finder.css',
})
export class MoveFinder {
  protected readonly library = inject(LibraryStore);
  readonly startAt = input<Place | null>(null);
  readonly chosen = input<string | null>(null);
  /** Where a move is added: those used before come first, and words can be typed at once. */
  readonly adding = input(false);
  readonly choose = output<LibraryMove>();

  protected readonly moves = this.library.moves;
  protected readonly problem = this.library.problem;
  protected readonly words = signal('');
  protected readonly action = signal<Action | null>(null);
  protected readonly tool = signal<Tool | null>(null);
  protected readonly level = signal<Level | null>(null);
  protected readonly most = signal<number | null>(null);
  protected readonly careful = signal(false);
  protected readonly archived = signal(false);
  private readonly sorted = signal<Sort | null>(null);
  protected readonly sort = computed<Sort>(() => this.sorted() ?? (this.adding() ? 'used' : 'name'));
  private readonly region = signal<Place | null | undefined>(undefined);
  protected readonly place = computed(() => (this.region() === undefined ? this.startAt() : this.region()!));
  protected readonly actions = plainOptions(ACTIONS);
  protected readonly tools = plainOptions(TOOLS);
  protected readonly levels = LEVELS.map((value) => ({ value, label: value }));
  protected readonly lengths = [15, 30, 60].map((seconds) => ({
    value: seconds * 1000,
    label: $localize`up to ${seconds} s`,
  }));
  protected readonly sorts: { value: Sort; label: string }[] = [
    { value: 'name', label: $localize`by name` },
    { value: 'region', label: $localize`chest to crown` },
    { value: 'time', label: $localize`shortest first` },
    { value: 'used', label: $localize`most used first` },
  ];

  protected readonly found = computed<FoundMove[]>(() => {
    const words = this.words();
    return (this.moves() ?? [])
      .filter((move) => {
        const place = this.place();
        if (place && move.region !== place.region && !move.route.some((stop) => stop.region === place.region))
          return false;
        if (this.action() && move.action !== this.action()) return false;
        if (this.tool() && move.tool !== this.tool()) return false;
        if (this.level() && move.level !== this.level()) return false;
        if (this.most() !== null && lengthOf(move) > this.most()!) return false;
        if (this.careful() && move.cautions.length > 0) return false;
        if (move.archived !== this.archived()) return false;
        return meant(move, words);
      })
      .sort((a, b) => ORDERS[this.sort()](a, b) || a.name.localeCompare(b.name))
      .map((move) => {
        const colours = BAND_COLOURS[parentOf(move.region)];
        return {
          move,
          colour: colours.fill,
          line: colours.line,
          about: `${[move.region, move.action, move.pressure, ...(move.tool === 'hand' ? [] : [move.tool])].map(termOf).join(' · ')}`,
          dose: `${describeDose(move.dose)}, ${sidePlanName(move.sidePlan)}`,
          time: clock(lengthOf(move)),
        };
      });
  });
  protected readonly shades = computed(() => {
    const counts = new Map<string, number>();
    for (const move of this.moves() ?? []) counts.set(move.region, (counts.get(move.region) ?? 0) + 1);
    const most = Math.max(1, ...counts.values());
    const shades = new Map<string, number>();
    for (const [region, n] of counts)
      for (const side of ['left', 'right']) shades.set(`${region}/${side}`, 0.35 + (0.65 * n) / most);
    return shades;
  });
  protected readonly placeName = computed(() => (this.place() ? regionName(this.place()!.region) : ''));
  protected readonly filtered = computed(
    () =>
      this.place() !== null ||
      this.words() !== '' ||
      this.careful() ||
      [this.action(), this.tool(), this.level(), this.most()].some((one) => one !== null),
  );

  constructor() {
    void this.library.open();
  }

  protected sortBy(sort: Sort): void {
    this.sorted.set(sort);
  }

  /** Enter takes the only hit. */
  protected takeOnly(): void {
    const [only, ...others] = this.found();
    if (only && others.length === 0) this.choose.emit(only.move);
  }

  protected pick(place: Place): void {
    this.region.set(this.place()?.region === place.region ? null : place);
  }

  protected clear(): void {
    this.region.set(null);
    this.words.set('');
    this.action.set(null);
    this.tool.set(null);
    this.level.set(null);
    this.most.set(null);
    this.careful.set(false);
  }
}

type Sort = 'name' | 'region' | 'time' | 'used';

const ORDERS: Readonly<Record<Sort, (a: LibraryMove, b: LibraryMove) => number>> = {
  name: () => 0,
  region: (a, b) => REGIONS.indexOf(a.region) - REGIONS.indexOf(b.region),
  time: (a, b) => lengthOf(a) - lengthOf(b),
  used: (a, b) => b.usedIn.length - a.usedIn.length,
};

function lengthOf(move: LibraryMove): number {
  return partsOf(move.sidePlan).reduce((sum, part) => sum + oneSideMs(move.dose) * sidesIn(part), 0);
}
