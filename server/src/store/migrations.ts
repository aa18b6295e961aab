import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The first tables. Migrations are written by hand, run forward in order, and are never changed once they have landed. */
export class FirstTables1764000000000 implements MigrationInterface {
  readonly name = 'FirstTables1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE users (
        id uuid PRIMARY KEY, email text NOT NULL UNIQUE, name text NOT NULL,
        role text NOT NULL CHECK (role IN ('owner', 'editor')),
        password_hash text NOT NULL, demo boolean NOT NULL DEFAULT false,
        created_at timestamptz NOT NULL DEFAULT now());
      CREATE TABLE setup_links (
        token_hash text PRIMARY KEY, expires_at timestamptz NOT NULL, used_at timestamptz);
      CREATE TABLE session (
        sid text PRIMARY KEY, sess json NOT NULL, expire timestamp(6) NOT NULL);
      CREATE INDEX session_expire ON session (expire);

      CREATE TABLE lessons (
        id text PRIMARY KEY, revision integer NOT NULL, doc jsonb NOT NULL,
        trashed_at timestamptz, updated_at timestamptz NOT NULL DEFAULT now());
      CREATE TABLE lesson_changes (
        id uuid PRIMARY KEY, lesson_id text NOT NULL REFERENCES lessons ON DELETE CASCADE,
        revision integer NOT NULL, change jsonb NOT NULL, inverse jsonb NOT NULL, kind text NOT NULL,
        client_id text NOT NULL, author_id uuid REFERENCES users ON DELETE SET NULL,
        made_at timestamptz NOT NULL DEFAULT now(), UNIQUE (lesson_id, revision));
      CREATE TABLE moves (id text PRIMARY KEY, doc jsonb NOT NULL);

      CREATE TABLE media (
        id uuid PRIMARY KEY, name text NOT NULL, bytes bigint NOT NULL, duration_ms integer NOT NULL,
        width integer NOT NULL, height integer NOT NULL, frame_rate jsonb NOT NULL, has_sound boolean NOT NULL,
        warning text, parts jsonb NOT NULL DEFAULT '{}', created_at timestamptz NOT NULL DEFAULT now());
      CREATE TABLE jobs (
        id uuid PRIMARY KEY, kind text NOT NULL, media_id uuid NOT NULL REFERENCES media ON DELETE CASCADE,
        lesson_id text, state text NOT NULL, progress real NOT NULL DEFAULT 0, doing text NOT NULL DEFAULT '',
        attempt integer NOT NULL DEFAULT 0, cancel_requested boolean NOT NULL DEFAULT false, error text,
        lease_owner text, lease_until timestamptz, started_at timestamptz,
        created_at timestamptz NOT NULL DEFAULT now());
      CREATE INDEX jobs_open ON jobs (state) WHERE state IN ('queued', 'running');
      CREATE INDEX jobs_media ON jobs (media_id);

      CREATE TABLE versions (
        id uuid PRIMARY KEY, lesson_id text NOT NULL REFERENCES lessons, number integer NOT NULL,
        revision integer NOT NULL, doc jsonb NOT NULL, follow jsonb NOT NULL, generator integer NOT NULL,
        media_id uuid NOT NULL REFERENCES media, created_at timestamptz NOT NULL DEFAULT now(),
        UNIQUE (lesson_id, number));
      CREATE TABLE links (
        token text PRIMARY KEY, lesson_id text NOT NULL REFERENCES lessons, version_id uuid NOT NULL REFERENCES versions,
        created_at timestamptz NOT NULL DEFAULT now(), revoked_at timestamptz);
      CREATE INDEX links_lesson ON links (lesson_id);

      CREATE TABLE viewings (
        id uuid PRIMARY KEY, version_id uuid NOT NULL REFERENCES versions, viewer_id uuid NOT NULL,
        started_at timestamptz NOT NULL DEFAULT now(), last_at timestamptz NOT NULL DEFAULT now(),
        spans int8multirange NOT NULL DEFAULT '{}', rolled_seq bigint NOT NULL DEFAULT 0,
        counted boolean NOT NULL DEFAULT false, dirty boolean NOT NULL DEFAULT false);
      CREATE INDEX viewings_dirty ON viewings (version_id) WHERE dirty;
      CREATE INDEX viewings_version ON viewings (version_id, last_at);
      CREATE INDEX viewings_viewer ON viewings (version_id, viewer_id);

      CREATE SEQUENCE event_seq;
      CREATE TABLE events (
        id uuid NOT NULL, at timestamptz NOT NULL, seq bigint NOT NULL DEFAULT nextval('event_seq'),
        viewing_id uuid NOT NULL, kind text NOT NULL, from_ms integer NOT NULL, to_ms integer NOT NULL,
        wall_ms bigint NOT NULL, rate real NOT NULL, PRIMARY KEY (id, at)
      ) PARTITION BY RANGE (at);
      CREATE TABLE events_other PARTITION OF events DEFAULT;
      CREATE INDEX events_viewing ON events (viewing_id, seq);

      CREATE TABLE rollups (
        version_id uuid PRIMARY KEY REFERENCES versions, doc jsonb NOT NULL, viewers integer NOT NULL DEFAULT 0);
      CREATE TABLE feedback (
        viewing_id uuid PRIMARY KEY REFERENCES viewings ON DELETE CASCADE, version_id uuid NOT NULL,
        ease text, felt jsonb NOT NULL, remark text NOT NULL, at timestamptz NOT NULL DEFAULT now());
      CREATE INDEX feedback_remarks ON feedback (version_id, at DESC) WHERE remark <> '';
      CREATE TABLE answers (
        version_id uuid NOT NULL REFERENCES versions, question text NOT NULL, answer text NOT NULL,
        side text NOT NULL, n bigint NOT NULL, PRIMARY KEY (version_id, question, answer, side));
      CREATE TABLE discomfort (
        viewing_id uuid PRIMARY KEY REFERENCES viewings ON DELETE CASCADE, version_id uuid NOT NULL,
        step_id text, side text, serious boolean NOT NULL, words text NOT NULL,
        at timestamptz NOT NULL DEFAULT now(), seen_at timestamptz);
      CREATE INDEX discomfort_version ON discomfort (version_id, serious DESC, at DESC);
    `);
  }

  async down(): Promise<void> {
    throw new Error('The first tables are not taken back: restore a backup instead.');
  }
}

/** Edits of any document; jobs without a second queue; what jobs make as rows; what became of each upload. */
export class DocumentsAndJobs1764200000000 implements MigrationInterface {
  readonly name = 'DocumentsAndJobs1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE lesson_changes RENAME TO document_changes;
      ALTER TABLE document_changes RENAME COLUMN lesson_id TO document_id;
      ALTER TABLE document_changes ADD COLUMN document_kind text NOT NULL DEFAULT 'lesson';
      ALTER TABLE document_changes ALTER COLUMN document_kind DROP DEFAULT;
      ALTER TABLE document_changes DROP CONSTRAINT lesson_changes_lesson_id_fkey;
      ALTER TABLE document_changes DROP CONSTRAINT lesson_changes_lesson_id_revision_key;
      -- An id is an edit's own within its document: the same id from another one is another edit.
      ALTER TABLE document_changes DROP CONSTRAINT lesson_changes_pkey;
      ALTER TABLE document_changes ADD PRIMARY KEY (document_kind, document_id, id);
      ALTER TABLE document_changes ADD UNIQUE (document_kind, document_id, revision);

      CREATE TABLE library (id text PRIMARY KEY, revision integer NOT NULL);
      INSERT INTO library (id, revision) VALUES ('library', 1);

      CREATE TABLE artefacts (
        owner_id uuid NOT NULL REFERENCES media ON DELETE CASCADE, name text NOT NULL,
        format_version integer NOT NULL, job_id uuid, key text NOT NULL, bytes bigint NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now(), PRIMARY KEY (owner_id, name));
      INSERT INTO artefacts (owner_id, name, format_version, key, bytes)
        SELECT id, file, 1, id || '/' || file, 0
        FROM media, (VALUES ('poster', 'poster.jpg'), ('sound', 'sound.json'), ('proxy', 'proxy.mp4')) made(part, file)
        WHERE (parts->>part)::boolean;
      ALTER TABLE media DROP COLUMN parts;
      ALTER TABLE media ADD COLUMN has_picture boolean NOT NULL DEFAULT true;
      ALTER TABLE media ADD COLUMN high_dynamic_range boolean NOT NULL DEFAULT false;
      -- Since when nothing needs it; what is needed again is needed.
      ALTER TABLE media ADD COLUMN unused_since timestamptz;

      ALTER TABLE jobs DROP CONSTRAINT jobs_media_id_fkey;
      ALTER TABLE jobs RENAME COLUMN media_id TO owner_id;
      ALTER TABLE jobs RENAME COLUMN attempt TO fence;
      ALTER TABLE jobs ADD COLUMN input jsonb NOT NULL DEFAULT '{}';
      ALTER TABLE jobs ADD COLUMN done text[] NOT NULL DEFAULT '{}';
      ALTER TABLE jobs ADD COLUMN attempts integer NOT NULL DEFAULT 0;
      ALTER TABLE jobs ADD COLUMN priority integer NOT NULL DEFAULT 0;
      ALTER TABLE jobs ADD COLUMN not_before timestamptz NOT NULL DEFAULT now();
      UPDATE jobs SET input = jsonb_build_object('mediaId', owner_id);
      UPDATE jobs SET state = 'cancelled' WHERE state IN ('queued', 'running') AND id NOT IN (
        SELECT DISTINCT ON (kind, owner_id) id FROM jobs WHERE state IN ('queued', 'running') ORDER BY kind, owner_id, created_at);
      CREATE UNIQUE INDEX jobs_one_at_a_time ON jobs (kind, owner_id) WHERE state IN ('queued', 'running');
      DROP SCHEMA IF EXISTS pgboss CASCADE;

      CREATE TABLE uploads (
        id uuid PRIMARY KEY, lesson_id text NOT NULL, name text NOT NULL, bytes bigint NOT NULL, metadata jsonb NOT NULL,
        author_id uuid REFERENCES users ON DELETE SET NULL,
        state text NOT NULL CHECK (state IN ('sending', 'arrived', 'taken', 'refused')),
        words text NOT NULL DEFAULT '', take_id text, seen_at timestamptz,
        created_at timestamptz NOT NULL DEFAULT now(), updated_at timestamptz NOT NULL DEFAULT now());
      CREATE INDEX uploads_lesson ON uploads (lesson_id) WHERE seen_at IS NULL;
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** Links that let people in, whom sessions belong to, which versions a link has led to, what was erased and swept. */
export class AccessAndKeeping1764300000000 implements MigrationInterface {
  readonly name = 'AccessAndKeeping1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE setup_links ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE;
      ALTER TABLE setup_links ADD COLUMN created_at timestamptz NOT NULL DEFAULT now();
      -- Whose lost password it is for.
      ALTER TABLE setup_links ADD COLUMN user_id uuid REFERENCES users ON DELETE CASCADE;
      -- Who invites whom: an invitation ends with the account of whoever made it.
      ALTER TABLE setup_links ADD COLUMN invited_by uuid REFERENCES users ON DELETE CASCADE;
      ALTER TABLE setup_links ADD COLUMN email text;
      CREATE INDEX session_of_user ON session ((sess->'user'->>'id'));

      CREATE TABLE link_versions (
        token text NOT NULL REFERENCES links ON DELETE CASCADE, version_id uuid NOT NULL REFERENCES versions,
        PRIMARY KEY (token, version_id));
      INSERT INTO link_versions (token, version_id) SELECT token, version_id FROM links;
      CREATE FUNCTION note_link_version() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
        INSERT INTO link_versions (token, version_id) VALUES (NEW.token, NEW.version_id) ON CONFLICT DO NOTHING;
        RETURN NULL; END $$;
      CREATE TRIGGER links_lead_to AFTER INSERT OR UPDATE OF version_id ON links
        FOR EACH ROW EXECUTE FUNCTION note_link_version();

      -- The number of the newest version that was ever made: one that is deleted gives its number to no other.
      ALTER TABLE lessons ADD COLUMN last_version integer NOT NULL DEFAULT 0;
      UPDATE lessons SET last_version = (SELECT coalesce(max(number), 0) FROM versions WHERE lesson_id = lessons.id);

      DROP INDEX viewings_viewer;
      CREATE INDEX viewings_viewer ON viewings (viewer_id, version_id);
      -- Hashes of random numbers: what is still under way from an erased browser is known by them and not taken.
      CREATE TABLE erased_viewers (viewer_hash bytea PRIMARY KEY, erased_at timestamptz NOT NULL DEFAULT now());

      CREATE TABLE sweeps (
        at timestamptz PRIMARY KEY DEFAULT now(), lessons integer NOT NULL, films integer NOT NULL,
        files integer NOT NULL, bytes bigint NOT NULL);
      CREATE INDEX versions_lesson ON versions (lesson_id);
      CREATE INDEX versions_media ON versions (media_id);
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** Versions with several cuts and all their media, viewings of one cut, what the desk shows of a lesson. */
export class CutsAndMedia1764400000000 implements MigrationInterface {
  readonly name = 'CutsAndMedia1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE versions RENAME COLUMN follow TO published;
      -- The cuts that it can be watched in: a viewing is of one of them.
      ALTER TABLE versions ADD COLUMN cuts text[] NOT NULL DEFAULT '{full}';
      -- Goes up with everything that its results page tells of.
      ALTER TABLE versions ADD COLUMN stamp bigint NOT NULL DEFAULT 0;

      CREATE TABLE version_media (
        version_id uuid NOT NULL REFERENCES versions ON DELETE CASCADE, media_id uuid NOT NULL REFERENCES media,
        PRIMARY KEY (version_id, media_id));
      INSERT INTO version_media (version_id, media_id)
        SELECT id, media_id FROM versions
        UNION SELECT named.version_id, media.id FROM (
        SELECT v.id AS version_id, jsonb_path_query(take, '$.sources[*].mediaId') #>> '{}' AS media_id
        FROM versions v, jsonb_array_elements(CASE WHEN jsonb_typeof(v.doc->'takes') = 'array' THEN v.doc->'takes' ELSE '[]' END) take
        WHERE v.doc->'assembly' @> jsonb_build_array(jsonb_build_object('takeId', take->'id'))) named
        JOIN media ON media.id::text = named.media_id;
      CREATE INDEX version_media_media ON version_media (media_id);
      ALTER TABLE versions DROP COLUMN media_id;

      ALTER TABLE viewings ADD COLUMN cut text NOT NULL DEFAULT 'full';
      -- When something of it was played last, and when its page was left, by this machine's clock.
      ALTER TABLE viewings ADD COLUMN played_at timestamptz;
      ALTER TABLE viewings ADD COLUMN left_at timestamptz;
      CREATE INDEX viewings_playing ON viewings (version_id, played_at);
      CREATE INDEX events_hurt ON events (viewing_id) WHERE kind = 'skip_hurts';
      -- A step that was skipped because it hurt, or that somebody went on behind, is no leaving any more: everything is
      -- added up anew from the events, in the background.
      DELETE FROM rollups;
      UPDATE viewings SET spans = '{}', rolled_seq = 0, counted = false, dirty = true;
      -- How many said something at the end, whatever it was.
      INSERT INTO answers (version_id, question, answer, side, n)
        SELECT version_id, 'said', '', '', count(*) FROM feedback GROUP BY version_id
        UNION ALL SELECT version_id, 'remark', '', '', count(*) FROM feedback WHERE remark <> '' GROUP BY version_id;
      -- What the desk shows of a lesson, as its newest revision has it; null where it is still to be read out of it.
      ALTER TABLE lessons ADD COLUMN summary jsonb;
      -- It names its revision: a document that is changed without it has none.
      CREATE FUNCTION forget_summary() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
        IF NEW.summary IS NOT DISTINCT FROM OLD.summary THEN NEW.summary = NULL; END IF;
        RETURN NEW; END $$;
      CREATE TRIGGER lessons_summary BEFORE UPDATE OF doc ON lessons
        FOR EACH ROW WHEN (NEW.doc IS DISTINCT FROM OLD.doc) EXECUTE FUNCTION forget_summary();
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** Finished films, and what they are put together from: made of a lesson, not of one medium. */
export class FinishedFilms1764500000000 implements MigrationInterface {
  readonly name = 'FinishedFilms1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE artefacts DROP CONSTRAINT artefacts_owner_id_fkey;
      CREATE TABLE films (
        id uuid PRIMARY KEY, lesson_id text NOT NULL REFERENCES lessons ON DELETE CASCADE,
        version_id uuid REFERENCES versions ON DELETE SET NULL, version_number integer,
        plan jsonb NOT NULL, hash text NOT NULL, created_at timestamptz NOT NULL DEFAULT now());
      CREATE INDEX films_lesson ON films (lesson_id, created_at);
      CREATE INDEX films_version ON films (version_id);
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** A studio's own rules, and who but an owner may change them. */
export class StudioRules1764600000000 implements MigrationInterface {
  readonly name = 'StudioRules1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE rules (id text PRIMARY KEY, revision integer NOT NULL, doc jsonb NOT NULL);
      INSERT INTO rules (id, revision, doc) VALUES ('rules', 1, '{"format": "limber-cheek/rules", "version": 1}');
      ALTER TABLE users ADD COLUMN keeps_rules boolean NOT NULL DEFAULT false;
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** What lessons might be about. */
export class Ideas1764700000000 implements MigrationInterface {
  readonly name = 'Ideas1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE ideas (id text PRIMARY KEY, revision integer NOT NULL, doc jsonb NOT NULL);
      INSERT INTO ideas (id, revision, doc) VALUES ('ideas', 1, '{"format": "limber-cheek/ideas", "version": 1}');
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** What was pressed while filming, kept with the recording that it was pressed beside. */
export class Logs1764800000000 implements MigrationInterface {
  readonly name = 'Logs1764800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE media ADD COLUMN log jsonb');
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** Captions that somebody brought, kept with the recording that they are of. */
export class Captions1764900000000 implements MigrationInterface {
  readonly name = 'Captions1764900000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE media ADD COLUMN captions text');
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** What versions are called, why one was shared all the same, and what links are kept to. */
export class NamedVersions1765000000000 implements MigrationInterface {
  readonly name = 'NamedVersions1765000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE versions ADD COLUMN name text NOT NULL DEFAULT '', ADD COLUMN note text NOT NULL DEFAULT '',
        ADD COLUMN all_the_same jsonb;
      ALTER TABLE links ADD COLUMN expires_at timestamptz, ADD COLUMN phrase_hash text,
        ADD COLUMN embeds boolean NOT NULL DEFAULT false;
    `);
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

/** Captions that come along with a film that is on its way. */
export class CaptionsAlong1765100000000 implements MigrationInterface {
  readonly name = 'CaptionsAlong1765100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE uploads ADD COLUMN captions text');
  }

  async down(): Promise<void> {
    throw new Error('What was added is not taken back: restore a backup instead.');
  }
}

export const MIGRATIONS = [
  FirstTables1764000000000,
  DocumentsAndJobs1764200000000,
  AccessAndKeeping1764300000000,
  CutsAndMedia1764400000000,
  FinishedFilms1764500000000,
  StudioRules1764600000000,
  Ideas1764700000000,
  Logs1764800000000,
  Captions1764900000000,
  NamedVersions1765000000000,
  CaptionsAlong1765100000000,
];
