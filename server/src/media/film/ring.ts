import { open } from 'node:fs/promises';
import { chime } from '@limber/core/cue/chime';
import type { CueSound, SoundKind } from '@limber/core/cue/cue-sounds';
import { FRAME_BYTES, readWhole, SAMPLE_RATE, samplesOf } from './raw';

/**
 * Lays the sounds of cues over a mix (see `raw.ts`), where it is; what would ring on past its end is cut.
 *
 * @param gain by what they are multiplied: the mix may be made louder afterwards, and they are not to be.
 */
export async function ring(path: string, sounds: readonly CueSound[], gain: number): Promise<void> {
  if (sounds.length === 0) return;
  const samples = new Map<SoundKind, Float32Array>();
  const file = await open(path, 'r+');
  try {
    const inAll = Math.floor((await file.stat()).size / FRAME_BYTES);
    for (const { kind, atMs } of sounds) {
      if (!samples.has(kind)) samples.set(kind, chime(kind, SAMPLE_RATE));
      const rung = samples.get(kind)!;
      const from = Math.round((atMs / 1000) * SAMPLE_RATE);
      const count = Math.min(rung.length, inAll - from);
      if (count <= 0) continue;
      const buffer = Buffer.alloc(count * FRAME_BYTES);
      await readWhole(file, buffer, buffer.length, from * FRAME_BYTES);
      const there = samplesOf(buffer, count);
      for (let i = 0; i < count; i++) for (const channel of [0, 1]) there[2 * i + channel]! += rung[i]! * gain;
      await file.write(buffer, 0, buffer.length, from * FRAME_BYTES);
    }
  } finally {
    await file.close();
  }
}
