import { hash, verify } from '@node-rs/argon2';
import pLimit from 'p-limit';
import { PoolFull } from '../pool-full';

/**
 * argon2id with the package's defaults (19 MiB, two passes); at most two at once: one for whoever is known here (an open
 * session, a known device), one for everybody else, so that guesses from outside are waited for by guessers only.
 */
const lanes = { known: pLimit(1), outside: pLimit(1) };
export type PasscodeLane = keyof typeof lanes;
const mostWaiting = 12;

export function hashPasscode(passcode: string): Promise<string> {
  return lanes.known(() => hash(passcode));
}

/** Throws `PoolFull` where too many wait in the lane. */
export async function checkPasscode(
  lane: PasscodeLane,
  passcodeHash: string,
  passcode: string,
): Promise<boolean> {
  if (lanes[lane].pendingCount >= mostWaiting) throw new PoolFull('too many passcodes are being checked');
  return lanes[lane](() => verify(passcodeHash, passcode).catch(() => false));
}
