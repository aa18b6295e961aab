import { begun, pressed } from '../prompt/session';
import { promptsOf } from '../prompt/prompts';
import { leaveOutSpoilt } from '../assembly/leave-out';
import { applyChange } from '../lesson/change';
import { aFilmedLesson, aStep } from '../testing';
import type { LogEntry } from './log.document';
import { spoiltIn } from './spoilt';

const entry = (atMs: number, kind: LogEntry['kind'], stepId: string | null = null): LogEntry => ({
  ...{ atMs, kind, stepId, side: null, n: null },
});

describe('what was broken off and begun again', () => {
  it('reaches from where the same place was come to last, to the press', () => {
    const log = [
      ...[entry(1000, 'step', 'a'), entry(6000, 'again', 'a'), entry(6000, 'step', 'a')],
      ...[entry(9000, 'again', 'a'), entry(9000, 'step', 'a'), entry(20_000, 'step', 'b')],
    ];
    expect(spoiltIn(log) as unknown).toEqual([
      [1000, 6000],
      [6000, 9000],
    ]);
    expect(spoiltIn([entry(1000, 'step', 'a'), entry(6000, 'again', 'a')])).toEqual([]);
    expect(spoiltIn([entry(6000, 'again', 'a'), entry(6000, 'step', 'a')])).toEqual([]);
  });

  it('is what a session of the prompter writes, wherever the press comes', () => {
    const lesson = aFilmedLesson({
      steps: [
        aStep('a', { narration: { before: 'Oil. From the chin to the ear.', during: '', after: 'Good.' } }),
        aStep('b', { sidePlan: 'midline' }),
      ],
    });
    const prompts = promptsOf(lesson);
    const places = prompts.flatMap((one, at) => (one.logs.length > 0 ? [at] : []));
    for (let spoil = 1; spoil < prompts.length; spoil++) {
      let session = begun(prompts, 0);
      const cameMs = new Map([[0, 0]]);
      for (let at = 1; at <= spoil; at++) {
        session = pressed(prompts, session, 'on', at * 1000);
        cameMs.set(session.at, at * 1000);
      }
      session = pressed(prompts, session, 'again', spoil * 1000 + 500);
      const from = places.findLast((one) => one <= session.at);
      if (from !== session.at) continue;
      expect(spoiltIn(session.entries) as unknown)
        .withContext(`at ${spoil}`)
        .toEqual([[cameMs.get(from), spoil * 1000 + 500]]);
    }
  });

  it('plays no more where the take plays whole, and where she has chosen what plays nothing is touched', () => {
    const lesson = aFilmedLesson({ steps: [aStep('a')] }, 30_000);
    const log = [entry(1000, 'step', 'a'), entry(6000, 'again', 'a'), entry(6000, 'step', 'a')];
    let n = 0;
    const change = leaveOutSpoilt(lesson, 't', log, () => `n${n++}`);
    const { assembly } = applyChange(lesson, change!);
    expect(assembly.map(({ fromMs, toMs }) => [fromMs, toMs])).toEqual([
      [0, 1000],
      [6000, 30_000],
    ]);
    const chosen = { ...lesson, assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 29_000 }] };
    expect(leaveOutSpoilt(chosen, 't', log, () => 'x')).toBeNull();
    expect(leaveOutSpoilt(lesson, 't', [entry(1000, 'step', 'a')], () => 'x')).toBeNull();
  });
});
