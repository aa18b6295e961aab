import { Injectable } from '@angular/core';

/** What came together: the film of an old recording, and the words that are said in it. */
export interface Recording {
  readonly film: File | null;
  readonly words: File | null;
}

const WORDS = /\.(?:vtt|srt|txt)$/i;

/**
 * Which of some files is the film, and which the words. Of some films a browser does not know what they are: the studio does.
 *
 * @example recordingOf([film, captions]).words?.name // 'tide.vtt'
 */
export function recordingOf(files: readonly File[]): Recording {
  const words = files.find((file) => WORDS.test(file.name) || file.type.startsWith('text/')) ?? null;
  const film = files.find((file) => file !== words && (file.type === '' || file.type.startsWith('video/'))) ?? null;
  return { film, words };
}

/** What something is called after a file; empty where its name says nothing. @example titleOf('old-pier.mp4') // 'old pier' */
export function titleOf(fileName: string): string {
  return fileName
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 160);
}

/** Hands files from the desk over to the page that reads them. */
@Injectable({ providedIn: 'root' })
export class BroughtFiles {
  private files: readonly File[] = [];

  bring(files: readonly File[]): void {
    this.files = files;
  }

  take(): readonly File[] {
    const { files } = this;
    this.files = [];
    return files;
  }
}
