import { addDays, type LocalHour, type LocalMoment, weekdayOf } from '@/core/kinds/local-time';
import type { When } from './reading';
import { numberOf, type Token } from './tokens';

export interface WhenMatch {
  readonly length: number;
  readonly when: Partial<When>;
}

const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'];
const urgentWords = new Set(['asap', 'urgent', 'urgently', 'immediately', 'now', 'emergency']);
const parts: Record<string, { from: LocalHour; by: LocalHour }> = {
  morning: { from: '08:00', by: '12:00' },
  afternoon: { from: '12:00', by: '18:00' },
  evening: { from: '17:00', by: '21:00' },
};
const limits = new Set(['before', 'by', 'until', 'till']);
const starts = new Set(['after', 'from']);

/** What the words from `at` on say about the time; `now` settles 'six' and 'friday'. */
export function matchWhen(tokens: readonly Token[], at: number, now: LocalMoment): WhenMatch | undefined {
  const word = tokens[at]?.word ?? '';
  const next = tokens[at + 1]?.word ?? '';
  if (urgentWords.has(word)) return { length: 1, when: { urgent: true } };
  if ((word === 'right' && next === 'now') || (word === 'straight' && next === 'away'))
    return { length: 2, when: { urgent: true } };

  if (limits.has(word) || starts.has(word) || word === 'at') {
    const clock = matchClock(tokens, at + 1, now);
    if (clock) {
      const when = starts.has(word) ? { from: clock.hour } : { by: clock.hour };
      const day = clock.hour > now.hour ? {} : { day: addDays(now.day, 1) };
      return { length: clock.length + 1, when: { ...day, ...when } };
    }
    const later = word === 'at' ? undefined : matchWhen(tokens, at + 1, now);
    return later?.when.day ? { length: later.length + 1, when: later.when } : undefined;
  }
  if ((word === 'in' || word === 'within') && /^hours?$|^hrs?$/.test(tokens[at + 2]?.word ?? '')) {
    const hours = next === 'an' ? 1 : numberOf(next);
    return hours === undefined ? undefined : { length: 3, when: inHours(hours, now) };
  }
  if (word === 'on' || word === 'next') {
    const day = dayOf(next, now);
    return day ? { length: 2, when: { day } } : undefined;
  }
  if (word === 'this' && parts[next]) return { length: 2, when: { day: now.day, ...parts[next] } };
  if (word === 'tonight') return { length: 1, when: { day: now.day, ...parts.evening } };
  const day = dayOf(word, now);
  if (day) {
    const part = Object.hasOwn(parts, next) ? parts[next] : undefined;
    return part ? { length: 2, when: { day, ...part } } : { length: 1, when: { day } };
  }
  const clock = /^(noon|midday)$|[:.]|\d(am|pm)$/.test(word) ? matchClock(tokens, at, now) : undefined;
  return clock ? { length: clock.length, when: { by: clock.hour } } : undefined;
}

function dayOf(word: string, now: LocalMoment): string | undefined {
  if (word === 'today') return now.day;
  if (word === 'tomorrow' || word === 'tmrw') return addDays(now.day, 1);
  const weekday = weekdays.findIndex(
    (name) => word === name || (word.length >= 3 && word === name.slice(0, 3)),
  );
  if (weekday < 0) return undefined;
  return addDays(now.day, (weekday - weekdayOf(now.day) + 7) % 7 || 7);
}

function inHours(hours: number, now: LocalMoment): Partial<When> {
  const [hour, minute] = now.hour.split(':').map(Number) as [number, number];
  const end = hour + hours;
  return { day: end < 24 ? now.day : addDays(now.day, 1), by: `${two(end % 24)}:${two(minute)}` };
}

interface Clock {
  readonly length: number;
  readonly hour: LocalHour;
}

/** '6', 'six', '6pm', '18:00', '6.30 pm', 'half past five', 'noon'. */
function matchClock(tokens: readonly Token[], at: number, now: LocalMoment): Clock | undefined {
  const word = tokens[at]?.word ?? '';
  if (word === 'noon' || word === 'midday' || word === 'lunch') return { length: 1, hour: '12:00' };
  if (word === 'half' && tokens[at + 1]?.word === 'past') {
    const hour = numberOf(tokens[at + 2]?.word ?? '');
    return hour === undefined ? undefined : { length: 3, hour: settle(hour, 30, undefined, now) };
  }
  const digits = /^(\d{1,2})(?:[:.](\d{2}))?(am|pm)?$/.exec(word);
  const hour = digits ? Number(digits[1]) : numberOf(word);
  const minute = Number(digits?.[2] ?? 0);
  if (hour === undefined || hour > 23 || minute > 59) return undefined;
  const [after, afterThat] = [tokens[at + 1]?.word, tokens[at + 2]?.word];
  if (after === 'am' || after === 'pm') return { length: 2, hour: settle(hour, minute, after, now) };
  const oClock = after === 'o' && afterThat === 'clock' ? 3 : after === 'oclock' ? 2 : 1;
  return { length: oClock, hour: settle(hour, minute, digits?.[3], now) };
}

/** Without am or pm: 1 to 6 is the afternoon; other hours up to 11 are the next that comes today, else the morning. */
function settle(hour: number, minute: number, half: string | undefined, now: LocalMoment): LocalHour {
  const clock = (value: number) => `${two(value)}:${two(minute)}`;
  if (half === 'pm') return clock(hour < 12 ? hour + 12 : hour);
  if (half === 'am') return clock(hour === 12 ? 0 : hour);
  if (hour === 0 || hour > 11) return clock(hour);
  if (hour <= 6) return clock(hour + 12);
  if (clock(hour) > now.hour) return clock(hour);
  return clock(hour + 12) > now.hour ? clock(hour + 12) : clock(hour);
}

function two(value: number): string {
  return String(value).padStart(2, '0');
}
