/** A day of the calendar, without a clock or a zone. */
export interface Day {
  readonly year: number;
  /** 1 to 12. */
  readonly month: number;
  /** 1 to 31. */
  readonly day: number;
}

/** From year 0 to 1970, in days. */
const EPOCH = 719_468;
/** Days in 400 years, after which the Gregorian calendar repeats. */
const ERA = 146_097;

/**
 * The number of a day, 1 January 1970 being 0 (proleptic Gregorian; the algorithm is Howard Hinnant's `days_from_civil`,
 * from memory: years that begin in March, so that the leap day is the last).
 *
 * @example dayNumber({ year: 2026, month: 3, day: 2 }) // 20_514
 */
export function dayNumber({ year, month, day }: Day): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const ofEra = y - era * 400;
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  return era * ERA + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - EPOCH;
}

/** The day of a number. @example dayOf(20_514) // { year: 2026, month: 3, day: 2 } */
export function dayOf(number: number): Day {
  const z = number + EPOCH;
  const era = Math.floor(z / ERA);
  const inEra = z - era * ERA;
  const ofEra = Math.floor(
    (inEra - Math.floor(inEra / 1460) + Math.floor(inEra / 36_524) - Math.floor(inEra / 146_096)) / 365,
  );
  const inYear = inEra - (365 * ofEra + Math.floor(ofEra / 4) - Math.floor(ofEra / 100));
  const shifted = Math.floor((5 * inYear + 2) / 153);
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  return {
    year: ofEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: inYear - Math.floor((153 * shifted + 2) / 5) + 1,
  };
}

/** The day of the week, Sunday being 0. @example weekdayOf(20_514) // 1, a Monday */
export function weekdayOf(number: number): number {
  return (((number + 4) % 7) + 7) % 7;
}

/** Reads YYYY-MM-DD; null when it is no day. @example parseDay('2026-02-30') // null */
export function parseDay(text: string): number | null {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
  if (!match) return null;
  const [year, month, day] = match.slice(1).map(Number) as [number, number, number];
  const number = dayNumber({ year, month, day });
  const back = dayOf(number);
  return month >= 1 && month <= 12 && back.month === month && back.day === day ? number : null;
}

/** A day as the standards of calendars write it. @example writeDay(20_514) // '20260302' */
export function writeDay(number: number): string {
  const { year, month, day } = dayOf(number);
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${String(year).padStart(4, '0')}${two(month)}${two(day)}`;
}
