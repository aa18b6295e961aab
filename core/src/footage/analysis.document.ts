import * as z from 'zod';
import type { DocumentKind } from '../document/document';
import { REGIONS } from '../face/regions';

export const ANALYSIS_FORMAT = 'limber-cheek/analysis';
export const ANALYSIS_VERSION = 2;

const ms = z.number().min(0);
/** The half of the picture in which a hand works: whose side that is for a viewer is said by the take. */
const halfSchema = z.enum(['left', 'right', 'both']);
const regionSchema = z.enum(REGIONS).nullable();
/** A box as shares of the picture: from the left, from above, width, height. */
const boxSchema = z.tuple([z.number(), z.number(), z.number(), z.number()]);
/** From the left and from above, as shares of the picture. */
const pointSchema = z.tuple([z.number(), z.number()]);
/** Values of a grid over time: rows from above, one byte a cell, one grid after the other; base64. */
const gridSchema = z.object({
  stepMs: z.number().positive(),
  columns: z.int().positive(),
  rows: z.int().positive(),
  data: z.base64(),
});

/** What was seen and heard in a take, before anybody agreed to it. Times in take ms. */
export const analysisSchema = z.object({
  format: z.literal(ANALYSIS_FORMAT),
  version: z.literal(ANALYSIS_VERSION),
  durationMs: ms,
  bouts: z.array(
    z.object({
      startMs: ms,
      endMs: ms,
      periodMs: ms,
      beatsMs: z.array(ms),
      half: halfSchema.nullable(),
      region: regionSchema,
      confidence: z.number().min(0).max(1),
    }),
  ),
  holds: z.array(
    z.object({
      startMs: ms,
      endMs: ms,
      half: halfSchema.nullable(),
      region: regionSchema,
      confidence: z.number().min(0).max(1),
    }),
  ),
  /** Looked for every so often; the outline from the middle of the forehead around. Between two, see `faceAt`. */
  faces: z.array(z.object({ atMs: ms, box: boxSchema, outline: z.array(pointSchema) })),
  sceneChangesMs: z.array(ms),
  /** How much a cell changes from one picture to the next, camera and noise taken out: 255 is the most. */
  motion: gridSchema,
  /** How bright a cell is. */
  light: gridSchema,
});
export type Analysis = z.infer<typeof analysisSchema>;

export const analysisDocument: DocumentKind<Analysis> = {
  format: ANALYSIS_FORMAT,
  version: ANALYSIS_VERSION,
  noun: 'description of footage',
  schema: analysisSchema,
  lists: {},
  references: [],
  migrations: {
    // The first ones had no outline.
    1: (older) => ({
      ...older,
      faces: (older as unknown as Pick<Analysis, 'faces'>).faces.map((face) => ({ ...face, outline: [] })),
    }),
  },
};
