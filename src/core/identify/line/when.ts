import { addDays, type LocalHour, type LocalMoment, weekdayOf } from '@/core/kinds/local-time';
import type { When } from './reading';
import { numberOf, type Token } from './tokens';

export interface WhenMatch {
  readonly length: number;
  readonly when: Partial<When>;
}

const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'];
const urgentWords = new Set([
  'asap',
  'urgent',
  'urgently',
  'immediately',
  'now',
  'emergency',
  'hurry',
  'quickly',
]);
/** Words of an hour that is told about: 'around five'. */
const rough = new Set(['around', 'about', 'roughly', 'say', 'circa']);
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
  const patient = withoutHurry(tokens, at);
  if (patient) return patient;
  if (urgentWords.has(word)) return { length: 1, when: { urgent: true } };
  if (word === 'come' && next === 'now') return { length: 2, when: { urgent: true } };
  if (word === 'next' && next === 'week') return { length: 2, when: {} };
  const window = matchWindow(tokens, at, now);
  if (window) return window;
  if ((word === 'right' && next === 'now') || (word === 'straight' && next === 'away'))
    return { length: 2, when: { urgent: true } };

  if (limits.has(word) || starts.has(word) || word === 'at' || rough.has(word)) {
    const clock = matchClock(tokens, rough.has(next) ? at + 2 : at + 1, now);
    if (clock && rough.has(next)) clock.length += 1;
    if (clock && rough.has(word) && !clock.plain)
      return { length: clock.length + 1, when: { by: clock.hour } };
    if (rough.has(word)) return undefined;
    if (clock) {
      const when = starts.has(word) ? { from: clock.hour } : { by: clock.hour };
      const told = dayOf(tokens[at + 1 + clock.length]?.word ?? '', now);
      if (told) return { length: clock.length + 2, when: { day: told, ...onDay(clock, when) } };
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
  if ((word === 'in' || word === 'within') && next === 'half' && /^hour$/.test(tokens[at + 3]?.word ?? ''))
    return { length: 4, when: inHours(0.5, now) };
  if (word === 'on' || word === 'next') {
    const day = dayOf(next, now);
    return day ? { length: 2, when: { day } } : undefined;
  }
  if (word === 'this' && parts[next]) return { length: 2, when: { day: now.day, ...parts[next] } };
  if (word === 'tonight') return { length: 1, when: { day: now.day, ...parts.evening } };
  const day = dayOf(word, now);
  if (day) {
    const part = Object.hasOwn(parts, next) ? parts[next] : undefined;
    const clock = dayClock(tokens, at + (part ? 2 : 1), now);
    if (clock) return { length: clock.length + (part ? 2 : 1), when: { day, ...clock.when } };
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
  const end = hour * 60 + minute + Math.round(hours * 60);
  return {
    day: end < 24 * 60 ? now.day : addDays(now.day, 1),
    by: `${two(Math.floor(end / 60) % 24)}:${two(end % 60)}`,
  };
}

/** 'not urgent', 'no hurry': said, and nothing follows from it. */
function withoutHurry(tokens: readonly Token[], at: number): WhenMatch | undefined {
  if (!/^(not|no|isnt|never)$/.test(tokens[at]?.word ?? '')) return undefined;
  const skip = /^(really|that|very|so|in|a|any|in)$/.test(tokens[at + 1]?.word ?? '') ? 1 : 0;
  const word = tokens[at + 1 + skip]?.word ?? '';
  return word === 'rush' || (urgentWords.has(word) && word !== 'now')
    ? { length: 2 + skip, when: {} }
    : undefined;
}

/** 'between 2 and 4 this afternoon', 'from 2 to 4'. */
function matchWindow(tokens: readonly Token[], at: number, now: LocalMoment): WhenMatch | undefined {
  const word = tokens[at]?.word ?? '';
  if (word !== 'between' && word !== 'from') return undefined;
  const from = matchClock(tokens, at + 1, now);
  if (!from || !/^(and|to|till|until)$/.test(tokens[at + 1 + from.length]?.word ?? '')) return undefined;
  const to = matchClock(tokens, at + 2 + from.length, now);
  if (!to || to.hour <= from.hour) return undefined;
  const length = 2 + from.length + to.length;
  const hours = { from: from.hour, by: to.hour };
  const [next, part] = [tokens[at + length]?.word ?? '', tokens[at + length + 1]?.word ?? ''];
  if (next === 'this' && parts[part]) return { length: length + 2, when: { day: now.day, ...hours } };
  const day = dayOf(next, now);
  return day ? { length: length + 1, when: { day, ...hours } } : { length, when: hours };
}

/** The hour behind a day: 'thursday around 5pm', 'monday morning before work, say half past seven'. */
function dayClock(tokens: readonly Token[], at: number, now: LocalMoment): WhenMatch | undefined {
  for (const skip of [0, 1, 2]) {
    const word = tokens[at + skip]?.word ?? '';
    const isStart = starts.has(word);
    if (!(isStart || limits.has(word) || word === 'at' || rough.has(word))) {
      if (word === 'before' || word === 'work') continue;
      return undefined;
    }
    if (limits.has(word) && tokens[at + skip + 1]?.word === 'work') continue;
    const roughly = rough.has(tokens[at + skip + 1]?.word ?? '') ? 1 : 0;
    const clock = matchClock(tokens, at + skip + 1 + roughly, now);
    if (!clock) return undefined;
    const when = isStart ? { from: clock.hour } : { by: clock.hour };
    return { length: skip + 1 + roughly + clock.length, when: onDay(clock, when) };
  }
  return undefined;
}

/** On another day an hour without am or pm from seven on is the morning's, whatever the hour is now. */
function onDay({ bare }: Clock, when: Partial<When>): Partial<When> {
  if (bare === undefined) return when;
  return Object.fromEntries(Object.keys(when).map((side) => [side, bare]));
}

interface Clock {
  length: number;
  readonly hour: LocalHour;
  /** A bare number, which may be something else. */
  readonly plain?: boolean;
  /** The hour on another day than today, where neither am nor pm was said and it may be the morning. */
  readonly bare?: LocalHour;
}

/** '6', 'six', '6pm', '18:00', '6.30 pm', 'half past five', 'noon'. */
function matchClock(tokens: readonly Token[], at: number, now: LocalMoment): Clock | undefined {
  const word = tokens[at]?.word ?? '';
  if (word === 'noon' || word === 'midday' || word === 'lunch') return { length: 1, hour: '12:00' };
  if (word === 'half' && tokens[at + 1]?.word === 'past') {
    const hour = numberOf(tokens[at + 2]?.word ?? '');
    return hour === undefined
      ? undefined
      : { length: 3, hour: settle(hour, 30, undefined, now), ...morningOf(hour, 30) };
  }
  const digits = /^(\d{1,2})(?:[:.](\d{2}))?(am|pm)?$/.exec(word);
  const hour = digits
    ? Number(digits[1])
    : /^(a|no|none|both|couple|single|zero)$/.test(word)
      ? undefined
      : numberOf(word);
  const minute = Number(digits?.[2] ?? 0);
  if (hour === undefined || hour > 23 || minute > 59) return undefined;
  const [after, afterThat] = [tokens[at + 1]?.word, tokens[at + 2]?.word];
  if (after === 'am' || after === 'pm') return { length: 2, hour: settle(hour, minute, after, now) };
  const oClock = after === 'o' && afterThat === 'clock' ? 3 : after === 'oclock' ? 2 : 1;
  return {
    length: oClock,
    hour: settle(hour, minute, digits?.[3], now),
    plain: oClock === 1 && !digits?.[2] && !digits?.[3],
    ...(!digits?.[3] && morningOf(hour, minute)),
  };
}

function morningOf(hour: number, minute: number): Pick<Clock, 'bare'> {
  return hour > 6 && hour < 12 ? { bare: `${two(hour)}:${two(minute)}` } : {};
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
