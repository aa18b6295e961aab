import type { Box, Frame } from './frame';

/** What a frame shows of a wide picture: the middle of it and how much, as shares of that picture's width. */
export interface View {
  readonly centre: number;
  readonly width: number;
}

/** The middle of the picture, as close as the frame is filled. */
export function middleOf({ shows }: Pick<Frame, 'shows'>): View {
  return { centre: 0.5, width: shows };
}

/**
 * Where the whole wide picture lies in a frame, what is outside the frame included: seen from further away than fills
 * the frame, it stands in its middle.
 *
 * @example pictureIn(FRAMES['9:16'], { centre: 0.5, width: 1 }) // [0, 0.342, 1, 0.316]
 */
export function pictureIn({ film, shows }: Pick<Frame, 'film' | 'shows'>, { centre, width }: View): Box {
  const height = shows / width;
  return [
    film[0] - (film[2] * (centre - width / 2)) / width,
    film[1] + (film[3] * (1 - height)) / 2,
    film[2] / width,
    film[3] * height,
  ];
}

/** A box of the wide picture where a frame shows it; what is outside the frame is cut off. */
export function boxIn([x, y, width, height]: Box, frame: Pick<Frame, 'film' | 'shows'>, view: View): Box {
  const picture = pictureIn(frame, view);
  const [least, most] = [frame.film[0], frame.film[0] + frame.film[2]];
  const left = Math.min(most, Math.max(least, picture[0] + x * picture[2]));
  const right = Math.min(most, Math.max(least, picture[0] + (x + width) * picture[2]));
  return [left, picture[1] + y * picture[3], right - left, height * picture[3]];
}

/** The box of the wide picture that is seen in a box of a frame; what lies outside of the picture is outside of it. */
export function boxUnder([x, y, width, height]: Box, frame: Pick<Frame, 'film' | 'shows'>, view: View): Box {
  const picture = pictureIn(frame, view);
  return [(x - picture[0]) / picture[2], (y - picture[1]) / picture[3], width / picture[2], height / picture[3]];
}
