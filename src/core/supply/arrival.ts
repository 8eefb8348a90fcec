import { addWorkingDays, type LocalDay, type LocalMoment, weekdayOf } from '@/core/kinds/local-time';
import type { SupplierPrice } from './supplier-prices';

/**
 * The days on which an order is here: working days from today, or from the next one after the cut-off; four orders of
 * five are here by `p80`.
 */
export function arrivalOf(
  { leadDays, lateDays, cutOff }: Pick<SupplierPrice, 'leadDays' | 'lateDays' | 'cutOff'>,
  { day, hour }: LocalMoment,
): { readonly earliest: LocalDay; readonly p80: LocalDay } {
  const late = hour >= cutOff || weekdayOf(day) === 0 || weekdayOf(day) === 6;
  const sent = late ? addWorkingDays(day, 1) : day;
  return { earliest: addWorkingDays(sent, leadDays), p80: addWorkingDays(sent, leadDays + lateDays) };
}
