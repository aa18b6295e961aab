import '../words/localize';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { weeksOfLesson, type Period, type PeriodRow } from '../paper/weeks';
import { parseDay, weekdayOf, writeDay } from '../time/days';

/** The last period goes on; so many weeks of it stand in the calendar. */
const THEN_WEEKS = 4;
/** Octets in a line at most (RFC 5545, 3.1), without its end. */
const LINE = 75;
const DAY_MS = 86_400_000;
const DAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA'] as const;

/** A first day that is none. */
export class CalendarError extends Error {
  override readonly name = 'CalendarError';
}

/**
 * How a lesson is built up, as a calendar (RFC 5545): whole days, an event for every period and rhythm, with what is done
 * on its days.
 *
 * @param firstDay the first day of week 1, as YYYY-MM-DD.
 * @param madeAtMs when it is written, ms since 1970, UTC.
 * @throws CalendarError when the first day is none.
 * @example writeCalendar(lesson, '2026-03-02', Date.now()).split('\r\n')[0] // 'BEGIN:VCALENDAR'
 */
export function writeCalendar(lesson: Lesson, firstDay: string, madeAtMs: number): string {
  const start = parseDay(firstDay);
  if (start === null) throw new CalendarError($localize`“${firstDay}” is no day. Write it as 2026-03-02.`);
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Limber Cheek//Practice calendar//EN',
    ...weeksOfLesson(movesOf(lesson.steps)).periods.flatMap((period) => eventsOf(lesson, period, start, madeAtMs)),
    'END:VCALENDAR',
  ];
  return lines.map((line) => `${folded(line)}\r\n`).join('');
}

function eventsOf(lesson: Lesson, period: Period, firstDay: number, madeAtMs: number): string[] {
  const { fromWeek, toWeek, rows } = period;
  const weeks = toWeek === null ? THEN_WEEKS : toWeek - fromWeek + 1;
  const start = firstDay + (fromWeek - 1) * 7;
  const rhythms = [...new Set(rows.map((row) => row.daysAWeek))];
  return rhythms.flatMap((daysAWeek) => [
    'BEGIN:VEVENT',
    // The same for the same lesson, week and rhythm, so that a calendar that is brought in again takes its place.
    `UID:${text(lesson.id)}-week-${fromWeek}-${Math.round(daysAWeek * 10)}@limber-cheek`,
    `DTSTAMP:${stamp(madeAtMs)}`,
    `DTSTART;VALUE=DATE:${writeDay(start)}`,
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
function ruleOf(daysAWeek: number, weeks: number, start: number): string {
  if (!Number.isInteger(daysAWeek) || daysAWeek === 7) {
    const every = Math.round(7 / daysAWeek);
    return `FREQ=DAILY;${every > 1 ? `INTERVAL=${every};` : ''}COUNT=${Math.ceil((7 * weeks) / every)}`;
  }
  const days = Array.from(
    { length: daysAWeek },
    (_, k) => DAYS[(weekdayOf(start) + Math.floor((k * 7) / daysAWeek)) % 7]!,
  );
  return `FREQ=WEEKLY;BYDAY=${days.join(',')};COUNT=${daysAWeek * weeks}`;
}

/** An instant as RFC 5545 writes it, UTC. */
function stamp(ms: number): string {
  const seconds = Math.floor((ms % DAY_MS) / 1000);
  const two = (value: number): string => String(Math.floor(value)).padStart(2, '0');
  return `${writeDay(Math.floor(ms / DAY_MS))}T${two(seconds / 3600)}${two((seconds / 60) % 60)}${two(seconds % 60)}Z`;
}

/** Text with what means something to a calendar made harmless (RFC 5545, 3.3.11). */
function text(words: string): string {
  return words
    .replace(/[\\;,]/g, '\\$&')
    .replace(/\r\n?|\n/g, '\\n')
    .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '');
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
