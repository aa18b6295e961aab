import { effect, inject, untracked } from '@angular/core';
import type { Medium } from '@limber/core/api/media';
import { doingWords } from './job-words';
import { Progress } from './jobs';

/** Sees to it that what is known of some media is here; called where a component is made. */
export function knowMedia(ids: () => readonly string[]): void {
  const progress = inject(Progress);
  effect(() => {
    for (const id of ids()) if (!untracked(() => progress.mediaOf(id))) void progress.loadMedia(id);
  });
}

/** How far it is looked for where a recording lies, in words, and why it was not found; empty where that is not so. */
export function placingWords(medium: Medium | null): { readonly doing: string; readonly trouble: string } {
  const job = medium?.job?.kind === 'join' ? medium.job : null;
  return {
    doing: job?.state === 'queued' || job?.state === 'running' ? doingWords(job) : '',
    trouble: job?.state === 'failed' ? (job.error ?? '') : '',
  };
}
