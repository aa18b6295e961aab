import { randomBytes, randomUUID } from 'node:crypto';
import pg from 'pg';
import { publish } from '@limber/core/viewing/publish';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { PublishedCut } from '@limber/core/viewing/published.schema';
import { DEMO_SIGN_IN } from '@limber/demo/world/sign-in';
import { filmedLessonOf } from './long-lesson';

/** Until no work is under way: what is measured beside the footage that a new world looks at is measured of both. */
async function idle(database: pg.Pool): Promise<void> {
  const under = `SELECT 1 FROM jobs WHERE state IN ('queued', 'running') LIMIT 1`;
  while ((await database.query(under)).rowCount !== 0) await new Promise((later) => setTimeout(later, 1000));
}

/** The running program that `./limber bench` has started with a database of its own. */
export class Studio {
  private constructor(
    readonly url: string,
    readonly database: pg.Pool,
    readonly cookie: string,
  ) {}

  static async open(): Promise<Studio> {
    const { LIMBER_URL: url, DATABASE_URL: connectionString } = process.env;
    if (!url || !connectionString) throw new Error('Start this with ./limber bench.');
    const { email, password } = DEMO_SIGN_IN;
    const answer = await fetch(`${url}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: url },
      body: JSON.stringify({ email, password }),
    });
    if (!answer.ok) throw new Error(await answer.text());
    const database = new pg.Pool({ connectionString, max: 4 });
    await idle(database);
    return new Studio(url, database, answer.headers.getSetCookie()[0]!.split(';')[0]!);
  }

  /** A shared version of 24 steps; its footage is only a row, which nobody plays here. */
  async share(): Promise<{ versionId: string; token: string; cut: PublishedCut }> {
    const [mediaId, versionId, lessonId] = [randomUUID(), randomUUID(), randomUUID()];
    const lesson = filmedLessonOf(24, mediaId);
    const published = publish(lesson, versionId);
    const cut = published.cuts[0]!;
    const token = randomBytes(16).toString('base64url');
    await this.database.query(
      `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound) VALUES ($1, 'none', 0, $2, 960, 540, '{}', true)`,
      [mediaId, cut.durationMs],
    );
    await this.database.query('INSERT INTO lessons (id, revision, doc) VALUES ($1, 1, $2)', [lessonId, lesson]);
    await this.database.query(
      'INSERT INTO versions (id, lesson_id, number, revision, doc, published, cuts, generator) VALUES ($1, $2, 1, 1, $3, $4, $5, 1)',
      [versionId, lessonId, lesson, published, published.cuts.map((one) => one.id)],
    );
    await this.database.query('INSERT INTO version_media (version_id, media_id) VALUES ($1, $2)', [versionId, mediaId]);
    await this.database.query('INSERT INTO links (token, lesson_id, version_id) VALUES ($1, $2, $3)', [
      token,
      lessonId,
      versionId,
    ]);
    return { versionId, token, cut };
  }

  /** A lesson brought in as a bundle; tells its id. */
  async bringIn(lesson: Lesson): Promise<string> {
    const answer = await fetch(`${this.url}/api/lessons/import`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: this.url, Cookie: this.cookie },
      body: JSON.stringify(lesson),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return ((await answer.json()) as { id: string }).id;
  }

  async results(versionId: string): Promise<{ viewings: number }> {
    const answer = await fetch(`${this.url}/api/results/${versionId}`, { headers: { Cookie: this.cookie } });
    if (!answer.ok) throw new Error(await answer.text());
    return (await answer.json()) as { viewings: number };
  }
}
