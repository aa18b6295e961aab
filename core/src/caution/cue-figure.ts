import * as z from 'zod';

/** What cues are held against, each with the least and the most that makes sense. */
export const CUE_FIGURES = {
  /** So many characters a second at the most: of what is written, and of what is said and can be said no slower. */
  charactersPerSecond: { least: 5, most: 40, step: 0.5 },
  saidPerSecond: { least: 5, most: 40, step: 0.5 },
  /** What is read stands at least and at most so long, ms. */
  leastMs: { least: 100, most: 5000, step: 1 },
  mostMs: { least: 1000, most: 60_000, step: 1 },
  /** Between two of one kind, pictures: closer ones flicker. */
  gapPictures: { least: 0, most: 25, step: 1 },
  lineCharacters: { least: 10, most: 100, step: 1 },
  lines: { least: 1, most: 4, step: 1 },
  /** Smallest type on an upright telephone of 390 px, px. */
  leastPx: { least: 6, most: 40, step: 0.5 },
  /** Contrast of words and of shapes. */
  words: { least: 1, most: 21, step: 0.1 },
  shapes: { least: 1, most: 21, step: 0.1 },
  /** Changes of one figure a second. */
  changesPerSecond: { least: 1, most: 10, step: 0.5 },
  /** So many at once are read. */
  atOnce: { least: 1, most: 12, step: 1 },
  /** A number may come so much before the movement that it counts, and so much after it, ms. */
  earlyMs: { least: 0, most: 1000, step: 1 },
  lateMs: { least: 0, most: 1000, step: 1 },
  /** Somebody talks for so long, and nothing is written, ms. */
  holeMs: { least: 500, most: 60_000, step: 1 },
} as const;
export type CueFigureId = keyof typeof CUE_FIGURES;
export const CUE_FIGURE_IDS = Object.keys(CUE_FIGURES) as CueFigureId[];

/** A figure as a studio wants it. */
export const cueFigureSchema = z
  .object({ id: z.enum(CUE_FIGURE_IDS as [CueFigureId, ...CueFigureId[]]), value: z.number() })
  .refine(({ id, value }) => {
    const { least, most, step } = CUE_FIGURES[id];
    return value >= least && value <= most && (step < 1 || Number.isInteger(value));
  }, 'This figure is too small, too large, or too fine to be held against.');
export type CueFigure = Readonly<z.infer<typeof cueFigureSchema>>;
