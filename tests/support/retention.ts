import { applyRetention, type RetentionDone } from '@/usecases/secrets/retention';

const dayMs = 86_400_000;

/** Looks twice, a day apart, with clocks that agree: what is due at the first look is done at the second. */
export async function applyRetentionTwice(at: Date): Promise<RetentionDone> {
  await applyRetention(clocksAt(at), false);
  return applyRetention(clocksAt(new Date(at.getTime() + dayMs)), false);
}

export function clocksAt(at: Date) {
  return { at, databaseAt: at, newestAuditAt: at };
}
