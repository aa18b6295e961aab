import * as z from 'zod';
import { cautionSchema } from '../caution/caution.schema';
import { cueFigureSchema } from '../caution/cue-figure';
import { silentSchema, standingTextSchema, type StudioRules } from '../caution/studio-rules';
import { wordingSchema } from '../caution/wording';
import { keysOf } from '../document/clash';
import { apply, ChangeError, type Primitive } from '../document/edit';
import type { Editing } from '../document/editing';
import { schoolSchema } from '../school/school.schema';
import { rulesDocument } from './rules.document';

const id = z.string().min(1).max(80);
const LISTS = ['cautions', 'silent', 'wordings', 'schools', 'figures', 'texts'] as const;
type List = (typeof LISTS)[number];

/** A change of a studio's rules: an entry of its own, or back to what the program brings. */
const rulesChangeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('set_caution'), caution: cautionSchema }),
  z.object({ kind: z.literal('silence_caution'), silent: silentSchema }),
  z.object({ kind: z.literal('set_wording'), wording: wordingSchema }),
  z.object({ kind: z.literal('set_school'), school: schoolSchema }),
  z.object({ kind: z.literal('set_figure'), figure: cueFigureSchema }),
  z.object({ kind: z.literal('set_text'), text: standingTextSchema }),
  /** Takes an entry out: what the program brings holds again; a caution of the studio's own is gone. */
  z.object({ kind: z.literal('reset_rule'), list: z.enum(LISTS), id }),
]);
export type RulesChange = z.infer<typeof rulesChangeSchema>;

/** How a studio's rules are edited. */
export const rulesEditing: Editing<StudioRules, RulesChange> = {
  kind: rulesDocument,
  parseChange: (value) => {
    const parsed = rulesChangeSchema.safeParse(value);
    if (parsed.success) return parsed.data;
    throw new ChangeError(parsed.error.issues[0]!.message);
  },
  apply: (rules, change) => {
    const primitive = primitiveOf(change);
    // What is as it was brought is so already.
    if (primitive.do === 'remove' && !find(rules, primitive.list as List, primitive.id)) return rules;
    return apply(rulesDocument, rules, primitive);
  },
  inverse: (rules, change) => {
    const { list, id } = placeOf(change);
    const before = find(rules, list, id);
    return before ? setOf(list, before) : { kind: 'reset_rule', list, id };
  },
  keys: (change) => keysOf(rulesDocument, [primitiveOf(change)]),
};

/** Where a change puts an entry; none where it takes out what is there. */
function placeOf(change: RulesChange): { list: List; id: string; entry: Entry | null } {
  const put = (list: List, entry: Entry): { list: List; id: string; entry: Entry } => ({ list, id: entry.id, entry });
  switch (change.kind) {
    case 'set_caution':
      return put('cautions', change.caution);
    case 'silence_caution':
      return put('silent', change.silent);
    case 'set_wording':
      return put('wordings', change.wording);
    case 'set_school':
      return put('schools', change.school);
    case 'set_figure':
      return put('figures', change.figure);
    case 'set_text':
      return put('texts', change.text);
    case 'reset_rule':
      return { list: change.list, id: change.id, entry: null };
  }
}

function primitiveOf(change: RulesChange): Extract<Primitive, { do: 'put' | 'remove' }> {
  const { list, id, entry } = placeOf(change);
  return entry ? { do: 'put', list, entity: entry } : { do: 'remove', list, id };
}

type Entry = StudioRules[List][number];

function find(rules: StudioRules, list: List, id: string): Entry | undefined {
  return (rules[list] as readonly Entry[]).find((one) => one.id === id);
}

function setOf(list: List, entry: Entry): RulesChange {
  switch (list) {
    case 'cautions':
      return { kind: 'set_caution', caution: entry as StudioRules['cautions'][number] };
    case 'silent':
      return { kind: 'silence_caution', silent: entry };
    case 'wordings':
      return { kind: 'set_wording', wording: entry as StudioRules['wordings'][number] };
    case 'schools':
      return { kind: 'set_school', school: entry as StudioRules['schools'][number] };
    case 'figures':
      return { kind: 'set_figure', figure: entry as StudioRules['figures'][number] };
    case 'texts':
      return { kind: 'set_text', text: entry as StudioRules['texts'][number] };
  }
}
