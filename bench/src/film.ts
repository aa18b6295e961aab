import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { filmedLessonOf } from './long-lesson';
import type { Studio } from './studio';

/** Length of the film, ms. */
export const FILM_MS = 60_000;

/** A lesson with a real film of a minute, with a tone throughout and without marks; tells its id. */
export async function filmedLesson(studio: Studio, change: Partial<Lesson>): Promise<string> {
  const [mediaId, lessonId] = [randomUUID(), randomUUID()];
  const folder = join(process.env['LIMBER_DATA']!, 'media', mediaId);
  mkdirSync(folder, { recursive: true });
  execFileSync('ffmpeg', [
    ...['-nostdin', '-loglevel', 'error', '-f', 'lavfi', '-i', 'testsrc2=s=960x540:r=25:d=60'],
    ...['-f', 'lavfi', '-i', 'sine=frequency=440:sample_rate=48000:duration=60', '-ac', '2'],
    ...['-c:v', 'libx264', '-preset', 'veryfast', '-g', '50', '-pix_fmt', 'yuv420p', '-c:a', 'aac'],
    ...['-movflags', '+faststart', '-y', join(folder, 'proxy.mp4')],
  ]);
  await studio.database.query(
    `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound)
     VALUES ($1, 'tone', 0, $2, 960, 540, '{"numerator":25,"denominator":1}', true)`,
    [mediaId, FILM_MS],
  );
  await studio.database.query(
    `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'proxy.mp4', 1, $2, 1)`,
    [mediaId, `${mediaId}/proxy.mp4`],
  );
  const lesson = filmedLessonOf(1, mediaId);
  const doc = lessonSchema.parse({
    ...lesson,
    takes: lesson.takes.map((take) => ({ ...take, durationMs: FILM_MS })),
    segments: [],
    ...change,
    id: lessonId,
  });
  await studio.database.query('INSERT INTO lessons (id, revision, doc) VALUES ($1, 1, $2)', [lessonId, doc]);
  return lessonId;
}
