import type { StepLook } from '@limber/core/assembly/passage';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { SheetRow } from '@limber/core/proposal/sheet';
import { clock } from '@limber/core/time/clock';
import { numberWord } from '@limber/core/words/number-word';
import { termOf } from '@limber/core/words/terms';
import { sideOf, wordsOfRow } from './sheet-row';

/** What is asked about a row, in a sentence; what it is, where nothing is. */
export function askedOf(row: SheetRow, look: StepLook | null, both = false): string {
  const { name } = wordsOfRow(row, look);
  const side = sideOf(row);
  const whole = side ? $localize`${name}, ${side}` : name;
  switch (row.doubt) {
    case 'missing':
      return $localize`${whole}\: it was not found here`;
    case 'leave-out':
      return $localize`Leave out ${clock(row.endMs - row.startMs)} here?`;
    case 'count':
      return $localize`${whole}\: ${numberWord(row.plays)}, or ${numberWord(row.planned ?? 0)}?`;
    case 'unsure':
      return both ? $localize`Is this ${name}, ${side}, then the other side?` : $localize`Is this ${whole}?`;
    default:
      return isWork(row.kind) || !look ? whole : `${whole} (${termOf(row.kind)})`;
  }
}

/** What the first answer to it says. */
export function agreeWords(row: SheetRow, both = false): string {
  switch (row.doubt) {
    case 'missing':
      return $localize`It is not in this take`;
    case 'leave-out':
      return $localize`Leave it out`;
    case 'count':
      return thereAre(row.plays);
    case 'unsure':
      return both ? $localize`Yes, both are` : $localize`Yes, it is`;
    default:
      return row.proposal ? $localize`Yes, it is` : $localize`It is right`;
  }
}

/** @example thereAre(6) // 'Six are there' */
export function thereAre(count: number): string {
  return count === 1 ? $localize`One is there` : $localize`${capital(numberWord(count))} are there`;
}

function capital(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}
