import { hash, verify } from '@node-rs/argon2';
import pLimit from 'p-limit';

/** argon2id with the package's defaults (19 MiB, two passes); at most two at once. */
const two = pLimit(2);

export function hashPasscode(passcode: string): Promise<string> {
  return two(() => hash(passcode));
}

export function checkPasscode(passcodeHash: string, passcode: string): Promise<boolean> {
  return two(() => verify(passcodeHash, passcode));
}
