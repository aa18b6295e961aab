import { ffmpeg } from '../ffmpeg';

/** How loud a film is: integrated loudness, LUFS, and true peak, dBTP (EBU R 128). */
export interface Loudness {
  readonly integrated: number;
  readonly peak: number;
}

/** What is quieter is no speech, LUFS. */
export const SILENCE = -60;

/** Measures a sound by EBU R 128. @param input what comes before and after `-i`. */
export async function loudnessOf(
  input: readonly string[],
  filters: readonly string[] = [],
  signal?: AbortSignal,
): Promise<Loudness> {
  const chain = [...filters, 'ebur128=peak=true:framelog=verbose'].join(',');
  const said = await ffmpeg(['-nostats', ...input, '-map', '0:a:0', '-af', chain, '-f', 'null', '-'], {
    level: 'info',
    ...(signal ? { signal } : {}),
  });
  const summary = said.slice(said.lastIndexOf('Summary:'));
  const figure = (name: RegExp): number => {
    const found = name.exec(summary)?.[1];
    return found === undefined || found.includes('inf') || found === 'nan' ? -Infinity : Number(found);
  };
  return { integrated: figure(/I:\s+(-?[\d.]+|-?inf|nan) LUFS/), peak: figure(/Peak:\s+(-?[\d.]+|-?inf|nan) dBFS/) };
}
