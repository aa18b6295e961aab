import { changesAtOnce } from '../cue/cue';
import { fontRuns } from '../cue/fonts';
import type { Frame } from '../cue/frame';
import type { Mark } from '../cue/mark';
import { marksOf } from '../cue/marks';
import { outlineOf, strokeOf, type OutlineStep } from '../cue/outline';
import type { PlacedCue } from '../cue/place';
import type { CueStyle } from '../lesson/cue-style.schema';

/** What is drawn of a cue, and when. */
type AssCue = Pick<
  PlacedCue,
  'kind' | 'side' | 'startMs' | 'endMs' | 'value' | 'of' | 'shows' | 'box' | 'lines' | 'type'
>;

export interface AssPicture extends Drawing {
  readonly style: CueStyle;
  readonly frame: Pick<Frame, 'height'>;
}

/** A picture that is drawn on, for how long. */
export interface Drawing {
  /** Size of the picture, px. */
  readonly width: number;
  readonly height: number;
  /** Pictures a second: a cue comes and goes with a picture, never between two. */
  readonly frameRate: number;
  /** The stretch of the cut that is drawn, in its pictures; all of it when it is left out. */
  readonly from?: number;
  readonly to?: number;
  /** Where the first picture of that stretch lies in the file's own time, pictures. */
  readonly lead?: number;
  /** The colour that is written for a colour `#rrggbb`, where a renderer turns colours its own way. */
  readonly colour?: (colour: string) => string;
}

/** Parts of a pixel in which drawings are written: 2^(n−1) for `\p` n. */
const DRAWING = { tag: 5, scale: 16 } as const;

/**
 * Writes placed cues as an ASS v4.00+ file: the same marks as in a browser, as drawings and lines of text that stand where
 * they are put. Of a cue that began earlier than the stretch, what is left is drawn.
 *
 * @example writeAss(cues, { style, frame, width: 1920, height: 1080, frameRate: 25 }).split('\n')[0] // '[Script Info]'
 */
export function writeAss(cues: readonly AssCue[], picture: AssPicture): string {
  return assFile(assEvents(cues, picture, new Map()), picture);
}

/** Writes marks that stand through the whole stretch. @see writeAss */
export function writeMarksAsAss(marks: readonly Mark[], picture: Drawing): string {
  const { frameRate, from = 0, to = Infinity, lead = 0 } = picture;
  const times: Times = { startCs: between(lead, frameRate), endCs: between(to + lead - from, frameRate), fade: '' };
  const known: Drawn = new Map();
  return assFile(
    marks.flatMap((mark) => eventsOf(mark, times, picture, known)),
    picture,
  );
}

function assFile(events: readonly string[], { width, height }: Drawing): string {
  return [
    '[Script Info]',
    'ScriptType: v4.00+',
    `PlayResX: ${width}`,
    `PlayResY: ${height}`,
    `LayoutResX: ${width}`,
    `LayoutResY: ${height}`,
    'WrapStyle: 2',
    'ScaledBorderAndShadow: yes',
    'Kerning: yes',
    'YCbCr Matrix: None',
    '',
    '[V4+ Styles]',
    'Format: Name, Fontname, Fontsize, PrimaryColour, SecondaryColour, OutlineColour, BackColour, Bold, Italic, Underline, StrikeOut, ScaleX, ScaleY, Spacing, Angle, BorderStyle, Outline, Shadow, Alignment, MarginL, MarginR, MarginV, Encoding',
    `Style: cue,${fontRuns('1', 'text')[0]!.face.family},40,&H00FFFFFF,&H00FFFFFF,&H00000000,&H00000000,0,0,0,0,100,100,0,0,1,0,0,7,0,0,0,1`,
    '',
    '[Events]',
    'Format: Layer, Start, End, Style, Name, MarginL, MarginR, MarginV, Effect, Text',
    ...events,
    '',
  ].join('\n');
}

/** The events alone, in the order in which they are drawn. */
function assEvents(cues: readonly AssCue[], picture: AssPicture, known: Drawn): string[] {
  const { frameRate, from = 0, to = Infinity, lead = 0, frame, style } = picture;
  const shift = lead - from;
  return cues.flatMap((cue) => {
    const first = firstPicture(cue.startMs, frameRate);
    const next = firstPicture(cue.endMs, frameRate);
    if (next <= first || next <= from || first >= to) return [];
    const begins = Math.max(0, first + shift);
    const startCs = between(begins, frameRate);
    const endCs = between(Math.min(next, to) + shift, frameRate);
    const fade = fadeOf(cue, style.fadeMs, (cue.startMs / 1000 + shift / frameRate) * 1000 - startCs * 10);
    return marksOf(cue, style, frame).flatMap((mark) => eventsOf(mark, { startCs, endCs, fade }, picture, known));
  });
}

/** Outlines that were written before: the same ones come again with every count. */
type Drawn = Map<string, string>;

interface Times {
  readonly startCs: number;
  readonly endCs: number;
  readonly fade: string;
}

function eventsOf(
  mark: Mark,
  { startCs, endCs, fade }: Times,
  { width, colour = same }: Drawing,
  known: Drawn,
): string[] {
  return textsOf(mark, width / 1000, colour, known).map(
    ({ tags, text }) => `Dialogue: 0,${stamp(startCs)},${stamp(endCs)},cue,,0,0,0,,{${tags}${fade}}${text}`,
  );
}

const same = (colour: string): string => colour;

/** The first picture that is shown at an instant or after it. */
function firstPicture(ms: number, frameRate: number): number {
  return Math.ceil((ms * frameRate) / 1000 - 1e-6);
}

/** The middle between a picture and the one before it, hundredths of a second: no rounding reaches another picture. */
function between(picture: number, frameRate: number): number {
  return Math.max(0, Math.round(((picture - 0.5) / frameRate) * 100));
}

/** Words and sides come in some time, as in a browser; counts change at once. @param beginsMs after the line begins. */
function fadeOf({ kind }: Pick<AssCue, 'kind'>, fadeMs: number, beginsMs: number): string {
  if (fadeMs === 0 || changesAtOnce(kind)) return '';
  const from = Math.round(beginsMs);
  if (from + fadeMs <= 0) return '';
  return String.raw`\fade(255,0,0,${from},${from + fadeMs},86400000,86400000)`;
}

function textsOf(
  mark: Mark,
  scale: number,
  colour: (colour: string) => string,
  known: Drawn,
): { tags: string; text: string }[] {
  if (mark.is === 'path') {
    const drawn = (width: number | null, fill: string): { tags: string; text: string } => {
      const name = `${width} ${mark.d}`;
      const text = known.get(name) ?? drawing(width === null ? outlineOf(mark.d) : strokeOf(mark.d, width), scale);
      known.set(name, text);
      return { tags: String.raw`\an7\pos(0,0)\1c${bgr(colour(fill))}\1a${alpha(mark.opacity)}\p${DRAWING.tag}`, text };
    };
    return [
      ...(mark.fill ? [drawn(null, mark.fill)] : []),
      ...(mark.stroke ? [drawn(mark.strokeWidth, mark.stroke)] : []),
    ];
  }
  const runs = fontRuns(mark.text, mark.type);
  const size = mark.size * scale;
  // A line stands on the lowest of its letters' tops: that of the font that reaches highest.
  const ascent = Math.max(...runs.map((run) => run.face.winAscent));
  const [x, y] = [mark.x * scale, mark.baseline * scale - size * ascent];
  const text = runs
    .map(({ text, face }) => {
      const height = number(size * (face.winAscent + face.winDescent));
      return String.raw`{\fn${face.family}\fs${height}}${escapeText(text)}`;
    })
    .join('');
  const at = mark.anchor === 'middle' ? 8 : 7;
  return [{ tags: String.raw`\an${at}\pos(${number(x)},${number(y)})\1c${bgr(colour(mark.fill))}\1a&H00&`, text }];
}

function drawing(steps: readonly OutlineStep[], scale: number): string {
  const at = (value: number): number => Math.round(value * scale * DRAWING.scale);
  return steps
    .map(([command, ...points]) => `${command} ${points.map(([x, y]) => `${at(x)} ${at(y)}`).join(' ')}`)
    .join(' ');
}

/** `#rrggbb` as ASS writes it: blue first. */
function bgr(colour: string): string {
  return `&H${colour.slice(5, 7)}${colour.slice(3, 5)}${colour.slice(1, 3)}&`.toUpperCase();
}

function alpha(opacity: number): string {
  return `&H${Math.round((1 - opacity) * 255)
    .toString(16)
    .padStart(2, '0')
    .toUpperCase()}&`;
}

function number(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}

/** The only signs that mean something in a text are braces and what follows a backslash; breaks are ours alone. */
function escapeText(text: string): string {
  return (
    text
      .replace(/[\p{Cc}\u2028\u2029]+/gu, ' ')
      // A joiner without width keeps a backslash from meaning something together with the letter behind it.
      .replace(/\\/g, '\\\u2060')
      .replace(/[{}]/g, '\\$&')
  );
}

/** Hundredths of a second as h:mm:ss.cc. */
function stamp(cs: number): string {
  const pad = (value: number): string => String(value).padStart(2, '0');
  const seconds = Math.floor(cs / 100);
  return `${Math.floor(seconds / 3600)}:${pad(Math.floor(seconds / 60) % 60)}:${pad(seconds % 60)}.${pad(cs % 100)}`;
}
