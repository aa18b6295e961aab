import { DocumentError, parseDocument } from '../document/document';
import { aLesson, aStep } from '../testing';
import { checkLog, onTake } from './log';
import { logDocument, type Log, type LogEntry } from './log.document';

const lesson = aLesson({
  steps: [aStep('slipway', { sidePlan: 'left_right' }), aStep('foghorn', { sidePlan: 'midline' })],
});
const log = (...entries: (Partial<LogEntry> & Pick<LogEntry, 'atMs' | 'kind'>)[]): Log =>
  parseDocument(logDocument, { format: 'limber-cheek/log', version: 1, entries });
const GOOD = [
  { atMs: 1000, kind: 'clap' },
  { atMs: 4000, kind: 'step', stepId: 'slipway' },
  { atMs: 9000, kind: 'dose', stepId: 'slipway', side: 'left' },
  { atMs: 20_000, kind: 'swap', stepId: 'slipway', side: 'right' },
  { atMs: 25_000, kind: 'pause' },
  { atMs: 31_000, kind: 'resume' },
  { atMs: 32_000, kind: 'again', stepId: 'slipway', side: 'right' },
  { atMs: 50_000, kind: 'end' },
] as const;

describe('the log of what was done when', () => {
  it('is read as its format has it, and refused in words where it is none', () => {
    expect(log(...GOOD).entries[0]).toEqual({ atMs: 1000, kind: 'clap', stepId: null, side: null, n: null });
    for (const entries of [[{ atMs: -1, kind: 'clap' }], [{ atMs: 1, kind: 'jump' }], [{ kind: 'end' }], 'none'])
      expect(() => parseDocument(logDocument, { format: 'limber-cheek/log', version: 1, entries })).toThrowError(
        DocumentError,
      );
    expect(() => parseDocument(logDocument, { format: 'limber-cheek/log', version: 2, entries: [] })).toThrowError(
      DocumentError,
    );
  });

  it('holds as it is, in the order of its times', () => {
    const { entries } = log(...GOOD);
    expect(checkLog({ ...log(), entries: [...entries].reverse() }, lesson, 60_000)).toEqual({ entries, troubles: [] });
  });

  it('leaves out what cannot have been, and says why, and keeps the rest', () => {
    const wrong: [Parameters<typeof log>[0], RegExp][] = [
      [{ atMs: 5000, kind: 'step', stepId: 'harbour' }, /not in the lesson any more/],
      [{ atMs: 5000, kind: 'step' }, /not said which/],
      [{ atMs: 5000, kind: 'dose', stepId: 'foghorn', side: 'left' }, /its plan does not have/],
      [{ atMs: 5000, kind: 'resume' }, /nothing had been paused/],
      [{ atMs: 26_000, kind: 'pause' }, /was paused already/],
      [{ atMs: 55_000, kind: 'dose', stepId: 'slipway', side: 'left' }, /had ended already/],
      [{ atMs: 70_000, kind: 'clap' }, /recording was over already/],
    ];
    for (const [entry, words] of wrong) {
      const found = checkLog(log(...GOOD, entry), lesson, 60_000);
      expect(found.entries).toEqual(log(...GOOD).entries);
      expect(found.troubles).toEqual([{ entry: GOOD.length, words: jasmine.stringMatching(words) as never }]);
    }
  });

  it('takes what was pressed just after the recording was over for its end', () => {
    const after = (atMs: number) => checkLog(log({ atMs, kind: 'end' }), lesson, 60_000);
    expect(after(60_900)).toEqual({ entries: log({ atMs: 60_000, kind: 'end' }).entries, troubles: [] });
    expect(after(61_100).entries).toEqual([]);
  });

  it('lies on its take where its recording does', () => {
    const { entries } = log(...GOOD);
    expect(onTake(entries, -1200, 60_000)[0]).toEqual({ ...entries[1]!, atMs: 2800 });
    expect(onTake(entries, 12_000, 60_000).map(({ atMs }) => atMs)).toEqual([
      ...[13_000, 16_000, 21_000, 32_000, 37_000, 43_000, 44_000],
    ]);
  });
});
