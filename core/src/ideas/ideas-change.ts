import '../words/localize';
import * as z from 'zod';
import { keysOf } from '../document/clash';
import { apply, ChangeError, type Primitive } from '../document/edit';
import type { Editing } from '../document/editing';
import { ideaSchema, ideasDocument, type Ideas } from './ideas.document';

const id = z.string().min(1).max(80);

/** A change of the ideas. A new one comes first, unless it says after which it stands. */
const ideasChangeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('add_idea'), idea: ideaSchema, afterId: id.nullable().default(null) }),
  z.object({ kind: z.literal('set_idea'), id, text: ideaSchema.shape.text }),
  z.object({ kind: z.literal('remove_idea'), id }),
]);
export type IdeasChange = z.infer<typeof ideasChangeSchema>;

/** How ideas are edited. */
export const ideasEditing: Editing<Ideas, IdeasChange> = {
  kind: ideasDocument,
  parseChange: (value) => {
    const parsed = ideasChangeSchema.safeParse(value);
    if (parsed.success) return parsed.data;
    throw new ChangeError(parsed.error.issues[0]!.message);
  },
  apply: (ideas, change) => apply(ideasDocument, ideas, primitiveOf(change)),
  inverse: ({ ideas }, change) => {
    if (change.kind === 'add_idea') return { kind: 'remove_idea', id: change.idea.id };
    const at = ideas.findIndex((one) => one.id === change.id);
    const idea = ideas[at];
    if (!idea) throw new ChangeError($localize`This idea is gone.`);
    return change.kind === 'set_idea'
      ? { kind: 'set_idea', id: idea.id, text: idea.text }
      : { kind: 'add_idea', idea, afterId: ideas[at - 1]?.id ?? null };
  },
  keys: (change) => keysOf(ideasDocument, [primitiveOf(change)]),
};

function primitiveOf(change: IdeasChange): Primitive {
  switch (change.kind) {
    case 'add_idea':
      return { do: 'add', list: 'ideas', entity: change.idea, after: change.afterId };
    case 'set_idea':
      return { do: 'change', list: 'ideas', id: change.id, field: 'text', value: change.text };
    case 'remove_idea':
      return { do: 'remove', list: 'ideas', id: change.id };
  }
}
