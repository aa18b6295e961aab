import * as z from 'zod';
import type { CutMs, TakeMs } from '../time/clocks';

/** A length or a position, whole ms from 0 to a day. */
export const msSchema = z.int().min(0).max(86_400_000);
export const takeMsSchema: z.ZodType<TakeMs, number> = msSchema;
export const cutMsSchema: z.ZodType<CutMs, number> = msSchema;
