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
    `There is too little room on the disk of the studio: ${what} needs ${size(neededBytes)}, and ${size(room)} can be used. Make room there, then try again.`,
  );
}

/** @example size(1_500_000) // '1.5 MB' */
export function size(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`;
  return bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1000)} kB`;
}
