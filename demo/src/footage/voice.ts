import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);

export const SAMPLE_RATE = 22_050;

/** Speaks lines with the synthetic voice. The samples are mono, 16 bit, at {@link SAMPLE_RATE}, silence at the ends cut. */
export async function speak(lines: readonly string[]): Promise<Map<string, Int16Array>> {
  const folder = await mkdtemp(join(tmpdir(), 'limber-voice-'));
  try {
    const spoken = new Map<string, Int16Array>();
    for (const [i, line] of lines.entries()) {
      const file = join(folder, `${i}.wav`);
      const words = line.replace(/\[(\d+(?:\.\d+)?)\s*s\]/g, '. ');
      await run('espeak-ng', ['-v', 'en-gb+f2', '-s', '138', '-p', '46', '-a', '150', '-w', file, '--', words]);
      spoken.set(line, trimmed(samplesOf(await readFile(file))));
    }
    return spoken;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** The samples of a PCM WAV file: the bytes of its `data` chunk. */
function samplesOf(wav: Buffer): Int16Array {
  let at = 12;
  while (at + 8 <= wav.length) {
    const length = Math.min(wav.readUInt32LE(at + 4), wav.length - at - 8);
    if (wav.toString('latin1', at, at + 4) === 'data') {
      const samples = new Int16Array(Math.floor(length / 2));
      for (let i = 0; i < samples.length; i++) samples[i] = wav.readInt16LE(at + 8 + 2 * i);
      return samples;
    }
    at += 8 + length + (length % 2);
  }
  throw new Error('The synthetic voice wrote no sound.');
}

function trimmed(samples: Int16Array): Int16Array {
  const loud = (value: number): boolean => Math.abs(value) > 120;
  const first = samples.findIndex(loud);
  const last = samples.findLastIndex(loud);
  return first < 0 ? new Int16Array(0) : samples.slice(first, last + 1);
}
