import * as z from 'zod';

const colour = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written as #rrggbb.');
/** Size of type as a share of the picture's width, for a wide picture. */
const type = z.number().min(0.01).max(0.3);

export const COUNT_FORMS = ['pebble', 'ribbon', 'numeral'] as const;

/**
 * How cues look, as data: only what a rendered film can draw as well (plates, filled and outlined paths, static fonts,
 * opacity, fading). Where they stand and how their lines break follows from it.
 */
export const cueStyleSchema = z.object({
  name: z.string().trim().min(1).max(40),
  /** What a count is drawn as: a worn stone with a pip for each, a piece of the ribbon with stitches, a large figure. */
  count: z.enum(COUNT_FORMS),
  /** Everything times so much. */
  scale: z.number().min(0.7).max(1.6),
  plate: colour,
  plateOpacity: z.number().min(0.5).max(1),
  ink: colour,
  /** Words of less weight, and what of a count is still to come. */
  soft: colour,
  rest: colour,
  /** What is done of a count, the side that is worked, the change of side. */
  accent: colour,
  accentInk: colour,
  /** Roundness of plates, from square to round ends. */
  corner: z.number().min(0).max(1),
  /** How long words and sides take to come and go, ms; counts change at once. */
  fadeMs: z.int().min(0).max(600),
  types: z.object({ count: type, side: type, swap: type, label: type, caption: type }),
});
export type CueStyle = z.infer<typeof cueStyleSchema>;
