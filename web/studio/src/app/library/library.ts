import { termOf } from '@limber/core/words/terms';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { describeDose, sidePlanName } from '@limber/core/dose/dose';
import { describeRoute } from '@limber/core/move/way';
import { FRAMING_NAMES, framingOf } from '@limber/core/move/framing';
import {
  moveIdOf,
  parseLibrary,
  writeLibraryCsv,
  writeLibraryJson,
  type Fault,
} from '@limber/core/format/library-file';
import type { Move } from '@limber/core/move/move.schema';
import { ChangeError } from '@limber/core/document/edit';
import { FaceMap } from '@shared/face-map';
import { drawnWays } from '@shared/face-way';
import { LibraryStore, plainMove, type LibraryMove } from '../api/library-store';
import { Keys } from '../keys/keys';
import { saveFile } from '../shell/save-file';
import { DocumentCare } from '../shell/document-care';
import { savingWarns, savingWords } from '../shell/saving-words';
import { MoveEditor } from './move-editor';
import { MoveFinder } from './move-finder';

const VARIANT_NAMES = {
  easier: $localize`Easier`,
  long_nails: $localize`Long nails`,
  no_tool: $localize`Without the tool`,
  seated: $localize`Seated`,
  skip: $localize`Left out`,
} as const;

const LOOKED_AT = 'limber.library.move';

/** All moves, and everything about the one that is chosen; own moves made, varied, archived, brought in and taken out. */
@Component({
  selector: 'lc-library',
  imports: [Button, Dialog, DocumentCare, FaceMap, MoveEditor, MoveFinder, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './library.html',
  styleUrl: './library.css',
})
export class Library {
  protected readonly library = inject(LibraryStore);
  protected readonly document = this.library.document;
  protected readonly saving = computed(() => savingWords(this.document));
  protected readonly warns = computed(() => savingWarns(this.document));
  private readonly moveId = signal<string | null>(localStorage.getItem(LOOKED_AT));
  /** The one that is looked at; at first the one of last time, else the first. */
  protected readonly move = computed(() => {
    const moves = this.library.moves() ?? [];
    return moves.find((one) => one.id === this.moveId()) ?? moves.find((one) => !one.archived) ?? null;
  });
  /** Where the hand goes, over a map without colours. */
  protected readonly ways = computed(() => {
    const move = this.move();
    return move ? drawnWays(move, move.sidePlan, move.dose.sets.planned) : [];
  });
  protected readonly none: ReadonlyMap<string, number> = new Map();
  /** What is being made or changed; `as` says which. */
  protected readonly editing = signal<{ move: Move | null; as: 'new' | 'vary' | 'change' } | null>(null);
  protected readonly told = signal('');
  protected readonly faults = signal<readonly Fault[]>([]);
  protected readonly variantNames = VARIANT_NAMES;
  protected readonly heading = computed(
    () =>
      ({
        new: $localize`A new move`,
        vary: $localize`A variation of ${this.editing()?.move?.name}`,
        change: $localize`Change the move`,
      })[this.editing()?.as ?? 'new'],
  );
  protected readonly facts = computed(() => {
    const move = this.move();
    if (!move) return [];
    const softer = Object.entries(move.pressureBy).map(
      ([region, pressure]) => $localize`${termOf(pressure)} at the ${termOf(region)}`,
    );
    return [
      [$localize`How many`, describeDose(move.dose)],
      [$localize`Sides`, sidePlanName(move.sidePlan)],
      [$localize`Pressure`, [termOf(move.pressure), ...softer].join(', ')],
      [$localize`Tool`, toolWords(move)],
      ...(move.grip ? [[$localize`Hand`, termOf(move.grip)]] : []),
      ...(move.handOverHand ? [[$localize`Hands`, $localize`hand over hand on one side`]] : []),
      [
        $localize`Oil`,
        move.slip
          ? $localize`needs oil, cream or serum`
          : move.needsDry
            ? $localize`needs dry skin`
            : $localize`works dry`,
      ],
      [$localize`Framing`, FRAMING_NAMES[framingOf(move)]],
      ...(move.posture !== 'any' ? [[$localize`Posture`, termOf(move.posture)]] : []),
      ...(move.route.length > 1
        ? [[$localize`Goes`, [describeRoute(move, move.sidePlan), move.routeWords].filter(Boolean).join('; ')]]
        : []),
      ...(move.mouthBusy
        ? [[$localize`Voice`, $localize`the mouth is busy: speak before, or over the footage later`]]
        : []),
      ...(move.eyesOff ? [[$localize`Eyes`, $localize`off the screen: counts and release must be heard`]] : []),
      [$localize`Level`, termOf(move.level)],
    ] as [string, string][];
  });

  constructor() {
    inject(Keys).use([
      { key: 'mod+z', does: $localize`Undo`, run: () => this.back('undo') },
      { key: 'mod+shift+z', does: $localize`Redo`, run: () => this.back('redo') },
    ]);
  }

  protected choose(move: LibraryMove): void {
    this.moveId.set(move.id);
    localStorage.setItem(LOOKED_AT, move.id);
  }

  protected saved(move: Move): void {
    this.doing(() => {
      if (this.editing()?.as === 'change') this.library.edit({ kind: 'set_move', move });
      else if (this.library.add([{ ...move, revision: 1 }]).added === 0)
        throw new ChangeError($localize`There is a move “${move.name}” already. Give this one another name.`);
      this.editing.set(null);
      this.moveId.set(move.id);
      this.told.set($localize`${move.name} is in the library.`);
    });
  }

  protected archive(move: LibraryMove): void {
    this.doing(() => {
      this.library.edit({ kind: 'set_move', move: { ...plainMove(move), archived: !move.archived } });
      this.told.set(
        move.archived
          ? $localize`${move.name} is offered again.`
          : $localize`${move.name} is archived; lessons keep their copy.`,
      );
    });
  }

  protected back(way: 'undo' | 'redo'): void {
    if (!(way === 'undo' ? this.document.canUndo() : this.document.canRedo())) return;
    this.doing(() => {
      if (way === 'undo') this.document.undo();
      else this.document.redo();
      this.told.set(way === 'undo' ? $localize`Taken back.` : $localize`Done again.`);
    });
  }

  protected save(kind: 'json' | 'csv'): void {
    const moves = (this.library.moves() ?? []).map(plainMove);
    saveFile('library', kind, kind === 'json' ? writeLibraryJson(moves) : writeLibraryCsv(moves));
  }

  protected async bringIn(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    const text = await file.text();
    this.doing(() => {
      const { moves, faults } = parseLibrary(text, moveIdOf);
      this.faults.set(faults);
      const { added, there } = this.library.add(moves);
      this.told.set(
        [
          $localize`${added} ${added === 1 ? $localize`move` : $localize`moves`} brought in from “${file.name}”.`,
          there.length > 0
            ? $localize`There already, left alone: ${there.slice(0, 6).join(', ')}${there.length > 6 ? ' …' : ''}.`
            : '',
          faults.length > 0 ? $localize`${faults.length} not taken:` : '',
        ]
          .filter(Boolean)
          .join(' '),
      );
    });
  }

  protected close(): void {
    this.told.set('');
    this.faults.set([]);
  }

  private doing(work: () => void): void {
    this.close();
    try {
      work();
    } catch (error) {
      this.told.set(error instanceof ChangeError ? error.message : $localize`That did not work. Try again.`);
    }
  }
}

/** A tool with what is said of it: "stone, cold, curved edge, 15° to the skin". */
function toolWords({ tool, temperature, edge, angleDeg }: Move): string {
  return [
    tool,
    temperature ?? '',
    edge ? $localize`${termOf(edge)} edge` : '',
    angleDeg === null ? '' : $localize`${angleDeg}° to the skin`,
  ]
    .filter(Boolean)
    .join(', ');
}
