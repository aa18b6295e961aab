import * as z from 'zod';
import type { DocumentKind } from '../document/document';
import { emptyRollup, rollupSchema, type Rollup, type SummedCut } from './rollup';

const SUMS_FORMAT = 'limber-cheek/sums';
const SUMS_VERSION = 2;

const sumsSchema = z.object({
  format: z.literal(SUMS_FORMAT),
  version: z.literal(SUMS_VERSION),
  /** Viewings of all cuts. */
  viewings: z.int().min(0),
  /** By the id of the cut; a cut that nobody has watched is not there. */
  cuts: z.record(z.string(), rollupSchema),
});

/** The sums of a version's viewings: those of each cut, and how many viewings there are of all. */
export type Sums = z.infer<typeof sumsSchema>;

/**
 * The sums of a version that nobody has watched.
 *
 * @example emptySums().viewings // 0
 */
export function emptySums(): Sums {
  return { format: SUMS_FORMAT, version: SUMS_VERSION, viewings: 0, cuts: {} };
}

/**
 * The sums of one cut within those of a version; they begin empty. The sums given are changed by what is added to them.
 *
 * @example sumsOfCut(emptySums(), cut).viewings // 0
 */
export function sumsOfCut(sums: Sums, cut: SummedCut): Rollup {
  return (sums.cuts[cut.id] ??= emptyRollup(cut));
}

/**
 * Sets how many viewings there are of all cuts.
 *
 * @example countViewings(sums) // sums.viewings is then the sum over its cuts
 */
export function countViewings(sums: Sums): void {
  sums.viewings = Object.values(sums.cuts).reduce((sum, cut) => sum + cut.viewings, 0);
}

/** The sums of a version's viewings, as they are stored. The first ones did not say what they are; version 1 knew one cut. */
export const sumsDocument: DocumentKind<Sums> = {
  format: SUMS_FORMAT,
  version: SUMS_VERSION,
  noun: 'document of sums',
  schema: sumsSchema,
  lists: {},
  references: [],
  migrations: {
    0: (older) => older,
    1: ({ format: _format, version: _version, ...rollup }) => ({
      viewings: rollup['viewings'],
      cuts: { full: { ...rollup, hurt: (rollup['entered'] as number[]).map(() => 0) } },
    }),
  },
};
