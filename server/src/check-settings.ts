import { createServer } from 'node:net';
import { readConfig, SettingsError } from './config';

/** Says before anything is started what would stand in its way: settings that do not go together, a port that is taken. */
try {
  const { host, port } = readConfig({
    DATABASE_URL: 'later',
    LIMBER_SESSION_SECRET: 'later, when there is one',
    ...process.env,
  });
  await new Promise<void>((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(port, host, () => probe.close(() => resolve()));
  });
} catch (error) {
  process.stderr.write(`${wordsOf(error)}\n`);
  process.exit(3);
}

function wordsOf(error: unknown): string {
  if (error instanceof SettingsError) return error.message;
  const { code, message } = error as NodeJS.ErrnoException;
  const port = Number(process.env['LIMBER_PORT'] ?? 4310);
  if (code === 'EADDRINUSE')
    return `Port ${port} is taken by another program. Choose another: ./limber start --port ${port + 1}`;
  if (code === 'EACCES')
    return `Port ${port} may not be used without being root. Choose one above 1023: ./limber start --port 4310`;
  if (code === 'EADDRNOTAVAIL' || code === 'ENOTFOUND' || code === 'EAI_AGAIN')
    return `“${process.env['LIMBER_HOST'] ?? ''}” is no address of this machine. Leave --host out, or name one that is.`;
  return message;
}
