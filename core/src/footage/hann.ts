/** Hann's window of so many samples: what it shapes fades in and out, and its tones stay apart. @example hann(4)[2] // 1 */
export function hann(length: number): Float64Array {
  return Float64Array.from({ length }, (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / length));
}
