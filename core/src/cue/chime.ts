import type { SoundKind } from './cue-sounds';

/** A tone that dies away: its pitch, and when it begins and ends, s. */
interface Note {
  readonly hz: number;
  readonly fromS: number;
  readonly lengthS: number;
}

/**
 * What each sounds like: a knock for one more, a higher one for the last; one clear tone begins, two that fall end, two
 * that rise change the side (our own).
 */
const NOTES: Readonly<Record<SoundKind, readonly Note[]>> = {
  count: [{ hz: 660, fromS: 0, lengthS: 0.09 }],
  last: [{ hz: 990, fromS: 0, lengthS: 0.14 }],
  begin: [{ hz: 660, fromS: 0, lengthS: 0.4 }],
  end: [
    { hz: 880, fromS: 0, lengthS: 0.22 },
    { hz: 587, fromS: 0.17, lengthS: 0.5 },
  ],
  swap: [
    { hz: 587, fromS: 0, lengthS: 0.22 },
    { hz: 880, fromS: 0.17, lengthS: 0.4 },
  ],
};
/** How loud they are at their loudest, full scale being 1: well under speech at −16 LUFS (common practice, no source). */
export const CHIME_PEAK = 0.11;
/** No ear hears a tone that comes within so long begin with a click, s. */
const COMES_S = 0.004;
/** A tone ends at a thousandth of what it began with. */
const DIES = Math.log(1000);

/**
 * The samples of a cue sound, one channel, at most {@link CHIME_PEAK}; the same for player and film.
 *
 * @param rate samples a second.
 * @example chime('count', 48_000).length // 4320
 */
export function chime(kind: SoundKind, rate: number): Float32Array<ArrayBuffer> {
  const notes = NOTES[kind];
  const lengthS = Math.max(...notes.map((note) => note.fromS + note.lengthS));
  const samples = new Float32Array(Math.round(lengthS * rate));
  for (const { hz, fromS, lengthS } of notes) {
    const first = Math.round(fromS * rate);
    const count = Math.min(Math.round(lengthS * rate), samples.length - first);
    for (let i = 0; i < count; i++) {
      const s = i / rate;
      const loud = Math.min(1, s / COMES_S) * Math.exp((-DIES * s) / lengthS);
      // A little of the octave makes it wood rather than a test tone.
      samples[first + i]! +=
        loud * (0.8 * Math.sin(2 * Math.PI * hz * s) + 0.2 * Math.sin(4 * Math.PI * hz * s) * Math.exp(-20 * s));
    }
  }
  const peak = samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0);
  return samples.map((one) => (one * CHIME_PEAK) / peak);
}
