import type { FileHandle } from 'node:fs/promises';
import { FRAME_BYTES, readWhole, SAMPLE_RATE, samplesOf } from './raw';

/** How loud music is against talk, dB: under it, and where nobody talks (common practice, no source). */
const UNDER_DB = -20;
const ALONE_DB = -10;
/** It goes down so long before somebody speaks, and comes up so long after, s. */
const BEFORE_S = 0.5;
const HOLD_S = 0.7;
const DOWN_S = 0.25;
const UP_S = 1.2;
/** A block of the measure, samples: 20 ms. */
export const BLOCK = SAMPLE_RATE / 50;

/** How loud each block of a mix is, mean square. */
export async function powerOf(mix: FileHandle, samples: number): Promise<Float64Array> {
  const powers = new Float64Array(Math.ceil(samples / BLOCK));
  const buffer = Buffer.alloc(BLOCK * FRAME_BYTES);
  for (let n = 0; n < powers.length; n++) {
    await readWhole(mix, buffer, buffer.length, n * buffer.length);
    const values = samplesOf(buffer, BLOCK);
    let sum = 0;
    for (const value of values) sum += value * value;
    powers[n] = sum / values.length;
  }
  return powers;
}

/**
 * How music is turned under talk: a share for each block of 20 ms, down a little before somebody speaks, up again slowly
 * when nobody has spoken for a while.
 *
 * @param powers mean square of each block of everything else.
 * @param talkDb how loud the talk is, LUFS; null where nobody speaks.
 * @param musicDb how loud the music is, LUFS.
 * @example duckedBy(new Float64Array(100), null, -20)[50] // 1
 */
export function duckedBy(powers: Float64Array, talkDb: number | null, musicDb: number): Float64Array {
  const gains = new Float64Array(powers.length);
  if (talkDb === null) return gains.fill(1);
  const [under, alone] = [UNDER_DB, ALONE_DB].map((db) => 10 ** ((talkDb + db - musicDb) / 20)) as [number, number];
  const per = SAMPLE_RATE / BLOCK;
  // Twelve decibels under the whole is still talk; a room is further down.
  const least = 10 ** ((talkDb - 12) / 10);
  const [early, hold] = [Math.round(BEFORE_S * per), Math.round(HOLD_S * per)];
  let until = -1;
  let gain = alone;
  for (let n = 0; n < powers.length; n++) {
    if ((powers[Math.min(powers.length - 1, n + early)] ?? 0) > least) until = n + early + hold;
    const wanted = n <= until ? under : alone;
    const step = (alone - under) / per / (wanted < gain ? DOWN_S : UP_S);
    gain = wanted < gain ? Math.max(wanted, gain - step) : Math.min(wanted, gain + step);
    gains[n] = gain;
  }
  return gains;
}
