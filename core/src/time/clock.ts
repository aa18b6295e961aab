/**
 * A length or position as people read it: `m:ss`, or `h:mm:ss` from one hour on. Rounded to whole seconds.
 *
 * @example clock(83_400) // "1:23"
 */
export function clock(ms: number): string {
  const sign = ms < 0 ? '−' : '';
  const seconds = Math.round(Math.abs(ms) / 1000);
  const s = String(seconds % 60).padStart(2, '0');
  const minutes = Math.floor(seconds / 60);
  if (minutes < 60) return `${sign}${minutes}:${s}`;
  return `${sign}${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}:${s}`;
}

/**
 * A position with hundredths, for marking: `m:ss.hh`, cut (not rounded) so that it never shows a time not yet reached.
 *
 * @example fineClock(151_049) // "2:31.04"
 */
export function fineClock(ms: number): string {
  const hundredths = Math.max(0, Math.floor(ms / 10));
  const s = String(Math.floor(hundredths / 100) % 60).padStart(2, '0');
  return `${Math.floor(hundredths / 6000)}:${s}.${String(hundredths % 100).padStart(2, '0')}`;
}

/**
 * Reads a length typed by a person: `7`, `7:30`, `1:02:03`, `90s`, `7.5` (a bare number is minutes). Null when it is none.
 *
 * @example parseClock('7:30') // 450000
 */
export function parseClock(text: string): number | null {
  const trimmed = text.trim().toLowerCase();
  const seconds = /^(\d+(?:[.,]\d+)?)\s*(?:s|sec|seconds)$/.exec(trimmed);
  if (seconds) return Math.round(Number(seconds[1]!.replace(',', '.')) * 1000);
  const minutes = /^(\d+(?:[.,]\d+)?)\s*(?:m|min|minutes)?$/.exec(trimmed);
  if (minutes) return Math.round(Number(minutes[1]!.replace(',', '.')) * 60_000);
  const parts = /^(?:(\d+):)?(\d{1,3}):([0-5]\d)$/.exec(trimmed);
  if (!parts) return null;
  return (Number(parts[1] ?? 0) * 3600 + Number(parts[2]) * 60 + Number(parts[3])) * 1000;
}
