import pino from 'pino';
import { readConfig } from './config';
import { JobQueue } from './jobs/queue';
import { worker } from './jobs/work';
import { LocalMediaStore } from './media/store';
import { openDatabase } from './store/database';

const config = readConfig();
const log = pino({ level: config.logLevel, name: 'worker' });
const database = await openDatabase(config.databaseUrl);
const queue = await JobQueue.open(config.databaseUrl, database, log);
const off = await queue.work(worker(database, queue, new LocalMediaStore(config.mediaFolder), log));
log.info('working');

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  // What is half done is taken up by the next worker when the lease runs out.
  await Promise.race([off(), new Promise((resolve) => setTimeout(resolve, 1500))]);
  await queue.close().catch(() => undefined);
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
