import { EntitySchema, type ValueTransformer } from 'typeorm';
import type { Change } from '@limber/core/lesson/change.schema';
import { readBundle } from '@limber/core/format/bundle';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { moveSchema, type Move } from '@limber/core/move/move.schema';
import type { Follow } from '@limber/core/viewing/version.schema';

export interface UserRow {
  id: string;
  email: string;
  name: string;
  role: 'owner' | 'editor';
  passwordHash: string;
  demo: boolean;
}
export const Users = new EntitySchema<UserRow>({
  name: 'user',
  tableName: 'users',
  columns: {
    id: { type: 'uuid', primary: true },
    email: { type: 'text', unique: true },
    name: { type: 'text' },
    role: { type: 'text' },
    passwordHash: { type: 'text', name: 'password_hash' },
    demo: { type: 'boolean', default: false },
  },
});

/**
 * A stored document is read as if it came from a file: what an older program wrote is brought forward on the way, so
 * that everything behind here meets documents of today only.
 */
function read<T>(reader: (stored: unknown) => T): ValueTransformer {
  return { from: reader, to: (doc: T) => doc };
}

export interface LessonRow {
  id: string;
  revision: number;
  doc: Lesson;
  trashedAt: Date | null;
  updatedAt: Date;
}
export const Lessons = new EntitySchema<LessonRow>({
  name: 'lesson',
  tableName: 'lessons',
  columns: {
    id: { type: 'text', primary: true },
    revision: { type: 'integer' },
    doc: { type: 'jsonb', transformer: read(readBundle) },
    trashedAt: { type: 'timestamptz', name: 'trashed_at', nullable: true },
    updatedAt: { type: 'timestamptz', name: 'updated_at' },
  },
});

export type ChangeKind = 'edit' | 'undo' | 'redo';
export interface ChangeRow {
  id: string;
  lessonId: string;
  revision: number;
  change: Change;
  inverse: Change;
  kind: ChangeKind;
  clientId: string;
  authorId: string | null;
  madeAt: Date;
}
export const Changes = new EntitySchema<ChangeRow>({
  name: 'lesson_change',
  tableName: 'lesson_changes',
  columns: {
    id: { type: 'uuid', primary: true },
    lessonId: { type: 'text', name: 'lesson_id' },
    revision: { type: 'integer' },
    change: { type: 'jsonb' },
    inverse: { type: 'jsonb' },
    kind: { type: 'text' },
    clientId: { type: 'text', name: 'client_id' },
    authorId: { type: 'uuid', name: 'author_id', nullable: true },
    madeAt: { type: 'timestamptz', name: 'made_at' },
  },
});

export interface MoveRow {
  id: string;
  doc: Move;
}
export const Moves = new EntitySchema<MoveRow>({
  name: 'move',
  tableName: 'moves',
  columns: {
    id: { type: 'text', primary: true },
    doc: { type: 'jsonb', transformer: read((stored) => moveSchema.parse(stored)) },
  },
});

/** Parts of a take's media that a job has finished; what is there is not made again. */
export interface MediaParts {
  poster?: boolean;
  sound?: boolean;
  proxy?: boolean;
}
export interface MediaRow {
  id: string;
  name: string;
  bytes: string;
  durationMs: number;
  width: number;
  height: number;
  frameRate: { numerator: number; denominator: number };
  hasSound: boolean;
  warning: string | null;
  parts: MediaParts;
  createdAt: Date;
}
export const Media = new EntitySchema<MediaRow>({
  name: 'media',
  tableName: 'media',
  columns: {
    id: { type: 'uuid', primary: true },
    name: { type: 'text' },
    bytes: { type: 'bigint' },
    durationMs: { type: 'integer', name: 'duration_ms' },
    width: { type: 'integer' },
    height: { type: 'integer' },
    frameRate: { type: 'jsonb', name: 'frame_rate' },
    hasSound: { type: 'boolean', name: 'has_sound' },
    warning: { type: 'text', nullable: true },
    parts: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

export type JobState = 'queued' | 'running' | 'done' | 'failed' | 'cancelled';
export interface JobRow {
  id: string;
  kind: 'prepare';
  mediaId: string;
  lessonId: string | null;
  state: JobState;
  /** 0 to 1. */
  progress: number;
  doing: string;
  attempt: number;
  cancelRequested: boolean;
  error: string | null;
  leaseOwner: string | null;
  leaseUntil: Date | null;
  startedAt: Date | null;
  createdAt: Date;
}
export const Jobs = new EntitySchema<JobRow>({
  name: 'job',
  tableName: 'jobs',
  columns: {
    id: { type: 'uuid', primary: true },
    kind: { type: 'text' },
    mediaId: { type: 'uuid', name: 'media_id' },
    lessonId: { type: 'text', name: 'lesson_id', nullable: true },
    state: { type: 'text' },
    progress: { type: 'real' },
    doing: { type: 'text' },
    attempt: { type: 'integer' },
    cancelRequested: { type: 'boolean', name: 'cancel_requested' },
    error: { type: 'text', nullable: true },
    leaseOwner: { type: 'text', name: 'lease_owner', nullable: true },
    leaseUntil: { type: 'timestamptz', name: 'lease_until', nullable: true },
    startedAt: { type: 'timestamptz', name: 'started_at', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

export interface VersionRow {
  id: string;
  lessonId: string;
  number: number;
  revision: number;
  doc: Lesson;
  follow: Follow;
  /** Version of the cue generator that made it. */
  generator: number;
  mediaId: string;
  createdAt: Date;
}
export const Versions = new EntitySchema<VersionRow>({
  name: 'version',
  tableName: 'versions',
  columns: {
    id: { type: 'uuid', primary: true },
    lessonId: { type: 'text', name: 'lesson_id' },
    number: { type: 'integer' },
    revision: { type: 'integer' },
    doc: { type: 'jsonb' },
    follow: { type: 'jsonb' },
    generator: { type: 'integer' },
    mediaId: { type: 'uuid', name: 'media_id' },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

export interface LinkRow {
  token: string;
  lessonId: string;
  versionId: string;
  createdAt: Date;
  revokedAt: Date | null;
}
export const Links = new EntitySchema<LinkRow>({
  name: 'link',
  tableName: 'links',
  columns: {
    token: { type: 'text', primary: true },
    lessonId: { type: 'text', name: 'lesson_id' },
    versionId: { type: 'uuid', name: 'version_id' },
    createdAt: { type: 'timestamptz', name: 'created_at' },
    revokedAt: { type: 'timestamptz', name: 'revoked_at', nullable: true },
  },
});

export const ENTITIES = [Users, Lessons, Changes, Moves, Media, Jobs, Versions, Links];
