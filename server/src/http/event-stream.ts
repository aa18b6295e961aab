import type { Request, Response } from 'express';

/** A line on which nothing is said is kept open by a word so often, ms. */
const BEAT_MS = 15_000;

/**
 * Answers with server-sent events, for as long as somebody listens.
 *
 * @param beat what is done as often as the line is kept open.
 * @returns what sends one, under a name where it has one.
 */
export function eventStream(
  request: Request,
  response: Response,
  beat: () => void = () => undefined,
): (data: unknown, event?: string) => void {
  response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
  response.flushHeaders();
  response.write('retry: 2000\n\n');
  const beats = setInterval(() => {
    response.write(': here\n\n');
    beat();
  }, BEAT_MS);
  request.on('close', () => clearInterval(beats));
  return (data, event) =>
    void response.write(`${event === undefined ? '' : `event: ${event}\n`}data: ${JSON.stringify(data)}\n\n`);
}
