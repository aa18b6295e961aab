import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { resolve } from 'node:path';
import { until, withTools } from '../testing';
import { Cancelled, runTool, ToolTrouble } from './tool';

async function troubleOf(work: Promise<unknown>): Promise<ToolTrouble> {
  try {
    await work;
  } catch (error) {
    expect(error).toBeInstanceOf(ToolTrouble);
    return error as ToolTrouble;
  }
  throw new Error('It ended well.');
}

describe('a media tool', () => {
  const run = (tool: string, args: string[] = [], timeoutMs = 20_000): Promise<string> =>
    runTool(tool, args, { timeoutMs });

  it('that is missing, killed, too slow, out of room or unwilling is told apart', async () => {
    expect((await troubleOf(withTools({}, () => run('ffprobe'), { alone: true }))).why).toBe('missing');
    await withTools(
      {
        ends: 'kill -9 $$',
        waits: 'exec sleep 30',
        full: 'echo "x: No space left on device" >&2; exit 1',
        no: 'echo "not this" >&2; exit 3',
      },
      async () => {
        expect((await troubleOf(run('ends'))).why).toBe('killed');
        expect((await troubleOf(run('waits', [], 200))).why).toBe('slow');
        expect((await troubleOf(run('full'))).why).toBe('no-space');
        const no = await troubleOf(run('no'));
        expect([no.why, no.said, no.exitCode]).toEqual(['failed', 'not this', 3]);
      },
    );
  });

  it('ends at once when it is cancelled', async () => {
    const stop = new AbortController();
    const waiting = runTool('sleep', ['30'], { timeoutMs: 20_000, signal: stop.signal });
    stop.abort();
    await expectAsync(waiting).toBeRejectedWithError(Cancelled);
  });

  it('dies with the process that started it, also when that is killed outright', async () => {
    const mark = `${60 + Math.random()}`;
    const program = `import { runTool } from ${JSON.stringify(resolve('server/src/media/tool.ts'))};
      await runTool('sleep', ['${mark}'], { timeoutMs: 60000 });`;
    const parent = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', program], {
      stdio: 'inherit',
    });
    const sleeping = (): boolean => {
      const all = execFileSync('ps', ['-eo', 'args='], { encoding: 'utf8' }).split('\n');
      return all.some((line) => line.includes(`sleep ${mark}`) && !line.includes('runTool'));
    };
    await until(async () => sleeping(), 'A tool that runs');
    const gone = once(parent, 'exit');
    parent.kill('SIGKILL');
    await gone;
    await until(async () => !sleeping(), 'A tool that has ended');
    expect(sleeping()).toBeFalse();
  });
});
