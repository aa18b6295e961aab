import pino, { type Logger } from 'pino';

/** A log on standard output. One that can no longer be written, for want of room, stops; the program goes on. */
export function openLog(name: string, level: string): Logger {
  const out = pino.destination({ fd: 1, sync: true });
  out.on('error', () => undefined);
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  return pino({ level, name }, out);
}
