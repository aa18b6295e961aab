import '../words/localize';
import {
  MOST_RULES,
  RULES_FORMAT,
  RULES_VERSION,
  silentSchema,
  standingTextSchema,
  studioRulesSchema,
  type StudioRules,
} from '../caution/studio-rules';
import { cautionSchema } from '../caution/caution.schema';
import { cueFigureSchema } from '../caution/cue-figure';
import { wordingSchema } from '../caution/wording';
import type { DocumentKind, Entity } from '../document/document';
import { schoolSchema } from '../school/school.schema';

const byId = (a: Entity, b: Entity): number => (String(a['id']) < String(b['id']) ? -1 : a['id'] === b['id'] ? 0 : 1);

/** A studio's differences from the rules that the program brings, as they are stored and edited. */
export const rulesDocument: DocumentKind<StudioRules> = {
  format: RULES_FORMAT,
  version: RULES_VERSION,
  noun: $localize`set of rules`,
  schema: studioRulesSchema,
  lists: {
    cautions: { one: 'caution', schema: cautionSchema, most: MOST_RULES.cautions, key: 'id', order: byId },
    silent: { one: $localize`silent caution`, schema: silentSchema, most: MOST_RULES.silent, key: 'id', order: byId },
    wordings: { one: 'wording', schema: wordingSchema, most: MOST_RULES.wordings, key: 'id', order: byId },
    schools: { one: 'school', schema: schoolSchema, most: MOST_RULES.schools, key: 'id', order: byId },
    figures: { one: $localize`figure`, schema: cueFigureSchema, most: MOST_RULES.figures, key: 'id', order: byId },
    texts: { one: $localize`text`, schema: standingTextSchema, most: MOST_RULES.texts, key: 'id', order: byId },
  },
  references: [],
  migrations: {},
};
