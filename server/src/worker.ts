import { mkdirSync } from 'node:fs';
import { setPriority } from 'node:os';
import { readConfig } from './config';
import { Runner } from './jobs/runner';
import { Signals } from './jobs/signals';
import { sweep } from './jobs/sweep';
import { openLog } from './log';
import { LocalMediaStore } from './media/store';
import { openDatabase } from './store/database';

/** Long work, and the tools that it starts, let pages go first: a studio is often used on the machine that runs it. */
const NICE = 5;
setPriority(NICE);

const config = readConfig();
const log = openLog('worker', config.logLevel, config.logFolder);
for (const folder of [config.mediaFolder, config.scratchFolder]) mkdirSync(folder, { recursive: true });
const database = await openDatabase(config.databaseUrl);
const signals = new Signals(config.databaseUrl);
await signals.listen();
const context = { config, database, store: new LocalMediaStore(config.mediaFolder), log };
const runner = new Runner(context);
runner.start(signals);
log.info('working');

const sweeping = (): void => void sweep(context).catch((error: unknown) => log.warn(error, 'sweep'));
sweeping();
const sweeps = setInterval(sweeping, 3_600_000);

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  clearInterval(sweeps);
  // What is half done goes back to the queue; a worker that cannot say so is found by its lease.
  await Promise.race([runner.stop(), new Promise((resolve) => setTimeout(resolve, 3000))]);
  await signals.close().catch(() => undefined);
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
process.on('disconnect', () => void stop());
