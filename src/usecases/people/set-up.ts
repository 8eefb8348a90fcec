import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { done, failed, type Result } from '@/core/kinds/result';
import { usualPriceClassMinor } from '@/core/quote/price-class';
import { appendAudit } from '@/data/audit';
import { insertPerson } from '@/data/people';
import { findShop, insertShop, isSetUpCode, replaceSetUpCode, takeSetUpCode } from '@/data/shop';
import type { SetUpInput } from '@/inputs/set-up-input';
import { now } from '@/outside/clock';
import { database, transact } from '../database';
import { hashToken } from '../hash-token';
import { hashPasscode } from './passcodes';
import { startSession, systemActor } from './sessions';

/** A new one-time code where the database has no shop yet; the code is returned once and kept hashed. */
export async function makeSetUpCode(): Promise<string | undefined> {
  return transact(async (db) => {
    if (await findShop(db)) return undefined;
    const code = randomBytes(10).toString('hex');
    await replaceSetUpCode(db, hashToken(code), now());
    return code;
  });
}

export async function isShopSetUp(): Promise<boolean> {
  return (await findShop(database())) !== undefined;
}

const wrongCode = failed('This is not the set-up code shown at the last start.', 'code');

/** Makes the shop and its proprietor, and signs the proprietor in. */
export async function setUpShop(
  origin: { readonly device: string },
  input: SetUpInput,
): Promise<Result<{ token: string }>> {
  // Eighty random bits are not guessed; looking first keeps guesses from being worth a hash of a passcode.
  const codeHash = hashToken(input.code.trim());
  if (!(await findShop(database())) && !(await isSetUpCode(database(), codeHash))) return wrongCode;
  const passcodeHash = await hashPasscode(input.passcode);
  const personId = uuid();
  const made = await transact(async (db) => {
    if (await findShop(db)) return failed('The shop is set up already. Sign in instead.', 'code');
    if (!(await takeSetUpCode(db, codeHash))) return wrongCode;
    const at = now();
    await insertShop(db, {
      id: uuid(),
      name: input.shopName,
      isDemo: false,
      zone: input.zone,
      locale: 'en-US',
      currency: input.currency,
      distanceUnit: input.distanceUnit,
      market: '',
      quoteValidDays: 14,
      priceClassMinor: usualPriceClassMinor(input.currency),
      backupAt: '03:00',
      createdAt: at,
    });
    await insertPerson(db, {
      id: personId,
      name: input.personName,
      role: 'proprietor',
      passcodeHash,
      demoPasscode: null,
      createdAt: at,
    });
    await appendAudit(db, systemActor(origin.device), {
      action: 'shop.setUp',
      subjectKind: 'person',
      subjectId: personId,
    });
    return done(undefined);
  });
  return made.ok ? done({ token: await startSession(personId, origin.device) }) : made;
}
