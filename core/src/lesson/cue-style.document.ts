import * as z from 'zod';
import type { DocumentKind } from '../document/document';
import { cueStyleSchema } from './cue-style.schema';

export const CUE_STYLE_FORMAT = 'limber-cheek/cue-style';
export const CUE_STYLE_VERSION = 1;

/** How cues look, as a file that goes from one studio to another. */
const styleFileSchema = z.object({
  format: z.literal(CUE_STYLE_FORMAT),
  version: z.literal(CUE_STYLE_VERSION),
  style: cueStyleSchema,
});
export type StyleFile = z.infer<typeof styleFileSchema>;

export const cueStyleDocument: DocumentKind<StyleFile> = {
  format: CUE_STYLE_FORMAT,
  version: CUE_STYLE_VERSION,
  noun: 'style of cues',
  schema: styleFileSchema,
  lists: {},
  references: [],
  migrations: {},
};
