/** A frame rate as the fraction that the container states, so that 29.97 is exactly 30000/1001. */
export interface FrameRate {
  readonly numerator: number;
  readonly denominator: number;
}

/**
 * Reads ffprobe's `30000/1001` form. Null for `0/0` and anything that is no positive fraction.
 *
 * @example parseFrameRate('30000/1001') // { numerator: 30000, denominator: 1001 }
 */
export function parseFrameRate(text: string): FrameRate | null {
  const match = /^(\d+)(?:\/(\d+))?$/.exec(text);
  if (!match) return null;
  const numerator = Number(match[1]);
  const denominator = Number(match[2] ?? 1);
  return numerator > 0 && denominator > 0 ? { numerator, denominator } : null;
}

/**
 * The frame that is on screen at `ms`. A start rounded to whole milliseconds still belongs to its own frame.
 *
 * @example frameAt(1000, { numerator: 25, denominator: 1 }) // 25
 */
export function frameAt(ms: number, rate: FrameRate): number {
  return Math.floor(((ms + 0.5) * rate.numerator) / (1000 * rate.denominator) + 1e-9);
}

/**
 * Where frame `frame` starts, rounded to whole milliseconds. `frameAt(msOfFrame(f, r), r) === f` for rates up to 500.
 *
 * @example msOfFrame(25, { numerator: 30000, denominator: 1001 }) // 834
 */
export function msOfFrame(frame: number, rate: FrameRate): number {
  return Math.round((frame * 1000 * rate.denominator) / rate.numerator);
}

/**
 * Frames a second, as a number.
 *
 * @example perSecond({ numerator: 30000, denominator: 1001 }) // 29.97
 */
export function perSecond({ numerator, denominator }: FrameRate): number {
  return numerator / denominator;
}

/**
 * How long frames last, s, not rounded.
 *
 * @example secondsOf(50, { numerator: 25, denominator: 1 }) // 2
 */
export function secondsOf(frames: number, { numerator, denominator }: FrameRate): number {
  return (frames * denominator) / numerator;
}

/** The frame nearest to an instant. @example nearestFrame(1015, { numerator: 25, denominator: 1 }) // 25 */
export function nearestFrame(ms: number, rate: FrameRate): number {
  return Math.round((ms * rate.numerator) / (1000 * rate.denominator));
}

/**
 * The start of the frame nearest to `ms`.
 *
 * @example snapToFrame(1015, { numerator: 25, denominator: 1 }) // 1000
 */
export function snapToFrame(ms: number, rate: FrameRate): number {
  return msOfFrame(nearestFrame(ms, rate), rate);
}

/**
 * SMPTE ST 12-1 timecode of a frame number. Drop-frame (`;` before the frames) skips the labels 0 and 1 (0 to 3 at
 * 59.94) in every minute that is not a multiple of ten; only rates of 30000/1001 and 60000/1001 have it.
 *
 * @throws RangeError for a negative frame, or drop-frame at another rate.
 * @example timecode(1800, { numerator: 30000, denominator: 1001 }, true) // "00:01:00;02"
 */
export function timecode(frame: number, rate: FrameRate, dropFrame = false): string {
  if (!Number.isInteger(frame) || frame < 0) throw new RangeError('A frame number is a whole number from 0.');
  const nominal = Math.round(rate.numerator / rate.denominator);
  const label = dropFrame ? frame + droppedBefore(frame, rate, nominal) : frame;
  const pad = (value: number): string => String(value).padStart(2, '0');
  const seconds = Math.floor(label / nominal);
  const fields = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(pad).join(':');
  return `${fields}${dropFrame ? ';' : ':'}${pad(label % nominal)}`;
}

/**
 * The frame number of a timecode; the inverse of {@link timecode}. `;` before the frames means drop-frame.
 *
 * @throws RangeError when the text is no timecode of this rate, or names a label that drop-frame skips.
 * @example frameOfTimecode('00:00:01:00', { numerator: 25, denominator: 1 }) // 25
 */
export function frameOfTimecode(text: string, rate: FrameRate): number {
  const match = /^(\d{2,}):([0-5]\d):([0-5]\d)([:;])(\d{2})$/.exec(text);
  if (!match) throw new RangeError(`“${text}” is no timecode; write 00:01:30:12.`);
  const nominal = Math.round(rate.numerator / rate.denominator);
  const [hours, minutes, seconds, frames] = [match[1], match[2], match[3], match[5]].map(Number) as [
    number,
    number,
    number,
    number,
  ];
  if (frames >= nominal) throw new RangeError(`“${text}” has more frames than ${nominal} a second.`);
  const label = ((hours * 60 + minutes) * 60 + seconds) * nominal + frames;
  if (match[4] === ':') return label;
  const dropped = droppedPerMinute(rate, nominal);
  if (minutes % 10 !== 0 && seconds === 0 && frames < dropped)
    throw new RangeError(`“${text}” is a label that drop-frame skips.`);
  const totalMinutes = hours * 60 + minutes;
  return label - dropped * (totalMinutes - Math.floor(totalMinutes / 10));
}

function droppedPerMinute(rate: FrameRate, nominal: number): number {
  if (rate.denominator !== 1001 || (nominal !== 30 && nominal !== 60))
    throw new RangeError('Drop-frame timecode exists at 29.97 and 59.94 only.');
  return nominal / 15;
}

function droppedBefore(frame: number, rate: FrameRate, nominal: number): number {
  const dropped = droppedPerMinute(rate, nominal);
  const perMinute = nominal * 60 - dropped;
  const perTenMinutes = perMinute * 10 + dropped;
  const tens = Math.floor(frame / perTenMinutes);
  const rest = frame % perTenMinutes;
  const minutes = rest < nominal * 60 ? 0 : 1 + Math.floor((rest - nominal * 60) / perMinute);
  return dropped * (tens * 9 + minutes);
}
