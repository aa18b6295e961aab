import { size } from '@limber/core/format/size';
import { readConfig } from './config';
import { BackupError } from './backup/archive';
import { backUp } from './backup/backup';
import { mustBeEmpty, putBackup, unpackBackup } from './backup/restore';
import { noDatabase, noSpace } from './jobs/sentence';
import { NoRoom } from './media/room';
import { LocalMediaStore } from './media/store';

/**
 * The steps of `./limber backup FILE` (`backup FILE`) and of `./limber restore FILE`: `empty` looks whether a studio is
 * here, `unpack FILE` reads the backup whole beside it, `put` puts it in place.
 */
const [step = '', file = ''] = process.argv.slice(2);
try {
  // Unpacking comes before there is a database.
  const config = readConfig({ DATABASE_URL: 'later', ...process.env });
  const store = new LocalMediaStore(config.mediaFolder);
  const unpacked = `${config.scratchFolder}-restored`;
  if (step === 'backup') {
    const { bytes, files, missing } = await backUp({ config, store }, file);
    say(`The whole studio is in ${file}: its database and ${files} ${files === 1 ? 'file' : 'files'}, ${size(bytes)}.`);
    if (missing.length > 0)
      say(`Not there, and so not in the backup, though the studio names them: ${missing.join(', ')}.`);
  } else if (step === 'empty') await mustBeEmpty(config.databaseUrl);
  else if (step === 'unpack') await unpackBackup(file, unpacked, Number(process.env['LIMBER_PG_VERSION']));
  else if (step === 'put') await putBackup({ config, store }, unpacked);
} catch (error) {
  say(wordsOf(error));
  process.exitCode = 3;
}

function say(words: string): void {
  process.stderr.write(`${words}\n`);
}

function wordsOf(error: unknown): string {
  if (error instanceof BackupError || error instanceof NoRoom) return error.message;
  if (noSpace(error))
    return 'The disk is full. Make room there, then try again; nothing that was there before is changed.';
  if (noDatabase(error)) return 'The database cannot be reached. Nothing was changed; try again.';
  return (error as Error).stack ?? String(error);
}
