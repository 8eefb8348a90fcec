import { TZDate } from '@date-fns/tz';

/** A day in the shop's zone, `2031-03-05`. */
export type LocalDay = string;
/** An hour of a day in the shop's zone, `18:00`. */
export type LocalHour = string;

export interface LocalMoment {
  readonly day: LocalDay;
  readonly hour: LocalHour;
}

/** The local day and hour of an instant in an IANA zone. */
export function localMoment(at: Date, zone: string): LocalMoment {
  const local = new TZDate(at.getTime(), zone);
  return {
    day: `${local.getFullYear()}-${two(local.getMonth() + 1)}-${two(local.getDate())}`,
    hour: `${two(local.getHours())}:${two(local.getMinutes())}`,
  };
}

/**
 * An instant in the shop's zone, to the minute: a day as everywhere, with its year.
 * @example momentWords(new Date('2031-03-06T03:30:00Z'), 'America/Chicago') // 'Wed 5 Mar 2031 21:30'
 */
export function momentWords(at: Date, zone: string): string {
  const { day, hour } = localMoment(at, zone);
  return `${formatDay(day, '')} ${hour}`;
}

/** Minutes since midnight. */
export function minutesOf(hour: LocalHour): number {
  return Number(hour.slice(0, 2)) * 60 + Number(hour.slice(3, 5));
}

/** The hour of so many minutes since midnight, below a day. */
export function hourOf(minutes: number): LocalHour {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
}

/** The instant of a local day and hour; an hour that the clock skips is the one after the change. */
export function instantOf({ day, hour }: LocalMoment, zone: string): Date {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  const [hours, minutes] = hour.split(':').map(Number) as [number, number];
  return new Date(new TZDate(year, month - 1, date, hours, minutes, 0, zone).getTime());
}

/** `days` later (or earlier), by the calendar. */
/**
 * Whether a text is a day that the calendar has, of 1970 to 2199.
 * @example isDay('2026-02-30') // false
 */
export function isDay(text: string): boolean {
  if (!/^(19[7-9]\d|20\d\d|21\d\d)-\d{2}-\d{2}$/.test(text)) return false;
  const at = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text);
}

export function addDays(day: LocalDay, days: number): LocalDay {
  const utc = new Date(`${day}T12:00:00Z`);
  utc.setUTCDate(utc.getUTCDate() + days);
  return utc.toISOString().slice(0, 10);
}

/**
 * The same day of a later month, or its last day where the month is shorter.
 * @example addMonths('2031-01-31', 1) // '2031-02-28'
 */
export function addMonths(day: LocalDay, months: number): LocalDay {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const last = new Date(Date.UTC(year, month - 1 + months + 1, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1 + months, Math.min(date, last))).toISOString().slice(0, 10);
}

/** 0 Sunday to 6 Saturday. */
export function weekdayOf(day: LocalDay): number {
  return new Date(`${day}T12:00:00Z`).getUTCDay();
}

/** Calendar days from `from` to `to`. */
export function daysBetween(from: LocalDay, to: LocalDay): number {
  return Math.round((Date.parse(`${to}T12:00:00Z`) - Date.parse(`${from}T12:00:00Z`)) / 86_400_000);
}

/** Whether a day is of Monday to Friday and no holiday. */
export function isWorkingDay(day: LocalDay, holidays: readonly LocalDay[] = []): boolean {
  return weekdayOf(day) !== 0 && weekdayOf(day) !== 6 && !holidays.includes(day);
}

/** The day `count` working days after `day`; 0 gives `day` itself. */
export function addWorkingDays(day: LocalDay, count: number, holidays: readonly LocalDay[] = []): LocalDay {
  let at = day;
  for (let left = count; left > 0; ) {
    at = addDays(at, 1);
    if (isWorkingDay(at, holidays)) left -= 1;
  }
  return at;
}

const days = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/**
 * A day as people read it, with the year where it differs from `today`'s.
 * @example formatDay('2031-03-07', '2031-03-05') // 'Fri 7 Mar'
 */
export function formatDay(day: LocalDay, today: LocalDay): string {
  if (day === today) return 'today';
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  const words = `${days[weekdayOf(day)]} ${date} ${months[month - 1]}`;
  return day.slice(0, 4) === today.slice(0, 4) ? words : `${words} ${year}`;
}

function two(value: number): string {
  return String(value).padStart(2, '0');
}
