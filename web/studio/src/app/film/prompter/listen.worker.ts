import { Listening } from '@limber/core/footage/listening';
import type { ListenAnswer, ListenRequest } from './listen-messages';

/** The newest samples, by which a voice is heard. */
const NEWEST = 4096;

const listening = new Listening();

addEventListener('message', ({ data: { samples, sampleRate } }: MessageEvent<ListenRequest>) => {
  const level = listening.add(samples.subarray(-NEWEST));
  if (listening.quiet) listening.hear(samples, sampleRate);
  const answer: ListenAnswer = { level, heard: listening.heard, hum: listening.hum };
  postMessage(answer);
});
