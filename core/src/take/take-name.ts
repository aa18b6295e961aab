const MOST = 120;

/**
 * The name of a take from that of its file: without its ending, control characters and line breaks as spaces, spaces
 * run together, and no longer than a name may be. A name of nothing becomes `Take`.
 *
 * @example takeNameOf('Window\nside.mp4') // 'Window side'
 * @example takeNameOf('  .mov') // 'Take'
 */
export function takeNameOf(fileName: string): string {
  const cleaned = fileName
    // Control characters, halves of letters, and marks that change the direction of writing or join nothing.
    .replace(/[\p{Cc}\p{Cf}\p{Cs}\p{Zl}\p{Zp}]+/gu, ' ')
    .replace(/\s+/gu, ' ')
    .trim()
    .replace(/\.[\p{L}\d]{1,5}$/u, '')
    .trim();
  const cut = [...cleaned].slice(0, MOST).join('');
  // Letters of two units each may still be too many for the limit, which counts units.
  return (cut.length > MOST ? [...cut].slice(0, MOST / 2).join('') : cut).trim() || 'Take';
}
