import {
  addWorkingDays,
  isWorkingDay,
  type LocalDay,
  type LocalHour,
  type LocalMoment,
} from '@/core/kinds/local-time';
import type { SupplierPrice } from './supplier-prices';

/** Something that is on its way to the shop. */
export interface Parcel {
  /** The day and hour at which it is brought at the earliest. */
  readonly day: LocalDay;
  readonly hour: LocalHour;
  /** Working days within which four of five come. */
  readonly lateDays: number;
}

/** Parcels are brought by this hour where a supplier does not say. */
export const usualDelivery: LocalHour = '12:00';

/**
 * An order of today, or of the next working day after the cut-off.
 * @param holidays on which nothing is sent or brought
 */
export function parcelOf(
  {
    leadDays,
    lateDays,
    cutOff,
    deliversBy,
  }: Pick<SupplierPrice, 'leadDays' | 'lateDays' | 'cutOff' | 'deliversBy'>,
  { day, hour }: LocalMoment,
  holidays: readonly LocalDay[] = [],
): Parcel {
  const late = hour >= cutOff || !isWorkingDay(day, holidays);
  const sent = late ? addWorkingDays(day, 1, holidays) : day;
  return { day: addWorkingDays(sent, leadDays, holidays), hour: deliversBy ?? usualDelivery, lateDays };
}

/** Four of five: what a day is called by which all is there. */
const mostly = 0.8;

/**
 * When everything is there: at the earliest, and the day by which it is in four of five cases. Parcels come independently
 * of one another; each is late by a day with a chance that leaves one of five behind its late days.
 * @param at now, where nothing is on its way
 */
export function arrivalOf(
  parcels: readonly Parcel[],
  at: LocalMoment,
  holidays: readonly LocalDay[] = [],
): { readonly earliest: LocalMoment; readonly p80: LocalMoment } {
  const hour = parcels
    .map((parcel) => parcel.hour)
    .sort()
    .at(-1);
  const day = parcels
    .map((parcel) => parcel.day)
    .sort()
    .at(-1);
  if (day === undefined || hour === undefined) return { earliest: at, p80: at };
  let last = day;
  while (allBy(parcels, last, holidays) < mostly - 1e-9) last = addWorkingDays(last, 1, holidays);
  return { earliest: { day, hour }, p80: { day: last, hour } };
}

/** How likely all parcels are there by the end of a day. */
export function allBy(parcels: readonly Parcel[], day: LocalDay, holidays: readonly LocalDay[] = []): number {
  return parcels.reduce((chance, parcel) => chance * isBy(parcel, day, holidays), 1);
}

function isBy(parcel: Parcel, day: LocalDay, holidays: readonly LocalDay[]): number {
  if (day < parcel.day) return 0;
  const late = workingDaysBetween(parcel.day, day, holidays);
  return 1 - (1 - mostly) ** ((late + 1) / (parcel.lateDays + 1));
}

function workingDaysBetween(from: LocalDay, to: LocalDay, holidays: readonly LocalDay[]): number {
  let days = 0;
  for (let at = from; at < to; days += 1) at = addWorkingDays(at, 1, holidays);
  return days;
}
