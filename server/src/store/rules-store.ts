import type { EntityManager } from 'typeorm';
import { NO_DIFFERENCE, type StudioRules } from '@limber/core/caution/studio-rules';
import { DocumentError, parseDocument } from '@limber/core/document/document';
import { rulesEditing, type RulesChange } from '@limber/core/rules/rules-change';
import { rulesDocument } from '@limber/core/rules/rules.document';
import type { DocumentStore } from './edit-document';

export const RULES_ID = 'rules';

type Query = Pick<EntityManager, 'query'>;
const read = (doc: unknown): StudioRules => parseDocument(rulesDocument, doc);

/** The studio's own rules with their revision. @throws DocumentError when a newer program wrote them. */
export async function readRules(manager: Query): Promise<{ revision: number; doc: StudioRules }> {
  const [row] = await manager.query<[{ revision: number; doc: unknown }]>(
    'SELECT revision, doc FROM rules WHERE id = $1',
    [RULES_ID],
  );
  return { revision: row.revision, doc: read(row.doc) };
}

/** What lessons are judged by: rules that cannot be read change nothing of what the program brings. */
export async function studioRules(manager: Query): Promise<StudioRules> {
  try {
    return (await readRules(manager)).doc;
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return NO_DIFFERENCE;
  }
}

/** The studio's own rules: one document. */
export const rulesStore: DocumentStore<StudioRules, RulesChange> = {
  name: 'rules',
  editing: rulesEditing,
  lock: async (manager, id) => {
    const [row] = await manager.query<{ revision: number; doc: unknown }[]>(
      'SELECT revision, doc FROM rules WHERE id = $1 FOR UPDATE',
      [id],
    );
    return row ? { revision: row.revision, doc: read(row.doc) } : null;
  },
  save: async (manager, id, _before, after, revision) => {
    await manager.query('UPDATE rules SET revision = $2, doc = $3 WHERE id = $1', [
      id,
      revision,
      JSON.stringify(after),
    ]);
  },
};
