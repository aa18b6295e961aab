import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { weeksOfLesson, type Period, type PeriodRow } from '../paper/weeks';

/** The last period goes on; so many weeks of it stand in the calendar. */
const THEN_WEEKS = 4;
/** Octets in a line at most (RFC 5545, 3.1), without its end. */
const LINE = 75;
const DAY_MS = 86_400_000;
const DAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA'] as const;

/**
 * How a lesson is built up, as a calendar (RFC 5545): whole days, an event for every period and rhythm, with what is done
 * on its days.
 *
 * @param firstDay the first day of week 1, as YYYY-MM-DD.
 * @param madeAtMs when it is written, UTC.
 * @example writeCalendar(lesson, '2026-03-02', Date.now()).split('\r\n')[0] // 'BEGIN:VCALENDAR'
 */
export function writeCalendar(lesson: Lesson, firstDay: string, madeAtMs: number): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Limber Cheek//Practice calendar//EN',
    ...weeksOfLesson(movesOf(lesson.steps)).periods.flatMap((period) => eventsOf(lesson, period, firstDay, madeAtMs)),
    'END:VCALENDAR',
  ];
  return lines.map((line) => `${folded(line)}\r\n`).join('');
}

function eventsOf(lesson: Lesson, period: Period, firstDay: string, madeAtMs: number): string[] {
  const { fromWeek, toWeek, rows } = period;
  const weeks = toWeek === null ? THEN_WEEKS : toWeek - fromWeek + 1;
  const start = new Date(Date.parse(`${firstDay}T00:00:00Z`) + (fromWeek - 1) * 7 * DAY_MS);
  const rhythms = [...new Set(rows.map((row) => row.daysAWeek))];
  return rhythms.flatMap((daysAWeek) => [
    'BEGIN:VEVENT',
    // The same for the same lesson, week and rhythm, so that a calendar that is brought in again takes its place.
    `UID:${text(lesson.id)}-week-${fromWeek}-${Math.round(daysAWeek * 10)}@limber-cheek`,
    `DTSTAMP:${stamp(new Date(madeAtMs))}`,
    `DTSTART;VALUE=DATE:${stamp(start).slice(0, 8)}`,
    `RRULE:${ruleOf(daysAWeek, weeks, start)}`,
    `SUMMARY:${text(lesson.title)}`,
    `DESCRIPTION:${text(describe(rows, daysAWeek))}`,
    'TRANSP:TRANSPARENT',
    'END:VEVENT',
  ]);
}

function describe(rows: readonly PeriodRow[], daysAWeek: number): string {
  const own = rows.filter((row) => row.daysAWeek === daysAWeek);
  return [
    `${own[0]!.often[0]!.toUpperCase()}${own[0]!.often.slice(1)}:`,
    ...own.map((row) => `${row.step}: ${row.dose}`),
  ].join('\n');
}

/** Whole days a week are spread evenly from the first day on; every other day, or every nth, goes on over the weeks. */
function ruleOf(daysAWeek: number, weeks: number, start: Date): string {
  if (!Number.isInteger(daysAWeek) || daysAWeek === 7) {
    const every = Math.round(7 / daysAWeek);
    return `FREQ=DAILY;${every > 1 ? `INTERVAL=${every};` : ''}COUNT=${Math.ceil((7 * weeks) / every)}`;
  }
  const days = Array.from(
    { length: daysAWeek },
    (_, k) => DAYS[(start.getUTCDay() + Math.floor((k * 7) / daysAWeek)) % 7]!,
  );
  return `FREQ=WEEKLY;BYDAY=${days.join(',')};COUNT=${daysAWeek * weeks}`;
}

function stamp(date: Date): string {
  return `${date.toISOString().slice(0, 19).replace(/[-:]/g, '')}Z`;
}

/** Text with what means something to a calendar made harmless (RFC 5545, 3.3.11). */
function text(words: string): string {
  return (
    words
      .replace(/[\\;,]/g, '\\$&')
      .replace(/\r\n?|\n/g, '\\n')
      // eslint-disable-next-line no-control-regex -- what no calendar may hold
      .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '')
  );
}

/** A line of more than 75 octets goes on in the next, after a space; no letter is broken in two. */
function folded(line: string): string {
  const lines: string[] = [];
  let [current, octets] = ['', 0];
  for (const letter of line) {
    const size = new TextEncoder().encode(letter).length;
    if (octets + size > LINE) {
      lines.push(current);
      [current, octets] = [' ', 1];
    }
    current += letter;
    octets += size;
  }
  return [...lines, current].join('\r\n');
}
