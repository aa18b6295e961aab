import type { SyncedDocument } from '../api/synced-document';

type Saved = Pick<SyncedDocument<unknown, unknown>, 'saving' | 'waiting' | 'why'>;

/** Whether a document is saved, and if not, why and what becomes of it. */
export function savingWords(document: Saved): string {
  const waiting = document.waiting();
  const edits = `${waiting} ${waiting === 1 ? 'edit' : 'edits'}`;
  // The first sentence says what is the matter; the whole of it is in the hint.
  const why = document.why().replace(/[.;].*/s, '');
  switch (document.saving()) {
    case 'saved':
      return $localize`saved`;
    case 'saving':
      return why ? $localize`saving … ${why}` : $localize`saving …`;
    case 'waiting':
      return $localize`${edits} kept here. ${why}`;
    case 'signed-out':
      return $localize`signed out; ${edits} kept here. Sign in again in another tab`;
    case 'conflict':
      return $localize`changed in two places`;
    case 'gone':
      return waiting > 0 ? $localize`${edits} kept here. ${why}` : why;
  }
}

export function savingWarns(document: Saved): boolean {
  return !['saved', 'saving'].includes(document.saving()) || document.why() !== '';
}
