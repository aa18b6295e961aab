import ICAL from 'ical.js';
import { dayNumber, dayOf, parseDay, weekdayOf, writeDay } from './days';

describe('days', () => {
  // Facts of the calendar: 1970 began on a Thursday, 2000 was a leap year and 1900 none.
  it('are counted from the first of 1970, over leap years and centuries', () => {
    expect(dayNumber({ year: 1970, month: 1, day: 1 })).toBe(0);
    expect(weekdayOf(0)).toBe(4);
    expect(dayNumber({ year: 2000, month: 3, day: 1 }) - dayNumber({ year: 2000, month: 2, day: 28 })).toBe(2);
    expect(dayNumber({ year: 1900, month: 3, day: 1 }) - dayNumber({ year: 1900, month: 2, day: 28 })).toBe(1);
  });

  // Judge: ical.js, which counts days its own way.
  it('come back from their number, with the weekday that another reader gives them', () => {
    const start = ICAL.Time.fromDateString('1999-12-25');
    for (let i = 0; i < 2000; i++) {
      const other = start.clone();
      other.adjust(i, 0, 0, 0);
      const number = parseDay('1999-12-25')! + i;
      expect(dayOf(number)).toEqual({ year: other.year, month: other.month, day: other.day });
      expect(weekdayOf(number)).toBe(other.dayOfWeek() - 1);
      expect(dayNumber(dayOf(number))).toBe(number);
    }
  });

  it('are read and written, and what is no day is none', () => {
    expect(writeDay(parseDay('2026-03-02')!)).toBe('20260302');
    const none = ['2026-02-29', '2026-13-01', '2026-00-10', '26-3-2', 'soon', ''];
    expect(none.map(parseDay)).toEqual(none.map(() => null));
    expect(parseDay('2028-02-29')).not.toBeNull();
    expect(weekdayOf(parseDay('1969-12-31')!)).toBe(3);
  });
});
