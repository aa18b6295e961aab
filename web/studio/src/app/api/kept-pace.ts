import * as z from 'zod';
import { paceSchema, type Pace } from '@limber/core/lesson/lesson.schema';
import { kept } from '../shell/kept';
import type { Sample } from '@limber/core/speech/calibrate';

const KEY = 'limber.pace';
const keptSchema = z.object({
  pace: paceSchema,
  samples: z.array(z.object({ text: z.string(), ms: z.number().positive() })).max(40),
});

/** The instructor's pace as it was found last, with the texts that were timed for it; kept in this browser. */
export function keptSamples(): Sample[] {
  return read()?.samples ?? [];
}

export function keptPace(): Pace | null {
  return read()?.pace ?? null;
}

export function keepPace(pace: Pace, samples: readonly Sample[]): void {
  localStorage.setItem(KEY, JSON.stringify({ pace, samples: samples.slice(-40) }));
}

const read = (): z.infer<typeof keptSchema> | null => kept(KEY, keptSchema);
