import { computed, inject, Injectable } from '@angular/core';
import { ROUTES } from '@limber/core/api/routes';
import { ideasEditing, type IdeasChange } from '@limber/core/ideas/ideas-change';
import { ideasDocument, type Ideas } from '@limber/core/ideas/ideas.document';
import { Api } from './http';
import { Stream } from './stream';
import { ANSWER_MS, SyncedDocument } from './synced-document';
import { Tab } from './tab';

/** What lessons might be about: one document for the whole page, kept while there is no connection. */
@Injectable({ providedIn: 'root' })
export class IdeasStore {
  private readonly api = inject(Api);
  readonly document: SyncedDocument<Ideas, IdeasChange>;
  readonly problem = computed(() => this.document.problem() ?? '');
  /** The newest first; null until they are there. */
  readonly ideas = computed(() => this.document.doc()?.ideas ?? null);

  constructor() {
    const stream = inject(Stream);
    this.document = new SyncedDocument(inject(Tab), {
      kind: ideasDocument,
      editing: ideasEditing,
      open: () => this.api.ask(ROUTES.ideas, {}),
      send: (body) => this.api.ask(ROUTES.editIdeas, { body }, ANSWER_MS),
      key: 'ideas:ideas',
      edits: stream.ideas,
      opened: stream.opened,
    });
  }

  async open(): Promise<void> {
    await this.document.openOnce();
  }

  edit(change: IdeasChange): void {
    this.document.edit(change);
  }
}
