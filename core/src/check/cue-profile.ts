import * as z from 'zod';
import { TELEPHONE } from '../cue/frame';
import { SHAPES, WORDS } from '../cue/contrast';
import { CHARACTERS_PER_SECOND, LINE_CHARACTERS, LONGEST_MS } from '../cue/caption-texts';

/** What the checks of cues hold against: figures that one may want otherwise. */
export const cueProfileSchema = z.object({
  /** So many characters a second at the most: of what is written, and of what is said and can be said no slower. */
  charactersPerSecond: z.number().min(5).max(40),
  saidPerSecond: z.number().min(5).max(40),
  /** What is read stands at least and at most so long, ms. */
  leastMs: z.int().min(100).max(5000),
  mostMs: z.int().min(1000).max(60_000),
  /** Between two of one kind, pictures: closer ones flicker. */
  gapPictures: z.int().min(0).max(25),
  lineCharacters: z.int().min(10).max(100),
  lines: z.int().min(1).max(4),
  /** Smallest type on an upright telephone of 390 px, px. */
  leastPx: z.number().min(6).max(40),
  /** Contrast of words and of shapes. */
  words: z.number().min(1).max(21),
  shapes: z.number().min(1).max(21),
  /** Changes of one figure a second. */
  changesPerSecond: z.number().min(1).max(10),
  /** So many at once are read. */
  atOnce: z.int().min(1).max(12),
  /** A number may come so much before the movement that it counts, and so much after it, ms. */
  earlyMs: z.int().min(0).max(1000),
  lateMs: z.int().min(0).max(1000),
  /** Somebody talks for so long, and nothing is written, ms. */
  holeMs: z.int().min(500).max(60_000),
});
export type CueProfile = Readonly<z.infer<typeof cueProfileSchema>>;

/**
 * Published figures, where there are any: timed-text guides of broadcasters and streamers (from memory; 20 characters a
 * second for adults, 17 at a calm pace, 5/6 s, 7 s, two pictures, two lines of 42), WCAG 2.2 for contrast (1.4.3, 1.4.11)
 * and for flashing (2.3.1, three times in any second), ITU-R BT.1359-1 for when sound and picture are noticed to be apart
 * (from memory; 45 ms early, 125 ms late), taken for numbers and movement. Size at arm's length, how much at once, and
 * holes: common practice, no source.
 */
export const CUE_PROFILE: CueProfile = {
  charactersPerSecond: CHARACTERS_PER_SECOND,
  saidPerSecond: 20,
  leastMs: 833,
  mostMs: LONGEST_MS,
  gapPictures: 2,
  lineCharacters: LINE_CHARACTERS,
  lines: 2,
  leastPx: TELEPHONE.leastPx,
  words: WORDS,
  shapes: SHAPES,
  changesPerSecond: 3,
  atOnce: 4,
  earlyMs: 45,
  lateMs: 125,
  holeMs: 4000,
};
