import { describeProgression } from '../dose/progression';
import { lessonEditing } from '../lesson/change';
import { movesOf } from '../lesson/lesson.schema';
import { edited } from './editing';
import { readFileSync } from 'node:fs';
import type { Cue } from '../cue/cue';
import { deriveCues } from '../cue/derive';
import { peakAt, peakMs, soundDocument } from '../footage/sound.document';
import { lessonDocument } from '../format/lesson.document';
import { moveDocument } from '../library/library.document';
import { publishedDocument } from '../viewing/published.document';
import { mediaOf, publish } from '../viewing/publish';
import type { PublishedCut } from '../viewing/published.schema';
import { sumsDocument } from '../viewing/sums.document';
import { checkDocument, parseDocument, type DocumentKind } from './document';

/** Documents as an earlier program really stored them, beside this test. */
const stored = (name: string): Record<string, unknown> =>
  JSON.parse(readFileSync(`core/src/document/stored/${name}.json`, 'utf8')) as Record<string, unknown>;

describe('a stored document of an earlier program', () => {
  const lesson = parseDocument(lessonDocument, stored('lesson-1'));

  it('is brought forward: a lesson has sources, the side at the left of the picture, and pieces with ids', () => {
    const [take] = lesson.takes;
    expect(take!.sources).toEqual([{ mediaId: '96ff00a3-cd98-4f10-9cd1-394b4bbc4954', role: 'picture', offsetMs: 0 }]);
    expect(take!.pictureLeft).toBe('left');
    expect(lesson.assembly).toEqual([{ id: 'piece-1', takeId: 'take-1', fromMs: 0, toMs: 226_080 }]);
    expect(lesson.voiceOver).toEqual([]);
    expect(lesson.segments.length).toBe(6);
    // What she changed, and names of steps, which were always shown.
    expect(lesson.overrides.length).toBe(2);
    expect(Object.keys(take!)).not.toContain('mirrored');
  });

  it('keeps what it said: an unmirrored take shows the right side at the left, and one without footage has no source', () => {
    const older = stored('lesson-1');
    const [take] = older['takes'] as Record<string, unknown>[];
    const [unmirrored] = parseDocument(lessonDocument, {
      ...older,
      takes: [{ ...take, mirrored: false, mediaId: null }],
    }).takes;
    expect(unmirrored!.pictureLeft).toBe('right');
    expect(unmirrored!.sources).toEqual([]);
  });

  it('is brought forward: what viewers get, sums, a move, a description of sound', () => {
    const published = parseDocument(publishedDocument, stored('published-0'));
    expect(published.takes[0]!.pictureLeft).toBe('left');
    expect(published.cuts[0]!.cues.length).toBe(6);
    const sums = parseDocument(sumsDocument, stored('sums-0'));
    expect(sums.viewings).toBe(200);
    expect(parseDocument(moveDocument, stored('move-0')).name).toBe('Slipway');
    const sound = parseDocument(soundDocument, stored('sound-0'));
    const older = stored('sound-0') as { peaks: number[]; stepMs: number };
    expect([sound.peaks.length, peakMs(sound.peaks)]).toEqual([50, older.stepMs]);
    older.peaks.forEach((peak, at) => expect(Math.abs(100 * peakAt(sound.peaks, at) - peak)).toBeLessThan(1.5));
  });

  it('stays what it was: a lesson of version 2 plays, counts and reads as before', () => {
    const older = stored('lesson-2') as { segments: { beats: number[] }[]; steps: object[] };
    const today = parseDocument(lessonDocument, older);
    expect(today.segments.map((one) => one.beatsMs)).toEqual(older.segments.map((one) => one.beats));
    expect(today.steps.map((one) => one.id)).toEqual(older.steps.map((one) => (one as { id: string }).id));
    // What the program of that time shared of this very lesson.
    const shared = stored('published-1') as { durationMs: number; pieces: object[]; steps: object[]; cues: object[] };
    const [full] = publish(today, 'v').cuts;
    expect(full!.durationMs).toBe(shared.durationMs);
    // Names of steps say where one is by now, holds when they are let go, and words over a dose in no talk have captions.
    const plain = (cues: readonly object[]): string[] =>
      (cues as PublishedCut['cues'])
        .filter((cue) => cue.kind !== 'label' && cue.value !== 0)
        .map((cue) => [cue.kind, cue.side, cue.startMs, cue.endMs, cue.text.replace('\n', ' '), cue.of].join());
    expect(plain(full!.cues).filter((one) => !one.includes('Let the jaw hang.'))).toEqual(plain(shared.cues));
  });

  it('stays what it was: from where to where a move goes is its route', () => {
    const older = stored('lesson-4') as unknown as {
      steps: { move: { direction: { from: string; to: string; words: string } | null } & Record<string, unknown> }[];
    };
    const today = movesOf(parseDocument(lessonDocument, stored('lesson-4')).steps);
    expect(older.steps.some((one) => one.move.direction !== null)).toBeTrue();
    for (const [at, { move }] of older.steps.entries()) {
      const { direction, ...rest } = move;
      expect(today[at]!.move).toEqual(jasmine.objectContaining(rest) as never);
      expect(today[at]!.move.route.map((stop) => stop.region as string)).toEqual(
        direction ? [direction.from, direction.to] : [],
      );
      expect(today[at]!.move.routeWords).toBe(direction?.words ?? '');
    }
    // An edit that waited in a browser while the program was renewed.
    const [step] = older.steps;
    const change = { kind: 'set_step', stepId: today[0]!.id, field: 'move', value: step!.move };
    const lesson = parseDocument(lessonDocument, stored('lesson-4'));
    expect(edited(lessonEditing, lesson, lessonEditing.parseChange(change))).toEqual(lesson);
  });

  it('stays what it was: what was built up in even steps is built up in those stages', () => {
    const older = stored('lesson-5') as unknown as {
      steps: { progression: { from: number; everyDays: number; weeks: number } | null }[];
    };
    const today = movesOf(parseDocument(lessonDocument, stored('lesson-5')).steps);
    const said = today.map(({ dose, progression }) => progression && describeProgression(dose, progression));
    expect(said.map((one) => one !== null)).toEqual(older.steps.map((one) => one.progression !== null));
    // From 2 to 6 in two weeks was 2, 4, 6; from 1 to 5 passes in four was 1, 2, 3, 4, 5; from 4 s to 5 s in three 4, 4, 5.
    expect(said.filter(Boolean)).toEqual([
      '1 week at 2, every other day, then 1 week at 4, then 6',
      '1 week at 1, every day, then 1 week at 2, then 1 week at 3, then 1 week at 4, then 5',
      '2 weeks at 4 s, every 3 days, then 5 s',
    ]);
    // An edit that waited in a browser knows no dose: it stays at its first figure.
    const [step] = today;
    const change = { kind: 'set_step', stepId: step!.id, field: 'progression', value: older.steps[0]!.progression };
    const lesson = edited(
      lessonEditing,
      parseDocument(lessonDocument, stored('lesson-5')),
      lessonEditing.parseChange(change),
    );
    expect(describeProgression(step!.dose, movesOf(lesson.steps)[0]!.progression!)).toBe(
      '2 weeks at 2, every other day, then 6',
    );
  });

  it('stays what it was: what she changed of cues is where it was, found by piece and segment', () => {
    const today = parseDocument(lessonDocument, stored('lesson-3'));
    const { cues, orphans } = deriveCues(today);
    const shown = (all: readonly Cue[]): unknown[] =>
      all.filter((cue) => cue.edited).map((cue) => [cue.kind, cue.text, cue.side, cue.startMs, cue.endMs]);
    expect(shown(cues)).toEqual(shown(stored('cues-3') as unknown as Cue[]));
    expect(shown(cues).length).toBe(5);
    const hidden = today.overrides.filter((one) => one.hidden).map((one) => one.key);
    expect(hidden.length).toBe(4);
    for (const key of hidden) expect(cues.some((cue) => cue.key === key)).toBeFalse();
    // One whose cue was gone already says so.
    expect(orphans).toEqual([{ key: 'nothing|left|count|4', text: 'gone' }]);
  });

  it('stays what it was: a published lesson plays the same film with the same cues, and its sums tell the same', () => {
    const older = stored('published-1') as {
      durationMs: number;
      mediaId: string;
      pieces: object[];
      passages: object[];
      steps: { id: string; startMs: number; endMs: number }[];
      cues: object[];
    };
    const today = parseDocument(publishedDocument, older);
    const [full] = today.cuts;
    expect(today.cuts.length).toBe(1);
    const cues = full!.cues.map(({ wide: _wide, page: _page, shows: _shows, ...cue }) => cue);
    expect([full!.durationMs, cues, full!.passages]).toEqual([
      older.durationMs,
      older.cues,
      older.passages,
    ] as unknown[] as [number, typeof cues, PublishedCut['passages']]);
    expect(mediaOf(today)).toEqual([older.mediaId]);
    expect(full!.steps).toEqual(older.steps.map(({ id, startMs, endMs }) => ({ stepId: id, startMs, endMs })));
    const sums = parseDocument(sumsDocument, stored('sums-1'));
    const { format: _format, version: _version, ...rollup } = stored('sums-1');
    expect(sums.viewings).toBe(rollup['viewings'] as number);
    expect(sums.cuts as unknown).toEqual({ full: { ...rollup, hurt: [0, 0, 0, 0, 0, 0, 0] } });
  });

  it('is the same when it is stored as it is now and read again', () => {
    const all: [DocumentKind<unknown>, string][] = [
      [lessonDocument, 'lesson-1'],
      [lessonDocument, 'lesson-2'],
      [lessonDocument, 'lesson-3'],
      [lessonDocument, 'lesson-4'],
      [publishedDocument, 'published-0'],
      [publishedDocument, 'published-1'],
      [sumsDocument, 'sums-0'],
      [sumsDocument, 'sums-1'],
      [soundDocument, 'sound-0'],
    ];
    for (const [kind, name] of all) {
      const today = parseDocument(kind, stored(name));
      checkDocument(kind, today);
      expect(today)
        .withContext(name)
        .toEqual(jasmine.objectContaining({ format: kind.format, version: kind.version }));
      expect(parseDocument(kind, JSON.parse(JSON.stringify(today)))).toEqual(today);
    }
  });
});
