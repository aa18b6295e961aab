import type { FileHandle } from 'node:fs/promises';

/** Sound as films are mixed: 48 kHz, two channels of 32-bit floats, nothing else in the file. */
export const SAMPLE_RATE = 48_000;
export const FRAME_BYTES = 8;
export const RAW_FORMAT = ['-f', 'f32le', '-ar', String(SAMPLE_RATE), '-ac', '2'];

export function samplesOf(buffer: Buffer, frames: number): Float32Array {
  return new Float32Array(buffer.buffer, buffer.byteOffset, 2 * frames);
}

/** Reads so many bytes, silence where the file ends. @returns how many there were. */
export async function readWhole(file: FileHandle, buffer: Buffer, length: number, position: number): Promise<number> {
  let at = 0;
  while (at < length) {
    const { bytesRead } = await file.read(buffer, at, length - at, position + at);
    if (bytesRead === 0) break;
    at += bytesRead;
  }
  buffer.fill(0, at, length);
  return at;
}
