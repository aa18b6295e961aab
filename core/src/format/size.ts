/**
 * The length of a file in words, in decimal units as disks and cameras are sold.
 *
 * @param bytes 0 or more.
 * @example size(1_500_000) // '1.5 MB'
 */
export function size(bytes: number): string {
  if (bytes <= 999_000) return `${Math.ceil(bytes / 1000)} kB`;
  for (const [unit, name] of UNITS) if (bytes < 999.95 * unit) return `${(bytes / unit).toFixed(1)} ${name}`;
  return `${(bytes / 1e12).toFixed(1)} TB`;
}

const UNITS = [
  [1e6, 'MB'],
  [1e9, 'GB'],
] as const;
