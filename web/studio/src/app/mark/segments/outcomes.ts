import * as z from 'zod';
import type { SegmentKind } from '@limber/core/lesson/segment-kind';
import { segmentKindSchema } from '@limber/core/lesson/segment.schema';
import { keep, kept } from '../../shell/kept';

/** What became of proposals, the oldest first: agreed to as they were, or put right. */
const outcomesSchema = z.array(z.object({ kind: segmentKindSchema, changed: z.boolean() }));

const KEPT = 'limber.proposals';
const MOST = 600;
const LATELY = 60;

/** How often proposals of a kind were put right lately: what this browser remembers. */
export function changedLately(kind: SegmentKind): { readonly changed: number; readonly of: number } {
  const own = outcomes()
    .filter((one) => one.kind === kind)
    .slice(-LATELY);
  return { changed: own.filter((one) => one.changed).length, of: own.length };
}

export function remember(kinds: readonly SegmentKind[], changed: boolean): void {
  keep(KEPT, [...outcomes(), ...kinds.map((kind) => ({ kind, changed }))].slice(-MOST));
}

const outcomes = (): z.infer<typeof outcomesSchema> => kept(KEPT, outcomesSchema) ?? [];
