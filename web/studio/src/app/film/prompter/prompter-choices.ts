import * as z from 'zod';
import { keep, kept } from '../../shell/kept';

const KEY = 'limber.prompter';

/** How somebody films, as it was chosen last. */
const choicesSchema = z.object({
  /** What is kept: nothing, the log with the room's sound, or what the camera of this machine sees. */
  records: z.enum(['nothing', 'room', 'camera']).default('room'),
  cameraId: z.string().default(''),
  microphoneId: z.string().default(''),
  /** Where the lens is: the words stand beneath it. */
  lens: z.enum(['left', 'top', 'right']).default('left'),
  /** Letters as a share of the height: a twentieth at least. */
  size: z.enum(['large', 'larger', 'largest']).default('larger'),
  /** Goes on by itself at the planned pace, or waits for a press. */
  flows: z.boolean().default(true),
  mirrored: z.boolean().default(false),
  strong: z.boolean().default(false),
  /** Picture and log are out of sight while filming. */
  plain: z.boolean().default(false),
  /** A click with every count or its number, in the ear that has the earphone. */
  click: z.enum(['off', 'left', 'right', 'number-left', 'number-right']).default('off'),
});
export type PrompterChoices = z.infer<typeof choicesSchema>;

export function keptChoices(): PrompterChoices {
  return kept(KEY, choicesSchema) ?? choicesSchema.parse({});
}

export function keepChoices(choices: PrompterChoices): void {
  keep(KEY, choices);
}
