import type { EntityManager } from 'typeorm';
import { NO_DIFFERENCE, type StudioRules } from '@limber/core/caution/studio-rules';
import { DocumentError } from '@limber/core/document/document';
import { rulesEditing } from '@limber/core/rules/rules-change';
import { rulesDocument } from '@limber/core/rules/rules.document';
import { oneDocument } from './one-document';

/** The studio's own rules. */
export const rulesStore = oneDocument('rules', rulesDocument, rulesEditing);

/** What lessons are judged by: rules that cannot be read change nothing of what the program brings. */
export async function studioRules(manager: Pick<EntityManager, 'query'>): Promise<StudioRules> {
  try {
    return (await rulesStore.read(manager)).doc;
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return NO_DIFFERENCE;
  }
}
