import * as z from 'zod';
import { overrideSchema } from '../cue/override.schema';
import { pieceSchema, segmentKindSchema, segmentSchema, takeSchema, workedSideSchema } from '../segment/segment.schema';
import { lessonFields, stepFields, stepSchema } from './lesson.schema';

const id = z.string().min(1).max(80);
const ms = z.int().min(0).max(86_400_000);

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

const single = [
  setField('set_lesson', {}, lessonFields),
  z.object({ kind: z.literal('add_step'), step: stepSchema, afterStepId: id.nullable() }),
  z.object({ kind: z.literal('remove_step'), stepId: id }),
  z.object({ kind: z.literal('place_step'), stepId: id, afterStepId: id.nullable() }),
  setField('set_step', { stepId: id }, stepFields),
  z.object({ kind: z.literal('add_take'), take: takeSchema }),
  z.object({ kind: z.literal('remove_take'), takeId: id }),
  setField('set_take', { takeId: id }, { name: takeSchema.shape.name, mirrored: z.boolean() }),
  z.object({ kind: z.literal('set_assembly'), assembly: z.array(pieceSchema).max(1000) }),
  z.object({ kind: z.literal('add_segment'), segment: segmentSchema }),
  z.object({ kind: z.literal('remove_segment'), segmentId: id }),
  setField(
    'set_segment',
    { segmentId: id },
    {
      startMs: ms,
      endMs: ms,
      kind: segmentKindSchema,
      stepId: id.nullable(),
      side: workedSideSchema.nullable(),
      beats: z.array(ms).max(2000),
    },
  ),
  z.object({ kind: z.literal('set_override'), override: overrideSchema }),
  z.object({ kind: z.literal('clear_override'), key: z.string().min(1).max(240) }),
] as const;

const singleSchema = z.union(single);
export type SingleChange = z.infer<typeof singleSchema>;

/** The closed set of small changes by which a lesson is edited; a batch is one change to the person who makes it. */
export const changeSchema = z.union([
  ...single,
  z.object({ kind: z.literal('batch'), changes: z.array(singleSchema).min(1).max(2000) }),
]);
export type Change = z.infer<typeof changeSchema>;
