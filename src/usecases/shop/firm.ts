import type { PersonActor } from '@/core/kinds/actor';
import { type Firm, type OwnTextKind, type OwnTexts, ownTextKinds } from '@/core/kinds/firm';
import { failed, type Result } from '@/core/kinds/result';
import { noteFirstStep } from '@/data/first-hour';
import { listMarkets } from '@/data/names';
import {
  deleteLogo,
  findLogo,
  findShop,
  getShopOrThrow,
  replaceLogo,
  type ShopRow,
  updateFirm,
  updateOwnTexts,
  updateStandards,
} from '@/data/shop';
import { logoOf } from '@/formats/logo';
import type { FirmInput, OwnTextsInput, StandardsInput } from '@/inputs/firm-inputs';
import { database } from '../database';
import { refusedFor } from '../duties';
import { changeOfShop, changeShop } from './change-shop';

/** What the shop's door says to anybody: its name and phone. */
export async function readShopSign(): Promise<{ readonly name: string; readonly phone: string }> {
  const shop = await findShop(database());
  return { name: shop?.name ?? 'your locksmith', phone: shop?.contact.phone ?? '' };
}

/** Who the shop is, for its papers. */
export function firmOf({ name, rules, contact, logo }: ShopRow): Firm {
  return { name, licence: rules.licence, ...contact, logo };
}

/** The markets that the shop can be of. */
export async function readMarkets(_actor: PersonActor): Promise<readonly string[]> {
  return listMarkets(database());
}

export function saveFirm(actor: PersonActor, input: FirmInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('firm'), async (db) => {
    const { name, address, phone, mail, licence, taxNumber, bank } = input;
    await updateFirm(db, {
      name: name.trim(),
      address: address.trim(),
      phone: phone.trim(),
      mail: mail.trim(),
      licence: licence.trim(),
      taxNumber: taxNumber.trim(),
      bank: bank.trim(),
    });
    return undefined;
  });
}

export function saveStandards(actor: PersonActor, input: StandardsInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('standards'), async (db) => {
    const { market } = await getShopOrThrow(db);
    // A market that the library has no more may stay as it is.
    if (input.market !== '' && input.market !== market && !(await listMarkets(db)).includes(input.market))
      return failed('The library has no market of this name.', 'market');
    await updateStandards(db, input);
    await noteFirstStep(db, 'standards', 'done');
    return undefined;
  });
}

export function saveOwnTexts(actor: PersonActor, input: OwnTextsInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('texts'), async (db) => {
    const kinds = Object.keys(ownTextKinds) as OwnTextKind[];
    const trimmed = kinds.map((kind) => [kind, [...new Set(input[kind].map((line) => line.trim()))]]);
    await updateOwnTexts(db, Object.fromEntries(trimmed) as OwnTexts);
    return undefined;
  });
}

/** Keeps a picture as the logo, drawn anew. */
export async function keepLogo(actor: PersonActor, bytes: Buffer): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const logo = await logoOf(bytes);
  if (!logo)
    return failed('This is no picture that can be read: PNG, JPEG or WebP, up to 40 million pixels.');
  return changeShop(actor, changeOfShop('logo'), async (db) => {
    await replaceLogo(db, logo.png, logo.version);
    return undefined;
  });
}

export function removeLogo(actor: PersonActor): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('logoRemoved'), async (db) =>
    (await deleteLogo(db)) ? undefined : failed('There is no logo.'),
  );
}

/** The logo as PNG; it stands on what customers are sent, so that anybody may see it. */
export async function readLogo(): Promise<{ readonly png: Buffer; readonly version: string } | undefined> {
  return findLogo(database());
}
