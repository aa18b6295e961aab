import type { StepLook } from '@limber/core/assembly/passage';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { SheetRow } from '@limber/core/proposal/sheet';
import { clock } from '@limber/core/time/clock';
import { termOf } from '@limber/core/words/terms';
import { wordsOfRow } from './sheet-row';

/** What is asked about a row, in a sentence; what it is, where nothing is. */
export function askedOf(row: SheetRow, look: StepLook | null): string {
  const { name, side } = wordsOfRow(row, look);
  const whole = side ? $localize`${name}, ${side}` : name;
  switch (row.doubt) {
    case 'missing':
      return $localize`${whole}\: it was not found here`;
    case 'leave-out':
      return $localize`Leave out ${clock(row.endMs - row.startMs)} here?`;
    case 'count':
      return $localize`${whole}\: ${numberWord(row.beatsMs.length)}, or ${numberWord(row.planned ?? 0)}?`;
    case 'unsure':
      return $localize`Is this ${whole}?`;
    default:
      return isWork(row.kind) || !look ? whole : `${whole} (${termOf(row.kind)})`;
  }
}

/** What the first answer to it says. */
export function agreeWords(row: SheetRow): string {
  switch (row.doubt) {
    case 'missing':
      return $localize`It is not in this take`;
    case 'leave-out':
      return $localize`Leave it out`;
    case 'count':
      return row.beatsMs.length === 1
        ? $localize`One is there`
        : $localize`${capital(numberWord(row.beatsMs.length))} are there`;
    default:
      return row.proposal ? $localize`Yes, it is` : $localize`It is right`;
  }
}

const NUMBERS = [
  ...[
    $localize`none`,
    $localize`one`,
    $localize`two`,
    $localize`three`,
    $localize`four`,
    $localize`five`,
    $localize`six`,
  ],
  ...[$localize`seven`, $localize`eight`, $localize`nine`, $localize`ten`, $localize`eleven`, $localize`twelve`],
];

function numberWord(n: number): string {
  return NUMBERS[n] ?? String(n);
}

function capital(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}
