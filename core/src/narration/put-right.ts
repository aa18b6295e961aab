import * as z from 'zod';
import { actionSchema, regionSchema, toolSchema } from '../move/move.schema';
import { DOSE_KINDS, DOSE_SCOPES, STEP_KINDS, STEP_SIDES, type FoundDose } from './reading';
import type { Word } from './words';

const word = z.int().min(0);

/** What can be said of a read step; what is not said is read. */
const stepAsSchema = z.object({
  kind: z.enum(STEP_KINDS).optional(),
  action: actionSchema.optional(),
  region: regionSchema.optional(),
  side: z.enum(STEP_SIDES).optional(),
  tool: toolSchema.optional(),
});
/** What a dose is, whatever was read. */
const doseAsSchema = z
  .object({
    kind: z.enum(DOSE_KINDS),
    low: z.number().positive().max(3600),
    high: z.number().positive().max(3600),
    scope: z.enum(DOSE_SCOPES),
  })
  .refine((dose) => dose.low <= dose.high, 'The first number is the smaller one.');

/**
 * What somebody says of a reading. A step is known by the word that it begins with, a dose by its number's: so they stay
 * who they are whatever is joined or parted elsewhere.
 */
export const putRightSchema = z.discriminatedUnion('is', [
  /** A step begins here. */
  z.object({ is: z.literal('begins'), word }),
  /** None begins here: it is one with what comes before it. */
  z.object({ is: z.literal('joined'), word }),
  /** What it is; without anything said, it is as it was read. */
  z.object({ is: z.literal('step'), word, as: stepAsSchema }),
  z.object({ is: z.literal('dose'), word, as: doseAsSchema }),
]);
export type PutRight = Readonly<z.infer<typeof putRightSchema>>;
export type StepAs = Readonly<z.infer<typeof stepAsSchema>>;
export type DoseAs = Readonly<z.infer<typeof doseAsSchema>>;

/** All that was said of a reading, by word: what was said last holds. */
export interface Given {
  readonly begins: ReadonlySet<number>;
  readonly joined: ReadonlySet<number>;
  readonly steps: ReadonlyMap<number, StepAs>;
  readonly doses: ReadonlyMap<number, DoseAs>;
}

/** @example givenBy([{ is: 'joined', word: 4 }, { is: 'begins', word: 4 }]).joined.size // 0 */
export function givenBy(said: readonly PutRight[]): Given {
  const [begins, joined] = [new Set<number>(), new Set<number>()];
  const steps = new Map<number, StepAs>();
  const doses = new Map<number, DoseAs>();
  for (const one of said)
    switch (one.is) {
      case 'begins':
        begins.add(one.word);
        joined.delete(one.word);
        break;
      case 'joined':
        joined.add(one.word);
        begins.delete(one.word);
        break;
      case 'step':
        steps.set(one.word, { ...steps.get(one.word), ...one.as });
        break;
      case 'dose':
        doses.set(one.word, one.as);
    }
  return { begins, joined, steps, doses };
}

export const NOTHING_GIVEN: Given = givenBy([]);

/** Doses as they are said to be; one where none was read stands where its word is said. */
export function dosesAs(read: readonly FoundDose[], { doses }: Given, words: readonly Word[]): FoundDose[] {
  const known = read.map((dose) => {
    const as = doses.get(dose.evidence.from);
    return as ? { ...dose, ...as, evidence: { ...dose.evidence, sure: 1 } } : dose;
  });
  const met = new Set(read.map((dose) => dose.evidence.from));
  const added = [...doses].flatMap(([from, as]): FoundDose[] => {
    const at = words[from];
    return !at || met.has(from) ? [] : [{ ...as, atMs: at.startMs, evidence: { from, to: from + 1, sure: 1 } }];
  });
  return [...known, ...added].sort((a, b) => a.atMs - b.atMs || a.evidence.from - b.evidence.from);
}
