import { NoRoom } from '../media/room';
import { ToolTrouble, type Trouble } from '../media/tool';
import { mayPass, mediaSentence, noDatabase, noSpace } from './sentence';

describe('the sentence of a failure', () => {
  const trouble = (why: Trouble, said = ''): ToolTrouble => new ToolTrouble(why, 'ffmpeg', said, 1);

  it('says what really went wrong: the room, the tool, or the file', () => {
    for (const [error, words, passes] of [
      [new NoRoom('No room.'), /^No room\.$/, true],
      [trouble('no-space'), /disk of the studio is full/, true],
      [Object.assign(new Error('write'), { code: 'ENOSPC' }), /disk of the studio is full/, true],
      [trouble('missing'), /ffmpeg is not there\. Install it on the machine/, true],
      [trouble('killed'), /ended from outside, perhaps for want of memory/, true],
      [trouble('slow'), /took too long/, true],
      [trouble('failed', 'Invalid NAL unit size'), /says “Invalid NAL unit size”.*export the film anew/, false],
      [new Error('a mistake of ours'), /went wrong in the studio itself/, false],
    ] as const) {
      expect(mediaSentence(error, 'It could not be prepared')).toMatch(words);
      expect(mayPass(error)).withContext(String(words)).toBe(passes);
    }
  });

  it('names no folder of the machine', () => {
    const sentence = mediaSentence(trouble('failed', '/var/lib/studio/scratch/a/proxy.mp4: Invalid data'), 'It failed');
    expect(sentence).toContain('“proxy.mp4: Invalid data”');
    expect(sentence).not.toContain('/var');
  });

  it('knows a full disk and a database that is away by their codes (PostgreSQL, appendix A)', () => {
    for (const code of ['ENOSPC', 'EDQUOT', '53100']) expect(noSpace({ code })).withContext(code).toBeTrue();
    for (const code of ['ENOENT', '53200', '23505']) expect(noSpace({ code })).withContext(code).toBeFalse();
    for (const code of ['ECONNREFUSED', '08006', '57P01', '57P03'])
      expect(noDatabase({ code })).withContext(code).toBeTrue();
    for (const code of ['57014', '42P01', 'ENOENT']) expect(noDatabase({ code })).withContext(code).toBeFalse();
    expect(noDatabase(new Error('Connection terminated unexpectedly'))).toBeTrue();
  });
});
