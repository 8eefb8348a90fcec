import type { LineReading } from '@/core/identify/line/reading';
import type { ExpectedChips } from '../data/typed-lines';

/** What the chips of a reading say, with names in place of ids. */
export function chipsOf(
  reading: LineReading,
  names: {
    readonly make?: string | undefined;
    readonly model?: string | undefined;
    readonly place?: string | undefined;
  },
): ExpectedChips {
  const { keys, when, year, yearTo } = reading;
  const chips = {
    ...names,
    year: yearTo ? undefined : year?.value,
    years: yearTo && `${year?.value} to ${yearTo.value}`,
    ignition: reading.ignition?.value,
    working: keys?.value.working ?? undefined,
    lost: keys?.value.lost ?? undefined,
    wanted: keys?.value.wanted ?? undefined,
    why: reading.why?.value,
    access: reading.access?.value,
    km: reading.distanceKm?.value,
    buttons: reading.buttons?.value,
    street: reading.street?.value,
    danger: reading.danger?.value,
    erase: reading.erase?.value,
    used: reading.used?.value,
    valet: reading.valet?.value,
    rival: reading.rival?.value,
    asked: reading.problems.find(({ field }) => field === 'keys')?.field,
    urgent: when?.value.urgent || undefined,
    day: when?.value.day ?? undefined,
    from: when?.value.from ?? undefined,
    by: when?.value.by ?? undefined,
    vin: reading.vin?.value,
    phone: reading.phone?.value,
    codes: reading.codes || undefined,
    unknown: reading.unknown.join(' ') || undefined,
  };
  return Object.fromEntries(Object.entries(chips).filter(([, value]) => value !== undefined));
}
