import type { Logger } from 'pino';
import type { DataSource, EntityManager } from 'typeorm';
import type * as z from 'zod';
import type { ArtefactName } from '@limber/core/api/media';
import type { Config } from '../config';
import type { MediaStore } from '../media/store';
import type { JobRow } from '../store/entities';

/** What a part of a job works with. */
export interface Work<I> {
  readonly input: I;
  readonly job: JobRow;
  readonly config: Config;
  readonly database: DataSource;
  readonly store: MediaStore;
  readonly log: Logger;
  /** A folder of this attempt's own; it is gone when the attempt is. */
  readonly scratch: string;
  readonly signal: AbortSignal;
  /** Puts in place what a long part has made so far, so that it is not made again when the part ends in the middle. */
  readonly keep: (made: Made) => Promise<void>;
  /** Told the share of the part that is done, 0 to 1. */
  readonly progress: (share: number) => void;
}

/**
 * What a part made. Nothing of it counts before the runner has put it in place: files first, then every row in one
 * transaction, which goes through only while the attempt still holds the job.
 */
export interface Made {
  readonly artefacts?: readonly {
    readonly ownerId: string;
    readonly name: ArtefactName;
    readonly formatVersion: number;
    /** The finished file in the scratch folder. */
    readonly path: string;
  }[];
  readonly write?: (manager: EntityManager) => Promise<void>;
}

export interface Part<I> {
  readonly name: string;
  /** What is being done, for a person. */
  readonly doing: string;
  /** Share of the job's time. */
  readonly share: number;
  make(work: Work<I>): Promise<Made>;
}

/** A kind of job: its input, its parts in order, and the sentence for a person when it fails. */
export interface JobKind<I> {
  readonly name: string;
  readonly input: z.ZodType<I>;
  /** Takes no long time: it never waits behind long work. */
  readonly quick: boolean;
  readonly parts: readonly Part<I>[];
  /** Whether a failure may pass by itself, so that it is tried again. */
  readonly passing: (error: unknown) => boolean;
  readonly sentence: (error: unknown) => string;
}
