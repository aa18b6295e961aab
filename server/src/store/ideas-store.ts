import { ideasEditing } from '@limber/core/ideas/ideas-change';
import { ideasDocument } from '@limber/core/ideas/ideas.document';
import { oneDocument } from './one-document';

/** The ideas of the studio. */
export const ideasStore = oneDocument('ideas', ideasDocument, ideasEditing);
