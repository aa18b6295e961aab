import ICAL from 'ical.js';
import type { Progression } from '../dose/progression';
import type { Lesson } from '../lesson/lesson.schema';
import { aLesson, aMove, aStep, reps } from '../testing';
import { CalendarError, writeCalendar } from './calendar';

const built = (name: string, stages: Progression['stages'], thenDaysAWeek: number): Lesson['steps'][number] =>
  aStep(name, {
    move: aMove({ id: name, name }),
    dose: reps(10, 1000),
    progression: { grows: 'repetitions', stages, thenDaysAWeek },
  });
const stage = (weeks: number, amount: number, daysAWeek: number): Progression['stages'][number] => ({
  weeks,
  amount,
  daysAWeek,
});

interface Read {
  uid: string;
  summary: string;
  description: string;
  days: string[];
}

/** What another reader, ical.js, makes of a calendar: every event with all its days. */
function read(calendar: string): Read[] {
  const root = new ICAL.Component(ICAL.parse(calendar) as unknown[] as never);
  return root.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    const days: string[] = [];
    const iterator = event.iterator();
    for (let next = iterator.next(); next; next = iterator.next()) days.push(next.toString());
    return { uid: event.uid, summary: event.summary, description: event.description, days };
  });
}

const every = (from: string, step: number, count: number): string[] =>
  Array.from({ length: count }, (_, k) => {
    const day = ICAL.Time.fromDateString(from);
    day.adjust(k * step, 0, 0, 0);
    return day.toString();
  });

describe('a practice calendar', () => {
  // The trade's own example: five every other day for two weeks, then ten (common practice, no source).
  const two = aLesson({ id: 'l', title: 'Tide, ebb; and "flow"', steps: [built('Gull', [stage(2, 5, 3.5)], 7)] });

  it('has the days of every stage, as another reader reads them', () => {
    const [first, then] = read(writeCalendar(two, '2026-03-02', 0));
    expect(first!.days).toEqual(every('2026-03-02', 2, 7));
    expect(then!.days).toEqual(every('2026-03-16', 1, 28));
    expect(first!.summary).toBe('Tide, ebb; and "flow"');
    expect(first!.description).toBe('Every other day:\nGull: 5 times');
    expect(then!.description).toBe('Every day:\nGull: 10 times');
  });

  it('says when it was written, and refuses a first day that is none', () => {
    expect(writeCalendar(two, '2026-03-02', 1_772_461_845_678)).toContain('DTSTAMP:20260302T143045Z');
    expect(() => writeCalendar(two, '2026-02-30', 0)).toThrowError(CalendarError);
  });

  it('spreads days of the week evenly from its first day, across the turn of the year', () => {
    const three = aLesson({ steps: [built('Gull', [stage(2, 5, 3)], 5)] });
    const [first, then] = read(writeCalendar(three, '2026-12-25', 0));
    // From a Friday on: Friday, Sunday, Tuesday.
    expect(first!.days).toEqual(['2026-12-25', '2026-12-27', '2026-12-29', '2027-01-01', '2027-01-03', '2027-01-05']);
    expect(then!.days.length).toBe(20);
    expect(then!.days[0]).toBe('2027-01-08');
  });

  it('has an event for each rhythm, and one for steps of the same', () => {
    const lesson = aLesson({
      steps: [
        built('Gull', [stage(1, 5, 7)], 7),
        built('Rope', [stage(2, 4, 7)], 7),
        built('Ebb', [stage(1, 2, 2)], 2),
      ],
    });
    const events = read(writeCalendar(lesson, '2026-03-02', 0));
    expect(events.map((one) => one.description.split('\n').slice(1))).toEqual([
      ['Gull: 5 times', 'Rope: 4 times'],
      ['Ebb: 2 times'],
      ['Gull: 10 times', 'Rope: 4 times'],
      ['Ebb: 10 times'],
      ['Gull: 10 times', 'Rope: 10 times'],
      ['Ebb: 10 times'],
    ]);
    expect(new Set(events.map((one) => one.uid)).size).toBe(6);
  });

  it('is named the same when it is written again, has lines of 75 octets at most, ended as the standard asks', () => {
    const long = aLesson({ id: 'l', title: 'Ööö · 波 '.repeat(18).trim(), steps: two.steps });
    const written = writeCalendar(long, '2026-03-02', 0);
    expect(read(written).map((one) => one.uid)).toEqual(
      read(writeCalendar(long, '2026-03-09', 9e11)).map((one) => one.uid),
    );
    expect(read(written)[0]!.summary).toBe(long.title);
    const lines = written.split('\r\n');
    expect(lines.pop()).toBe('');
    expect(Math.max(...lines.map((line) => Buffer.byteLength(line)))).toBeLessThanOrEqual(75);
    expect(lines.some((line) => line.startsWith(' '))).toBeTrue();
    expect(written.replace(/\r\n/g, '')).not.toContain('\n');
    const plain = writeCalendar(aLesson({ id: 'l', title: 'x'.repeat(160), steps: two.steps }), '2026-03-02', 0);
    expect(plain.split('\r\n').filter((line) => line.length === 75).length).toBeGreaterThan(2);
    expect(writeCalendar(two, '2026-03-02', 0)).toContain('SUMMARY:Tide\\, ebb\\; and "flow"');
  });
});
