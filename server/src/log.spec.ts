import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { errorForLog, openLog } from './log';
import { openStudio } from './testing';

describe('a log', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'limber-log-'))));
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it('is for its owner alone, and is put aside when it is full without a line lost', () => {
    const log = openLog('server', 'info', folder, 4000);
    for (let n = 0; n < 300; n++) log.info({ n }, 'a line');
    const files = readdirSync(folder).sort();
    expect(files).toEqual(['server.log', 'server.log.1', 'server.log.2', 'server.log.3']);
    for (const file of files) {
      const { mode, size } = statSync(join(folder, file));
      expect(mode & 0o777)
        .withContext(file)
        .toBe(0o600);
      expect(size).withContext(file).toBeLessThan(4200);
    }
    const numbers = [...files]
      .reverse()
      .flatMap((file) => readFileSync(join(folder, file), 'utf8').trim().split('\n'))
      .filter(Boolean)
      .map((line) => (JSON.parse(line) as { n: number }).n);
    // The oldest went; what is there goes up by one to the last, in order.
    expect(numbers).toEqual(numbers.map((_, i) => numbers[0]! + i));
    expect(numbers[numbers.length - 1]).toBe(299);
  });

  it('keeps the messages of our own faults and of the system, and no others', () => {
    expect(errorForLog(new TypeError('x is not a function'))['message']).toBe('x is not a function');
    const secret = 'my jaw hurts since Tuesday';
    const parsed = (() => {
      try {
        return JSON.parse(secret) as never;
      } catch (error) {
        return error;
      }
    })();
    for (const error of [
      parsed,
      new Error(secret),
      Object.assign(new Error('outer'), { cause: new Error(secret) }),
      secret,
    ])
      expect(JSON.stringify(errorForLog(error))).not.toContain('Tuesday');
    expect((errorForLog(parsed) as { at: string[] }).at.length).toBeGreaterThan(0);
  });

  it('says which statement failed, and nothing of its values', async () => {
    const studio = await openStudio();
    try {
      const failed = await studio.database.query('SELECT $1::uuid', ['my jaw hurts since Tuesday']).then(
        () => null,
        (error: unknown) => error,
      );
      const written = JSON.stringify(errorForLog(failed));
      expect(written).toContain('22P02');
      expect(written).toContain('SELECT $1::uuid');
      expect(written).not.toContain('Tuesday');
    } finally {
      await studio.close();
    }
  });
});
