import { localMoment, momentWords } from '@/core/kinds/local-time';
import type { CustomerLink } from '@/usecases/quote/links';

/** A customer's link as the job shows it: who made it, and whether it was opened, is over or was ended. */
export function linkShown(
  { id, madeBy, madeAt, openedAt, revokedAt, expiresAt }: CustomerLink,
  zone: string,
  today: string,
) {
  const isOver = localMoment(expiresAt, zone).day <= today;
  return {
    id,
    open: revokedAt === null && !isOver,
    state: [
      `made by ${madeBy}, ${momentWords(madeAt, zone)}`,
      revokedAt !== null
        ? `ended ${momentWords(revokedAt, zone)}`
        : isOver
          ? 'over'
          : openedAt === null
            ? 'not opened yet'
            : `opened ${momentWords(openedAt, zone)}`,
    ].join('; '),
  };
}
