import { stamp } from '@limber/core/format/timed-text';

/** How captions are cut: lines as they are spoken, long blocks, stamps at sentences, short lines without any stops. */
export const LAYOUTS = ['lines', 'blocks', 'stamped', 'flat'] as const;
export type Layout = (typeof LAYOUTS)[number];

/** A word that was said, ms. */
export interface SaidWord {
  readonly text: string;
  readonly startMs: number;
  readonly endMs: number;
}

/** A word with what a machine heard, nothing where it was missed, and whether a sentence begins with it. */
export type Timed = SaidWord & { heard: string; opens: boolean };

/** What a machine writes down of what is said. */
export function captionsOf(words: readonly Timed[], layout: Layout): string {
  const lines: Timed[][] = [];
  for (const word of words) {
    const last = lines[lines.length - 1];
    const open = last?.[0];
    const before = last?.[last.length - 1];
    const more =
      open &&
      before &&
      (layout === 'blocks'
        ? word.endMs - open.startMs < 25_000
        : layout === 'stamped'
          ? !word.opens || word.startMs - open.startMs < 4000
          : word.startMs - before.endMs < 900 && last.length < (layout === 'flat' ? 7 : 10));
    if (more) last.push(word);
    else lines.push([word]);
  }
  const texts = lines.map((line) =>
    line
      .map((one) => one.heard)
      .filter(Boolean)
      .join(' '),
  );
  if (layout === 'stamped') return lines.map((line, at) => `[${clockOf(line[0]!.startMs)}] ${texts[at]}`).join('\n');
  const cue = (line: readonly Timed[], at: number): string => {
    const next = lines[at + 1]?.[0]?.startMs ?? Infinity;
    const ends = layout === 'flat' ? Math.min(next, line[line.length - 1]!.endMs + 2000) : line[line.length - 1]!.endMs;
    const text = layout === 'flat' ? texts[at]!.toLowerCase().replace(/[.,;:!?]/g, '') : texts[at]!;
    return `${stamp(Math.round(line[0]!.startMs), '.')} --> ${stamp(Math.round(ends), '.')}\n${text}\n`;
  };
  return ['WEBVTT\n', ...lines.map(cue)].join('\n');
}

function clockOf(ms: number): string {
  const seconds = Math.floor(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
