import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Config } from '../config';
import type { MediaStore } from '../media/store';
import type { Signals } from '../jobs/signals';

/** What every resource of the server works with. */
export interface Context {
  readonly config: Config;
  readonly database: DataSource;
  readonly media: MediaStore;
  readonly signals: Signals;
  readonly log: Logger;
}
