import * as z from 'zod';
import { setAsideSchema } from './set-aside.schema';
import { overrideSchema } from './override.schema';
import { pieceSchema } from './piece.schema';
import { filmAgainSchema } from './film-again.schema';
import { rejectedSchema, segmentKindSchema, segmentSchema, workedSideSchema } from './segment.schema';
import { takeFields, takeSchema } from './take.schema';
import { voiceOverSchema } from './voice-over.schema';
import { waitingSchema } from './waiting.schema';
import { changeForward } from './older';
import { takeMsSchema } from './times.schema';
import { lessonFields, MOST, stepFields, stepSchema } from './lesson.schema';

const id = z.string().min(1).max(80);

/** One object schema a field: `{ kind, …key, field, value }`, so that a value is judged by its own field's rule. */
function setField<K extends string, Key extends z.ZodRawShape, Fields extends Record<string, z.ZodType>>(
  kind: K,
  key: Key,
  fields: Fields,
) {
  type Variant = {
    [F in keyof Fields & string]: { [P in keyof Key]: z.output<Key[P]> } & {
      kind: K;
      field: F;
      value: z.output<Fields[F]>;
    };
  }[keyof Fields & string];
  const variants = Object.entries(fields).map(([field, value]) =>
    z.object({ kind: z.literal(kind), ...key, field: z.literal(field), value }),
  );
  return z.discriminatedUnion('field', variants as never) as unknown as z.ZodType<Variant>;
}

const after = id.nullable();

const SINGLE = {
  set_lesson: setField('set_lesson', {}, lessonFields),
  add_step: z.object({ kind: z.literal('add_step'), step: stepSchema, afterStepId: after }),
  remove_step: z.object({ kind: z.literal('remove_step'), stepId: id }),
  place_step: z.object({ kind: z.literal('place_step'), stepId: id, afterStepId: after }),
  set_step: setField('set_step', { stepId: id }, stepFields),
  add_take: z.object({ kind: z.literal('add_take'), take: takeSchema, afterTakeId: after.optional() }),
  remove_take: z.object({ kind: z.literal('remove_take'), takeId: id }),
  set_take: setField('set_take', { takeId: id }, takeFields),
  set_assembly: z.object({ kind: z.literal('set_assembly'), assembly: z.array(pieceSchema).max(MOST.assembly) }),
  add_piece: z.object({ kind: z.literal('add_piece'), piece: pieceSchema, afterPieceId: after.optional() }),
  set_piece: setField('set_piece', { pieceId: id }, { fromMs: takeMsSchema, toMs: takeMsSchema }),
  place_piece: z.object({ kind: z.literal('place_piece'), pieceId: id, afterPieceId: after }),
  remove_piece: z.object({ kind: z.literal('remove_piece'), pieceId: id }),
  add_segment: z.object({ kind: z.literal('add_segment'), segment: segmentSchema }),
  remove_segment: z.object({ kind: z.literal('remove_segment'), segmentId: id }),
  set_segment: setField(
    'set_segment',
    { segmentId: id },
    {
      startMs: takeMsSchema,
      endMs: takeMsSchema,
      kind: segmentKindSchema,
      stepId: id.nullable(),
      side: workedSideSchema.nullable(),
      beatsMs: z.array(takeMsSchema).max(2000),
    },
  ),
  add_rejected: z.object({ kind: z.literal('add_rejected'), rejected: rejectedSchema }),
  remove_rejected: z.object({ kind: z.literal('remove_rejected'), rejectedId: id }),
  add_film_again: z.object({
    kind: z.literal('add_film_again'),
    filmAgain: filmAgainSchema,
    afterFilmAgainId: after.optional(),
  }),
  remove_film_again: z.object({ kind: z.literal('remove_film_again'), filmAgainId: id }),
  add_waiting: z.object({
    kind: z.literal('add_waiting'),
    waiting: waitingSchema,
    afterWaitingId: after.optional(),
  }),
  remove_waiting: z.object({ kind: z.literal('remove_waiting'), waitingId: id }),
  add_voice_over: z.object({
    kind: z.literal('add_voice_over'),
    voiceOver: voiceOverSchema,
    afterVoiceOverId: after.optional(),
  }),
  remove_voice_over: z.object({ kind: z.literal('remove_voice_over'), voiceOverId: id }),
  set_override: z.object({ kind: z.literal('set_override'), override: overrideSchema }),
  clear_override: z.object({ kind: z.literal('clear_override'), key: z.string().min(1).max(520) }),
  set_aside: z.object({ kind: z.literal('set_aside'), setAside: setAsideSchema }),
  take_up: z.object({ kind: z.literal('take_up'), id: z.string().min(1).max(800) }),
} as const;

export type SingleChange = { [K in keyof typeof SINGLE]: z.output<(typeof SINGLE)[K]> }[keyof typeof SINGLE];
const singleSchema = z.union(Object.values(SINGLE)) as unknown as z.ZodType<SingleChange>;

/** So many single changes take everything out of the largest lesson, and put it back. */
const MOST_IN_A_BATCH = Object.values(MOST).reduce((sum, most) => sum + most, 0);
const batchSchema = z.object({
  kind: z.literal('batch'),
  changes: z.array(singleSchema).min(1).max(MOST_IN_A_BATCH, 'That is more than can be changed at once.'),
});

export type Change = SingleChange | z.output<typeof batchSchema>;

/**
 * The closed set of small changes by which a lesson is edited; a batch is one change to the person who makes it. Those
 * of an older program are brought forward.
 */
export const changeSchema: z.ZodType<Change> = z.preprocess(changeForward, z.union([singleSchema, batchSchema]));

/**
 * The schema of the kind that a change says it is of; undefined when there is none.
 *
 * @example schemaOf({ kind: 'nothing' }) // undefined
 */
export function schemaOf(value: unknown): z.ZodType | undefined {
  const kind = (value as { kind?: unknown } | null)?.kind;
  return kind === 'batch' ? batchSchema : SINGLE[kind as keyof typeof SINGLE];
}
