import { EntitySchema } from 'typeorm';
import type { AllTheSame } from '@limber/core/api/keeping';
import type { EditKind } from '@limber/core/api/edits';
import type { Role } from '@limber/core/api/people';
import type { JobState, UploadMetadata } from '@limber/core/api/media';
import { lessonDocument } from '@limber/core/format/lesson.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { moveDocument } from '@limber/core/library/library.document';
import type { LessonSummary } from '@limber/core/schedule/summary';
import type { Move } from '@limber/core/move/move.schema';
import { publishedDocument } from '@limber/core/viewing/published.document';
import type { FilmPlan } from '@limber/core/render/film.schema';
import type { PublishedLesson } from '@limber/core/viewing/published.schema';
import { documentColumn } from './document-column';

export interface UserRow {
  id: string;
  email: string;
  name: string;
  role: Role;
  passwordHash: string;
  demo: boolean;
  /** An editor who may change the studio's rules. */
  keepsRules: boolean;
  createdAt: Date;
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
    keepsRules: { type: 'boolean', name: 'keeps_rules', default: false },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});

export interface LessonRow {
  id: string;
  revision: number;
  doc: Lesson;
  /** What the desk shows of it; null where it is still to be read out of the document. */
  summary: LessonSummary | null;
  trashedAt: Date | null;
  updatedAt: Date;
}
export const Lessons = new EntitySchema<LessonRow>({
  name: 'lesson',
  tableName: 'lessons',
  columns: {
    id: { type: 'text', primary: true },
    revision: { type: 'integer' },
    doc: { type: 'jsonb', transformer: documentColumn(lessonDocument) },
    summary: { type: 'jsonb', nullable: true },
    trashedAt: { type: 'timestamptz', name: 'trashed_at', nullable: true },
    updatedAt: { type: 'timestamptz', name: 'updated_at' },
  },
});

/** An edit that was taken, of whichever document. */
export interface ChangeRow {
  documentKind: string;
  documentId: string;
  id: string;
  revision: number;
  change: unknown;
  inverse: unknown;
  kind: EditKind;
  clientId: string;
  authorId: string | null;
  madeAt: Date;
}
export const Changes = new EntitySchema<ChangeRow>({
  name: 'document_change',
  tableName: 'document_changes',
  columns: {
    documentKind: { type: 'text', primary: true, name: 'document_kind' },
    documentId: { type: 'text', primary: true, name: 'document_id' },
    id: { type: 'uuid', primary: true },
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
    doc: { type: 'jsonb', transformer: documentColumn(moveDocument) },
  },
});

export interface MediaRow {
  id: string;
  name: string;
  bytes: string;
  durationMs: number;
  width: number;
  height: number;
  frameRate: { numerator: number; denominator: number };
  hasPicture: boolean;
  hasSound: boolean;
  highDynamicRange: boolean;
  warning: string | null;
  unusedSince: Date | null;
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
    hasPicture: { type: 'boolean', name: 'has_picture' },
    hasSound: { type: 'boolean', name: 'has_sound' },
    highDynamicRange: { type: 'boolean', name: 'high_dynamic_range' },
    warning: { type: 'text', nullable: true },
    unusedSince: { type: 'timestamptz', name: 'unused_since', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

/** Something that a job made of a medium: the row says which file it is, so that a file alone is never believed. */
export interface ArtefactRow {
  ownerId: string;
  name: string;
  formatVersion: number;
  jobId: string | null;
  /** Where the file lies in the media store. */
  key: string;
  bytes: string;
  madeAt: Date;
}
export const Artefacts = new EntitySchema<ArtefactRow>({
  name: 'artefact',
  tableName: 'artefacts',
  columns: {
    ownerId: { type: 'uuid', primary: true, name: 'owner_id' },
    name: { type: 'text', primary: true },
    formatVersion: { type: 'integer', name: 'format_version' },
    jobId: { type: 'uuid', name: 'job_id', nullable: true },
    key: { type: 'text' },
    bytes: { type: 'bigint' },
    madeAt: { type: 'timestamptz', name: 'made_at' },
  },
});

export interface JobRow {
  id: string;
  kind: string;
  ownerId: string;
  lessonId: string | null;
  input: unknown;
  state: JobState;
  /** 0 to 1. */
  progress: number;
  doing: string;
  /** Parts that are finished and are not made again. */
  done: string[];
  /** Goes up whenever the job is taken: an attempt with an older one can write nothing. */
  fence: number;
  /** Attempts since a person asked for it. */
  attempts: number;
  priority: number;
  notBefore: Date;
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
    ownerId: { type: 'uuid', name: 'owner_id' },
    lessonId: { type: 'text', name: 'lesson_id', nullable: true },
    input: { type: 'jsonb' },
    state: { type: 'text' },
    progress: { type: 'real' },
    doing: { type: 'text' },
    done: { type: 'text', array: true },
    fence: { type: 'integer' },
    attempts: { type: 'integer' },
    priority: { type: 'integer' },
    notBefore: { type: 'timestamptz', name: 'not_before' },
    cancelRequested: { type: 'boolean', name: 'cancel_requested' },
    error: { type: 'text', nullable: true },
    leaseOwner: { type: 'text', name: 'lease_owner', nullable: true },
    leaseUntil: { type: 'timestamptz', name: 'lease_until', nullable: true },
    startedAt: { type: 'timestamptz', name: 'started_at', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

/** What became of an upload, kept until the person has seen it. */
export interface UploadRow {
  /** Also the id of the medium and of the take that it becomes: whatever happens, it becomes them once. */
  id: string;
  lessonId: string;
  name: string;
  bytes: string;
  metadata: UploadMetadata;
  authorId: string | null;
  state: 'sending' | 'arrived' | 'taken' | 'refused';
  words: string;
  takeId: string | null;
  seenAt: Date | null;
  createdAt: Date;
  updatedAt: Date;
}
export const Uploads = new EntitySchema<UploadRow>({
  name: 'upload',
  tableName: 'uploads',
  columns: {
    id: { type: 'uuid', primary: true },
    lessonId: { type: 'text', name: 'lesson_id' },
    name: { type: 'text' },
    bytes: { type: 'bigint' },
    metadata: { type: 'jsonb' },
    authorId: { type: 'uuid', name: 'author_id', nullable: true },
    state: { type: 'text' },
    words: { type: 'text' },
    takeId: { type: 'text', name: 'take_id', nullable: true },
    seenAt: { type: 'timestamptz', name: 'seen_at', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at' },
    updatedAt: { type: 'timestamptz', name: 'updated_at' },
  },
});

/** A finished film that was asked for. What it is made from is settled with it. */
export interface FilmRow {
  id: string;
  lessonId: string;
  /** Null for the lesson as it was, and when its version was deleted. */
  versionId: string | null;
  versionNumber: number | null;
  plan: FilmPlan;
  /** Of the plan: equal ones make equal films. */
  hash: string;
  createdAt: Date;
}
export const Films = new EntitySchema<FilmRow>({
  name: 'film',
  tableName: 'films',
  columns: {
    id: { type: 'uuid', primary: true },
    lessonId: { type: 'text', name: 'lesson_id' },
    versionId: { type: 'uuid', name: 'version_id', nullable: true },
    versionNumber: { type: 'integer', name: 'version_number', nullable: true },
    plan: { type: 'jsonb' },
    hash: { type: 'text' },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

export interface VersionRow {
  id: string;
  lessonId: string;
  number: number;
  revision: number;
  doc: Lesson;
  published: PublishedLesson;
  /** The cuts that it can be watched in. */
  cuts: string[];
  /** Version of the cue generator that made it. */
  generator: number;
  name: string;
  note: string;
  allTheSame: AllTheSame | null;
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
    doc: { type: 'jsonb', transformer: documentColumn(lessonDocument) },
    published: { type: 'jsonb', transformer: documentColumn(publishedDocument) },
    cuts: { type: 'text', array: true },
    generator: { type: 'integer' },
    name: { type: 'text', default: '' },
    note: { type: 'text', default: '' },
    allTheSame: { type: 'jsonb', name: 'all_the_same', nullable: true },
    createdAt: { type: 'timestamptz', name: 'created_at' },
  },
});

export interface LinkRow {
  token: string;
  lessonId: string;
  versionId: string;
  createdAt: Date;
  revokedAt: Date | null;
  expiresAt: Date | null;
  /** Of what is asked for; null where nothing is. */
  phraseHash: string | null;
  embeds: boolean;
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
    expiresAt: { type: 'timestamptz', name: 'expires_at', nullable: true },
    phraseHash: { type: 'text', name: 'phrase_hash', nullable: true },
    embeds: { type: 'boolean', default: false },
  },
});

export const ENTITIES = [Users, Lessons, Changes, Moves, Media, Artefacts, Jobs, Uploads, Films, Versions, Links];
