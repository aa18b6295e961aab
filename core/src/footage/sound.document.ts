import * as z from 'zod';
import type { DocumentKind } from '../document/document';

export const SOUND_FORMAT = 'limber-cheek/sound';
export const SOUND_VERSION = 1;

/** What was found in the sound of a take: peaks for drawing, and where someone speaks. Times in take ms. */
export const soundSchema = z.object({
  format: z.literal(SOUND_FORMAT),
  version: z.literal(SOUND_VERSION),
  /** Length of the stretch that one peak stands for, ms. */
  stepMs: z.number().positive(),
  /** The loudest of each stretch, 0 to 100. */
  peaks: z.array(z.int().min(0).max(100)),
  speech: z.array(z.tuple([z.number().min(0), z.number().min(0)])),
});
export type Sound = z.infer<typeof soundSchema>;

/** The first ones did not say what they are. */
export const soundDocument: DocumentKind<Sound> = {
  format: SOUND_FORMAT,
  version: SOUND_VERSION,
  noun: 'description of sound',
  schema: soundSchema,
  lists: {},
  references: [],
  migrations: { 0: (older) => older },
};
