import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, viewChildren } from '@angular/core';
import { likelyMoves } from '@limber/core/draft/likely-moves';
import { moveFrom } from '@limber/core/draft/move-from';
import { wordsOf } from '@limber/core/draft/draft';
import { regionName, REGIONS } from '@limber/core/face/regions';
import { ACTIONS, TOOLS, type Move } from '@limber/core/move/move.schema';
import type { DoseAs, PutRight, StepAs } from '@limber/core/narration/put-right';
import type { Narrated } from '@limber/core/narration/read';
import {
  DOSE_KINDS,
  DOSE_SCOPES,
  STEP_KINDS,
  STEP_SIDES,
  type FoundDose,
  type FoundStep,
} from '@limber/core/narration/reading';
import { WORKED } from '@limber/core/narration/step-draft';
import { termOf } from '@limber/core/words/terms';
import { keyName } from '../../keys/keys';
import { Choice, plainOptions, type Option } from '../../shell/choice';
import { DOSE_WORDS, KIND_WORDS, SCOPE_WORDS, SIDE_WORDS } from './read-words';

/** What is changed by a key of its own, in the order in which it stands. */
export const FIELDS = ['kind', 'action', 'region', 'side', 'tool'] as const satisfies readonly (keyof StepAs)[];
export const FIELD_KEYS: Readonly<Record<(typeof FIELDS)[number], string>> = {
  ...{ kind: 'k', action: 'w', region: 'r', side: 'x', tool: 't' },
};
const FIELD_NAMES: Readonly<Record<(typeof FIELDS)[number], string>> = {
  kind: $localize`What it is`,
  action: $localize`What is done`,
  region: $localize`Where`,
  side: $localize`Which side`,
  tool: $localize`With what`,
};

function optionsOf<T extends string>(values: readonly T[], words: Readonly<Record<T, string>>): Option<T>[] {
  return values.map((value) => ({ value, label: words[value] }));
}

const OPTIONS: Readonly<Record<(typeof FIELDS)[number], readonly Option<string>[]>> = {
  kind: optionsOf(STEP_KINDS, KIND_WORDS),
  action: plainOptions(ACTIONS),
  region: REGIONS.map((value) => ({ value, label: regionName(value) })),
  side: optionsOf(STEP_SIDES, SIDE_WORDS).filter((one) => one.value !== 'unknown'),
  tool: plainOptions(TOOLS),
};
const DOSES = optionsOf(DOSE_KINDS, DOSE_WORDS);
const SCOPES = optionsOf(DOSE_SCOPES, SCOPE_WORDS);
/** What a number is until somebody says what. */
const NEW_DOSE: DoseAs = { kind: 'reps', low: 6, high: 6, scope: 'here' };

/** A read step while it is put right: its words, what it is, how many, and which move it becomes. */
@Component({
  selector: 'lc-open-step',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './open-step.html',
  styleUrl: './open-step.css',
})
export class OpenStep {
  readonly narrated = input.required<Narrated>();
  /** Number of the step that is open. */
  readonly at = input.required<number>();
  readonly library = input.required<readonly Move[]>();
  /** Which move was chosen for it; undefined where nobody chose, null for a new one. */
  readonly ownMove = input.required<string | null | undefined>();
  readonly said = output<PutRight>();
  readonly chosenMove = output<Move['id'] | null>();

  protected readonly doses = computed((): readonly FoundDose[] => {
    const { startMs, endMs } = this.step();
    return this.narrated().doses.filter((dose) => dose.atMs >= startMs && dose.atMs < endMs);
  });
  protected readonly doseOptions = DOSES;
  protected readonly scopeOptions = SCOPES;
  private readonly choices = viewChildren(Choice);

  protected readonly step = computed((): FoundStep => this.narrated().steps[this.at()]!);
  protected readonly from = computed(() => (this.at() === 0 ? 0 : this.step().evidence.from));
  protected readonly to = computed(
    () => this.narrated().steps[this.at() + 1]?.evidence.from ?? this.narrated().words.length,
  );
  protected readonly words = computed(() => {
    const numbers = new Set(this.doses().map((dose) => dose.evidence.from));
    return this.narrated()
      .words.slice(this.from(), this.to())
      .map(({ text }, i) => ({ text, word: this.from() + i, number: numbers.has(this.from() + i) }));
  });
  /** The word before which the step is parted by key. */
  readonly caret = linkedSignal<number, number>({
    source: this.from,
    computation: (from) => from,
  });
  protected readonly worked = computed(() => WORKED.has(this.step().kind));
  protected readonly fields = computed(() =>
    FIELDS.filter((field) => field === 'kind' || this.worked()).map((field) => ({
      field,
      name: FIELD_NAMES[field],
      key: keyName(FIELD_KEYS[field]),
      options: OPTIONS[field],
      value: this.step()[field],
      hint: this.step()[field] === 'unknown' ? $localize`not said` : '',
    })),
  );
  protected readonly moves = computed(() => {
    if (!this.worked()) return [];
    const words = wordsOf(this.narrated(), this.at());
    const likely = likelyMoves(this.step(), words, this.library());
    const own = this.ownMove();
    const taken = own === undefined ? (likely[0]?.meant ? likely[0].move.id : null) : own;
    // One that was chosen stays in sight, whatever the step is said to be since.
    const chosen = this.library().filter((move) => move.id === own && likely.every((one) => one.move.id !== own));
    const others = [...likely.map(({ move }) => move), ...chosen].map((move) => ({
      id: move.id,
      name: move.name,
      about: aboutOf(move),
    }));
    return [
      ...others,
      { id: null, name: moveFrom(this.step(), words, 'new').name, about: $localize`a new move, of these words` },
    ].map((one) => ({ ...one, taken: one.id === taken }));
  });

  /** Opens the choice of a field. */
  open(field: (typeof FIELDS)[number]): void {
    const name = FIELD_NAMES[field];
    this.choices()
      .find((one) => one.label() === name)
      ?.open();
  }

  /** Chooses the next of the moves that it may be. */
  nextMove(): void {
    const moves = this.moves();
    const next = moves[(moves.findIndex((one) => one.taken) + 1) % moves.length];
    if (next) this.chosenMove.emit(next.id);
  }

  moveCaret(by: number): void {
    this.caret.update((word) => Math.max(this.from(), Math.min(this.to() - 1, word + by)));
  }

  /** A step begins at the word under the caret. */
  part(word = this.caret()): void {
    if (word > this.from()) this.said.emit({ is: 'begins', word });
  }

  protected set(field: (typeof FIELDS)[number], value: string): void {
    if (value !== this.step()[field]) this.say({ [field]: value });
  }

  protected say(as: StepAs): void {
    this.said.emit({ is: 'step', word: this.step().evidence.from, as });
  }

  protected setDose({ evidence, kind, low, high, scope }: FoundDose, change: Partial<DoseAs>): void {
    const as = { kind, low, high, scope, ...change };
    // One figure that passes the other takes it along.
    if (change.low !== undefined) as.high = Math.max(as.high, as.low);
    if (change.high !== undefined) as.low = Math.min(as.low, as.high);
    this.said.emit({ is: 'dose', word: evidence.from, as });
  }

  protected figure(input: HTMLInputElement, was: number): number {
    const value = Number(input.value.replace(',', '.'));
    if (value > 0 && value <= 3600) return value;
    input.value = String(was);
    return was;
  }

  addDose(): void {
    const numbers = new Set(this.doses().map((dose) => dose.evidence.from));
    let word = this.caret();
    while (numbers.has(word) && word < this.to() - 1) word += 1;
    if (!numbers.has(word)) this.said.emit({ is: 'dose', word, as: NEW_DOSE });
  }
}

function aboutOf({ action, region, tool }: Move): string {
  return `${termOf(action)}, ${regionName(region)}${['hand', 'none'].includes(tool) ? '' : `, ${termOf(tool)}`}`;
}
