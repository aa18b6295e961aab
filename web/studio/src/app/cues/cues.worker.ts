import type { Told } from '../shell/work-queue';
import { cuesShown, type CueQuestion } from './cue-question';

/** Derives and places the cues of a lesson away from the screen: of an hour they are thousands. */
addEventListener('message', ({ data: asked }: MessageEvent<CueQuestion & { id: number }>) => {
  const tell = (told: Told): void => postMessage(told);
  try {
    tell({ id: asked.id, done: cuesShown(asked) });
  } catch (error) {
    tell({ id: asked.id, failed: String(error) });
  }
});
