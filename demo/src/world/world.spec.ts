import { UNRATED } from '@limber/core/lesson/take.schema';
import { REGIONS } from '@limber/core/face/regions';
import { ACTIONS, LEVELS, TOOLS } from '@limber/core/move/move.schema';
import { parseBundle } from '@limber/core/format/bundle';
import { schedule } from '@limber/core/schedule/schedule';
import { publish } from '@limber/core/viewing/publish';
import { playedOf } from '@limber/core/viewing/played';
import { eventSchema } from '@limber/core/viewing/event.schema';
import { layOut } from '../footage/truth';
import { poseAt } from '../footage/motion';
import { drawPresenter } from '../footage/presenter';
import { afterTheNightShift, beforeTheEarlyBulletin, coldMorningEyes, readingAloud } from './lessons';
import { MOVES } from './moves';
import { simulateViewings } from './viewers';
import { isWork } from '@limber/core/lesson/segment-kind';

const sayLength = (text: string): number => text.length * 60;

describe('the demo library', () => {
  it('covers the face', () => {
    expect(MOVES.length).toBeGreaterThanOrEqual(60);
    const missing = <T>(wanted: readonly T[], there: readonly T[]): T[] => wanted.filter((one) => !there.includes(one));
    expect(
      missing(
        REGIONS,
        MOVES.map((move) => move.region),
      ),
    ).toEqual([]);
    expect(
      missing(
        ACTIONS,
        MOVES.map((move) => move.action),
      ),
    ).toEqual([]);
    // Working without any tool is “none”, or by hand.
    expect(
      missing(
        TOOLS,
        MOVES.map((move) => move.tool),
      ),
    ).toEqual([]);
    expect(
      missing(
        LEVELS,
        MOVES.map((move) => move.level),
      ),
    ).toEqual([]);
    expect(MOVES.every((move) => move.feltAt && move.evidence && move.variants.length > 1)).toBeTrue();
    expect(new Set(MOVES.map((move) => move.id)).size).toBe(MOVES.length);
  });
});

describe('the demo lessons', () => {
  it('are valid bundles in different stages', () => {
    for (const lesson of [beforeTheEarlyBulletin(), coldMorningEyes(), afterTheNightShift(), readingAloud()])
      expect(parseBundle(JSON.parse(JSON.stringify(lesson)))).toEqual(lesson);
    const { totalMs } = schedule(beforeTheEarlyBulletin());
    expect(totalMs).toBeGreaterThan(120_000);
    expect(totalMs).toBeLessThan(240_000);
  });
});

describe('the drawn footage', () => {
  const lesson = beforeTheEarlyBulletin();
  const truth = layOut(lesson, sayLength);

  it('has the same schedule every time, on whole frames, without overlap', () => {
    expect(layOut(lesson, sayLength)).toEqual(truth);
    let at = 0;
    for (const segment of truth.segments) {
      expect(segment.startMs).toBeGreaterThanOrEqual(at);
      expect(segment.startMs % 40).toBe(0);
      at = segment.endMs;
    }
    expect(at).toBeLessThan(truth.durationMs);
  });

  it('does as many repetitions as its dose says', () => {
    const right = truth.segments.find((one) => one.stepId === 'rope' && one.side === 'right' && isWork(one.kind))!;
    const left = truth.segments.find((one) => one.stepId === 'rope' && one.side === 'left')!;
    expect([left.beatsMs.length, right.beatsMs.length]).toEqual([8, 6]);
  });

  it('moves the hand of the side that is worked, and only that', () => {
    const right = truth.segments.find((one) => one.stepId === 'rope' && one.side === 'right' && isWork(one.kind))!;
    const pose = poseAt(lesson, truth, (right.startMs + right.endMs) / 2, 0);
    expect(pose.right).not.toBeNull();
    expect(pose.left).toBeNull();
    expect(drawPresenter(pose)).toContain('<svg');
  });
});

describe('the simulated viewers', () => {
  const lesson = beforeTheEarlyBulletin();
  const truth = layOut(lesson, sayLength);
  const take = {
    id: 't',
    sources: [],
    name: 'T',
    pictureLeft: 'left' as const,
    ...UNRATED,
    durationMs: truth.durationMs,
    width: 960,
    height: 540,
    frameRate: { numerator: 25, denominator: 1 },
  };
  const published = publish(
    {
      ...lesson,
      takes: [take],
      assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: truth.durationMs }],
      segments: truth.segments.map((one) => ({ ...one, takeId: 't' })),
    },
    'v',
  );
  const cut = published.cuts[0]!;
  const viewings = simulateViewings(published, cut, 200, Date.UTC(2026, 8, 1), 7);

  it('are the same for the same seed', () => {
    expect(simulateViewings(published, cut, 200, Date.UTC(2026, 8, 1), 7)).toEqual(viewings);
    expect(simulateViewings(published, cut, 200, Date.UTC(2026, 8, 1), 8)).not.toEqual(viewings);
  });

  it('send valid events, heartbeats of ten seconds at most, each once', () => {
    const ids = new Set<string>();
    for (const { events } of viewings)
      for (const event of events) {
        expect(eventSchema.safeParse(event).success).toBeTrue();
        expect(event.toMs - event.fromMs).toBeLessThanOrEqual(event.kind === 'played' ? 10_000 : Infinity);
        ids.add(event.id);
      }
    expect(ids.size).toBe(viewings.reduce((sum, one) => sum + one.events.length, 0));
  });

  it('differ: some finish, some leave, some play again', () => {
    const completions = viewings.map((one) => playedOf(one.events, cut.durationMs).completion);
    expect(completions.filter((share) => share >= 0.9).length).toBeGreaterThan(40);
    expect(completions.filter((share) => share < 0.5).length).toBeGreaterThan(20);
    expect(viewings.filter((one) => one.events.some((event) => event.kind === 'again')).length).toBeGreaterThan(10);
    expect(viewings.filter((one) => one.feedback?.discomfort).length).toBeGreaterThan(0);
  });
});
