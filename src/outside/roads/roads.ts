import type { LocalHour } from '@/core/kinds/local-time';
import type { Drive } from '@/core/travel/roads';

/** What knows the way by road at an hour of the day. */
export interface Roads {
  /** The quickest drive that begins at `hour`; undefined where a place is not known or cannot be reached. */
  drive(from: string, to: string, hour: LocalHour): Drive | undefined;
}
