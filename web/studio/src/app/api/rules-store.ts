import { computed, inject, Injectable, signal } from '@angular/core';
import { ROUTES } from '@limber/core/api/routes';
import { rulesOf, type StudioRules } from '@limber/core/caution/studio-rules';
import { rulesEditing, type RulesChange } from '@limber/core/rules/rules-change';
import { rulesDocument } from '@limber/core/rules/rules.document';
import { Api } from './http';
import { Stream } from './stream';
import { ANSWER_MS, SyncedDocument } from './synced-document';
import { Tab } from './tab';

/** The studio's own rules: one document for the whole page, with undo and redo of one's own. */
@Injectable({ providedIn: 'root' })
export class RulesStore {
  private readonly api = inject(Api);
  readonly document: SyncedDocument<StudioRules, RulesChange>;
  /** Whether whoever is here may change them. */
  readonly mayEdit = signal(false);
  readonly problem = computed(() => this.document.problem() ?? '');
  /** Null until they are there: then lessons are judged by what the program brings. */
  readonly own = computed(() => this.document.doc());
  readonly rules = computed(() => rulesOf(this.own()));

  constructor() {
    const stream = inject(Stream);
    this.document = new SyncedDocument(inject(Tab), {
      kind: rulesDocument,
      editing: rulesEditing,
      open: async () => {
        const answer = await this.api.ask(ROUTES.rules, {});
        this.mayEdit.set(answer.mayEdit);
        return answer;
      },
      send: (body) => this.api.ask(ROUTES.editRules, { body }, ANSWER_MS),
      key: 'rules:rules',
      edits: stream.rules,
      opened: stream.opened,
    });
  }

  /** Opens the rules once. */
  async open(): Promise<void> {
    await this.document.openOnce();
  }

  edit(change: RulesChange): void {
    this.document.edit(change);
  }
}
