import * as z from 'zod';
import { takeMsSchema } from './times.schema';

/** A piece of a take that plays in the lesson; the pieces in order make the lesson's time. */
export const pieceSchema = z
  .object({
    id: z.string().min(1).max(80),
    takeId: z.string().min(1).max(80),
    fromMs: takeMsSchema,
    toMs: takeMsSchema,
  })
  .refine((piece) => piece.fromMs < piece.toMs, { message: 'A piece has to end after it starts.' });
export type Piece = z.infer<typeof pieceSchema>;
