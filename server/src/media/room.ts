import '@limber/core/words/localize';
import { size } from '@limber/core/format/size';

/** Room that stays free whatever comes in: the database and the logs need some to go on. */
export const RESERVE_BYTES = 256 * 1024 ** 2;

/** Too little room on the disk, in words. */
export class NoRoom extends Error {
  override readonly name = 'NoRoom';
}

/** @throws NoRoom when less than `neededBytes` can be written and still leave the reserve. */
export function mustHaveRoom(freeBytes: number, neededBytes: number, what: string): void {
  const room = Math.max(0, freeBytes - RESERVE_BYTES);
  if (room >= neededBytes) return;
  throw new NoRoom(
    $localize`There is too little room on the disk of the studio: ${what} needs ${size(neededBytes)}, and ${size(room)} can be used. Make room there, then try again.`,
  );
}
