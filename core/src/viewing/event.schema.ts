import * as z from 'zod';

const EVENT_KINDS = [
  'played',
  'opened',
  'play',
  'pause',
  'seek',
  'step',
  'again',
  'skip_hurts',
  'captions',
  'ended',
  'closed',
] as const;

const ms = z.int().min(0).max(86_400_000);

/** The longest stretch that one `played` event tells of, ms of the lesson. */
export const MOST_PLAYED_MS = 10_000;

/** One thing that happened while watching. `played` is a heartbeat: what was played since the last one. */
const eventFields = z.object({
  id: z.uuidv7().toLowerCase(),
  viewingId: z.uuid().toLowerCase(),
  kind: z.enum(EVENT_KINDS),
  fromMs: ms,
  toMs: ms,
  /** When it happened by the viewer's clock, ms since 1970. */
  wallMs: z.int().min(0),
  rate: z.number().min(0.1).max(8).default(1),
});
export const eventSchema = eventFields.refine(
  ({ kind, fromMs, toMs }) => kind !== 'played' || (fromMs < toMs && toMs - fromMs <= MOST_PLAYED_MS),
  { message: `A played stretch goes forward, by at most ${MOST_PLAYED_MS} ms.`, path: ['toMs'] },
);
export type WatchEvent = z.infer<typeof eventSchema>;

/**
 * Reads the events of a batch one by one: those that can be taken, and the places and reasons of those that cannot.
 *
 * @example parseEvents([{ kind: 'played' }]) // { events: [], refused: [{ index: 0, reason: … }] }
 */
export function parseEvents(batch: readonly unknown[]): {
  events: WatchEvent[];
  refused: { index: number; reason: string }[];
} {
  const events: WatchEvent[] = [];
  const refused: { index: number; reason: string }[] = [];
  batch.forEach((one, index) => {
    const parsed = eventSchema.safeParse(one);
    if (parsed.success) events.push(parsed.data);
    else refused.push({ index, reason: parsed.error.issues[0]!.message });
  });
  return { events, refused };
}

/** The form of an EVENTS.json file; ids may be any text there, so that records from elsewhere can be read. */
export const eventsFileSchema = z.object({
  durationMs: z.int().positive(),
  events: z.array(eventFields.extend({ id: z.string().min(1), viewingId: z.string().min(1) })),
});
