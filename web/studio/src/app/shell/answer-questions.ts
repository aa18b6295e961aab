import type { Told } from './work-queue';

/**
 * What a worker does all its life: it answers what it is asked, and says why where it cannot.
 *
 * @param answer may tell how far it is, 0 to 1.
 */
export function answerQuestions<Q>(answer: (asked: Q, progress: (share: number) => void) => unknown): void {
  addEventListener('message', ({ data: asked }: MessageEvent<Q & { readonly id: number }>) => {
    const tell = (told: Told): void => postMessage(told);
    try {
      tell({ id: asked.id, done: answer(asked, (share) => tell({ id: asked.id, progress: share })) });
    } catch (error) {
      tell({ id: asked.id, failed: error instanceof Error ? error.message : $localize`That could not be computed.` });
    }
  });
}
