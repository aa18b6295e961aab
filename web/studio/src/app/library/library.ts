import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { describeDose, sidePlanName } from '@limber/core/dose/dose';
import { regionName } from '@limber/core/face/regions';
import type { LibraryMove } from '../api/lessons';
import { MoveFinder } from './move-finder';

/** All moves, and everything about the one that is chosen. */
@Component({
  selector: 'lc-library',
  imports: [MoveFinder],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './library.html',
  styleUrl: './library.css',
})
export class Library {
  protected readonly move = signal<LibraryMove | null>(null);
  protected readonly facts = computed(() => {
    const move = this.move();
    if (!move) return [];
    return [
      ['Dose', describeDose(move.dose)],
      ['Sides', sidePlanName(move.sidePlan)],
      ['Pressure', move.pressure],
      ['Tool', move.tool],
      ['Slip', move.slip ? 'needs oil, cream or serum' : 'works dry'],
      ...(move.direction
        ? [
            [
              'Direction',
              `${regionName(move.direction.from)} to ${regionName(move.direction.to)}, ${move.direction.words}`,
            ],
          ]
        : []),
      ...(move.mouthBusy ? [['Voice', 'the mouth is busy: speak before, or over the footage later']] : []),
      ...(move.eyesOff ? [['Eyes', 'off the screen: counts and release must be heard']] : []),
      ['Level', move.level],
      [
        'Used in',
        move.lessons === 0 ? 'no lesson yet' : `${move.lessons} ${move.lessons === 1 ? 'lesson' : 'lessons'}`,
      ],
    ] as [string, string][];
  });
}
