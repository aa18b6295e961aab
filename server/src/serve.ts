import { mkdirSync } from 'node:fs';
import { readConfig } from './config';
import { createApp } from './http/app';
import { Signals } from './jobs/signals';
import { openLog } from './log';
import { LocalMediaStore } from './media/store';
import { openDatabase } from './store/database';
import { rollUpAll } from './store/rollup';

const config = readConfig();
const log = openLog('server', config.logLevel, config.logFolder);
mkdirSync(config.mediaFolder, { recursive: true });

const database = await openDatabase(config.databaseUrl);
const signals = new Signals(config.databaseUrl);
await signals.listen();

const app = createApp({ config, database, media: new LocalMediaStore(config.mediaFolder), signals, log });
const server = app.listen(config.port, config.host, (error?: Error) => {
  if (error) {
    const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
    process.stderr.write(
      taken ? `Port ${config.port} is taken by another program. Choose another with --port.\n` : `${error.message}\n`,
    );
    process.exit(3);
  }
  log.info({ port: config.port }, 'listening');
  // The one that keeps this running learns that it began, and this one when that is gone.
  process.send?.('begun');
});
server.requestTimeout = 0;
// Longer than proxies and clients keep a connection that nobody uses: whoever closes first must not be the one that is
// just being written to.
server.keepAliveTimeout = 75_000;

const rollups = setInterval(() => void rollUpAll(database).catch((error) => log.warn(error, 'rollup')), 5000);

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  clearInterval(rollups);
  server.close();
  server.closeAllConnections();
  await signals.close().catch(() => undefined);
  await database.destroy().catch(() => undefined);
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
process.on('disconnect', () => void stop());
