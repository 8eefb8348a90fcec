/** A device that sees a run, with who is at it. */
export interface Driver {
  /** An id of its own that the device keeps. */
  readonly device: string;
  readonly personId: string;
}

/** Who drives a run, and until when: without a sign of life it ends by itself. Moments by the database's clock. */
export interface Lease {
  readonly driver: Driver;
  readonly untilMs: number;
  /** Who asks to drive in its place, and since when. */
  readonly asked: { readonly by: Driver; readonly sinceMs: number } | null;
}

export const leaseSeconds = 15;
/** So long the one who drives has to say no. */
export const askSeconds = 15;

/** Whether two are one: the same person at the same device. An id of a device alone is no secret and takes no wheel. */
export function isSameDriver(one: Driver, other: Driver): boolean {
  return one.device === other.device && one.personId === other.personId;
}

export function drives(lease: Lease | null, driver: Driver, nowMs: number): boolean {
  return lease !== null && isSameDriver(lease.driver, driver) && lease.untilMs > nowMs;
}

/** Whether nobody else drives, so that somebody may take the run as it comes. */
export function isFree(lease: Lease | null, driver: Driver, nowMs: number): boolean {
  return lease === null || lease.untilMs <= nowMs || isSameDriver(lease.driver, driver);
}

/** The lease of somebody who goes on driving; who asked stays. */
export function renewed(lease: Lease | null, driver: Driver, nowMs: number): Lease {
  return {
    driver,
    untilMs: nowMs + leaseSeconds * 1000,
    asked: lease && isSameDriver(lease.driver, driver) ? lease.asked : null,
  };
}

/**
 * Somebody wants to drive: at once where nobody does, else by asking; without a no in time it is theirs.
 * @param busy a device was told to do something and has not answered: it is not taken from a device that lives
 */
export function wanted(lease: Lease | null, driver: Driver, nowMs: number, busy: boolean): Lease {
  if (lease === null || isFree(lease, driver, nowMs)) return renewed(null, driver, nowMs);
  const { asked } = lease;
  if (asked === null) return { ...lease, asked: { by: driver, sinceMs: nowMs } };
  const isOver = isSameDriver(asked.by, driver) && nowMs - asked.sinceMs >= askSeconds * 1000;
  return isOver && !busy ? renewed(null, driver, nowMs) : lease;
}

/** The one who drives hands over to whoever asked, or keeps it; from anybody else nothing changes. */
export function decided(lease: Lease | null, driver: Driver, give: boolean, nowMs: number): Lease | null {
  if (lease === null || !drives(lease, driver, nowMs) || lease.asked === null) return lease;
  return give ? renewed(null, lease.asked.by, nowMs) : { ...lease, asked: null };
}
