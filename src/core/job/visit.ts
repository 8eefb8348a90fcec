import { formatDay, type LocalDay, localMoment } from '@/core/kinds/local-time';
import { formatJobNumber, type Overlap } from './job';

/** Other visits in words, such as 'K-0002, Wed 3 Mar 11:00 to 12:30'. */
export function overlapWords(overlaps: readonly Overlap[], zone: string, today: LocalDay): string {
  return overlaps
    .map(({ number, from, to }) => {
      const begin = localMoment(from, zone);
      return `${formatJobNumber(number)}, ${formatDay(begin.day, today)} ${begin.hour} to ${localMoment(to, zone).hour}`;
    })
    .join('; ');
}
