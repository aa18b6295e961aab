import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { describeDose, sidePlanName } from '@limber/core/dose/dose';
import { regionName } from '@limber/core/face/regions';
import { FRAMING_NAMES, framingOf } from '@limber/core/move/framing';
import { moveIdOf, readLibrary, writeLibraryCsv, writeLibraryJson, type Fault } from '@limber/core/move/library-file';
import type { Move } from '@limber/core/move/move.schema';
import { ApiError } from '../api/http';
import { Lessons, type LibraryMove } from '../api/lessons';
import { Keys } from '../keys/keys';
import { saveFile } from '../shell/save-file';
import { LibraryEdits } from './library-edits';
import { MoveEditor } from './move-editor';
import { MoveFinder } from './move-finder';

const VARIANT_NAMES = {
  easier: 'Easier',
  long_nails: 'Long nails',
  no_tool: 'Without the tool',
  seated: 'Seated',
  skip: 'Left out',
} as const;

/** All moves, and everything about the one that is chosen; own moves made, varied, archived, brought in and taken out. */
@Component({
  selector: 'lc-library',
  imports: [Button, Dialog, MoveEditor, MoveFinder, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './library.html',
  styleUrl: './library.css',
})
export class Library {
  private readonly lessons = inject(Lessons);
  protected readonly edits = inject(LibraryEdits);
  private readonly finder = viewChild.required(MoveFinder);
  protected readonly move = signal<LibraryMove | null>(null);
  /** What is being made or changed; `as` says which. */
  protected readonly editing = signal<{ move: Move | null; as: 'new' | 'vary' | 'change' } | null>(null);
  protected readonly told = signal('');
  protected readonly faults = signal<readonly Fault[]>([]);
  protected readonly variantNames = VARIANT_NAMES;
  protected readonly heading = computed(
    () =>
      ({ new: 'A new move', vary: `A variation of ${this.editing()?.move?.name}`, change: 'Change the move' })[
        this.editing()?.as ?? 'new'
      ],
  );
  protected readonly facts = computed(() => {
    const move = this.move();
    if (!move) return [];
    const softer = Object.entries(move.pressureBy).map(
      ([region, pressure]) => `${pressure} at the ${region.replace('_', ' ')}`,
    );
    return [
      ['Dose', describeDose(move.dose)],
      ['Sides', sidePlanName(move.sidePlan)],
      ['Pressure', [move.pressure, ...softer].join(', ')],
      ['Tool', move.tool],
      ['Slip', move.slip ? 'needs oil, cream or serum' : move.needsDry ? 'needs dry skin' : 'works dry'],
      ['Framing', FRAMING_NAMES[framingOf(move)]],
      ...(move.posture !== 'any' ? [['Posture', move.posture]] : []),
      ...(move.direction
        ? [
            [
              'Direction',
              `${regionName(move.direction.from)} to ${regionName(move.direction.to)}${move.direction.words ? `, ${move.direction.words}` : ''}`,
            ],
          ]
        : []),
      ...(move.mouthBusy ? [['Voice', 'the mouth is busy: speak before, or over the footage later']] : []),
      ...(move.eyesOff ? [['Eyes', 'off the screen: counts and release must be heard']] : []),
      ['Level', move.level],
    ] as [string, string][];
  });

  constructor() {
    inject(Keys).use([
      { key: 'mod+z', does: 'Undo', run: () => void this.back('undo') },
      { key: 'mod+shift+z', does: 'Redo', run: () => void this.back('redo') },
    ]);
  }

  protected async saved(move: Move): Promise<void> {
    await this.doing(async () => {
      const changing = this.editing()?.as === 'change';
      const { there } = await this.edits.make(
        changing ? { kind: 'set_move', move } : { kind: 'add_moves', moves: [{ ...move, revision: 1 }] },
      );
      if (there.length > 0) throw new Told(`There is a move “${move.name}” already. Give this one another name.`);
      this.editing.set(null);
      await this.reload(move.id);
      this.told.set(`${move.name} is in the library.`);
    });
  }

  protected async archive(move: LibraryMove): Promise<void> {
    await this.doing(async () => {
      const { usedIn: _usedIn, ...plain } = move;
      await this.edits.make({ kind: 'set_move', move: { ...plain, archived: !move.archived } });
      await this.reload(null);
      this.told.set(
        move.archived ? `${move.name} is offered again.` : `${move.name} is archived; lessons keep their copy.`,
      );
    });
  }

  protected async back(way: 'undo' | 'redo'): Promise<void> {
    await this.doing(async () => {
      if (!(await this.edits.back(way))) return;
      await this.reload(null);
      this.told.set(way === 'undo' ? 'Taken back.' : 'Done again.');
    });
  }

  protected async save(kind: 'json' | 'csv'): Promise<void> {
    await this.doing(async () => {
      const moves = (await this.lessons.library()).map(({ usedIn: _usedIn, ...move }) => move);
      saveFile('library', kind, kind === 'json' ? writeLibraryJson(moves) : writeLibraryCsv(moves));
    });
  }

  protected async bringIn(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    await this.doing(async () => {
      const { moves, faults } = readLibrary(await file.text(), moveIdOf);
      this.faults.set(faults);
      const { put, there } =
        moves.length > 0 ? await this.edits.make({ kind: 'add_moves', moves: [...moves] }) : { put: [], there: [] };
      const added = put.length;
      await this.reload(null);
      this.told.set(
        [
          `${added} ${added === 1 ? 'move' : 'moves'} brought in from “${file.name}”.`,
          there.length > 0
            ? `There already, left alone: ${there.slice(0, 6).join(', ')}${there.length > 6 ? ' …' : ''}.`
            : '',
          faults.length > 0 ? `${faults.length} not taken:` : '',
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

  private async reload(chosen: string | null): Promise<void> {
    await this.finder().load(true);
    this.move.set((await this.lessons.library()).find((one) => one.id === (chosen ?? this.move()?.id)) ?? null);
  }

  private async doing(work: () => Promise<void>): Promise<void> {
    this.close();
    try {
      await work();
    } catch (error) {
      this.told.set(
        error instanceof ApiError || error instanceof Told ? error.message : 'That did not work. Try again.',
      );
    }
  }
}

/** Something that did not go, in words for the person. */
class Told extends Error {}
