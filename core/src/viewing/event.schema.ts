import * as z from 'zod';

export const EVENT_KINDS = [
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

/** One thing that happened while watching. `played` is a heartbeat: what was played since the last one, at most 10 s. */
export const eventSchema = z.object({
  id: z.uuidv7(),
  viewingId: z.uuid(),
  kind: z.enum(EVENT_KINDS),
  fromMs: ms,
  toMs: ms,
  /** When it happened by the viewer's clock, ms since 1970. */
  wallMs: z.int().min(0),
  rate: z.number().min(0.1).max(8).default(1),
});
export type WatchEvent = z.infer<typeof eventSchema>;

/** The form of an EVENTS.json file; ids may be any text there, so that records from elsewhere can be read. */
export const eventsFileSchema = z.object({
  durationMs: z.int().positive(),
  events: z.array(eventSchema.extend({ id: z.string().min(1), viewingId: z.string().min(1) })),
});
