import { promptsOf } from '@limber/core/prompt/prompts';
import { aLesson, aPace, aStep, reps } from '@limber/core/testing';
import { Filming } from './filming';

describe('a run through the prompts', () => {
  const steps = [aStep('a', { sidePlan: 'both', dose: reps(3, 2000) }), aStep('b', { dose: reps(2, 1000) })];
  const prompts = promptsOf(aLesson({ pace: aPace({ settleMs: 1000 }), opening: 'Good morning.', steps }));
  let now = 0;
  const logs: number[] = [];
  const aRun = (flows: boolean): Filming =>
    new Filming(
      prompts,
      () => now,
      flows,
      ({ entries }) => logs.push(entries.length),
    );

  beforeEach(() => {
    now = 0;
    logs.length = 0;
    jasmine.clock().install();
  });
  afterEach(() => jasmine.clock().uninstall());

  it('waits for a press where it is to, and goes on by itself from when that is chosen', () => {
    const run = aRun(false);
    run.begin();
    run.press('on');
    now = 60_000;
    jasmine.clock().tick(200);
    expect([run.state().at, run.aheadMs() < 0]).toEqual([0, true]);
    run.flow(true);
    now = 60_050;
    jasmine.clock().tick(200);
    expect(run.state().at).toBe(1);
    now += prompts[1]!.endMs - prompts[1]!.startMs - 100;
    jasmine.clock().tick(200);
    expect(run.state().at).toBe(1);
    run.stop();
  });

  it('begins with the first press, however long somebody takes to sit down', () => {
    const run = aRun(true);
    run.begin();
    now = 90_000;
    jasmine.clock().tick(500);
    run.press('pause');
    run.press('clap');
    expect([run.started(), run.state().at, run.aheadMs(), logs]).toEqual([false, 0, 0, []]);
    now = 95_000;
    run.press('on');
    expect([run.started(), run.state().at, run.ownMs()]).toEqual([true, 0, 0]);
    expect(run.state().entries.map(({ atMs, kind }) => [atMs, kind])).toEqual([[90_000, 'clap']]);
    run.stop();
    const other = aRun(true);
    other.begin();
    other.press('end');
    expect([other.started(), other.ended()]).toEqual([false, true]);
  });

  it('tells of the log when something is written in it, and of nothing else', () => {
    const run = aRun(false);
    run.begin();
    for (let press = 0; press < 3; press++) run.press('on');
    run.press('clap');
    now = 4000;
    jasmine.clock().tick(500);
    expect(logs).toEqual([0, 2, 3]);
    run.press('end');
    expect(run.ended()).toBeTrue();
    run.press('on');
    expect(run.recordedMs()).toBe(4000);
  });
});
