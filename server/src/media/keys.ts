import { randomUUID } from 'node:crypto';

/** Where a medium's own file lies. */
export function originalKey(mediaId: string): string {
  return `${mediaId}/original`;
}

/** A new place for something made of a medium: never one that was used before, so that nothing is written over. */
export function artefactKey(mediaId: string, name: string): string {
  return `${mediaId}/${randomUUID()}${name.slice(name.lastIndexOf('.'))}`;
}
