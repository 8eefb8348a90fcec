/** A sourcing option: who brings the key and who does the work. */
interface SourcingOption {
  readonly name: string;
  /** For charts and tables. */
  readonly short: string;
  /** In a sentence for somebody who has never heard of a transponder. */
  readonly about: string;
  /** Who brings the key: the shop's own options are those of the shop. */
  readonly by: 'shop' | 'customer' | 'dealer';
  /** Whether a new key comes of it. */
  readonly newKey: boolean;
}

const table = {
  shopOriginal: {
    name: 'Shop, new original',
    short: 'New original',
    about: 'A new key made for the maker of the car.',
    by: 'shop',
    newKey: true,
  },
  shopRefurbished: {
    name: 'Shop, refurbished original',
    short: 'Refurbished original',
    about: 'A used original key whose electronics were reset.',
    by: 'shop',
    newKey: true,
  },
  shopAftermarket: {
    name: 'Shop, aftermarket',
    short: 'Aftermarket',
    about: 'A new key made for the trade, without the maker’s badge.',
    by: 'shop',
    newKey: true,
  },
  shopMultiType: {
    name: 'Shop, multi-type chip',
    short: 'Multi-type chip',
    about: 'A new key whose chip is set to be the kind your car knows.',
    by: 'shop',
    newKey: true,
  },
  shopUniversal: {
    name: 'Shop, universal remote',
    short: 'Universal',
    about: 'A new remote that is written to behave like the car’s own.',
    by: 'shop',
    newKey: true,
  },
  shopClone: {
    name: 'Shop, copy of a key',
    short: 'Copy',
    about: 'A copy of a key you have: the car takes both for the same key.',
    by: 'shop',
    newKey: true,
  },
  shopRepair: {
    name: 'Shop, repair',
    short: 'Repair',
    about: 'The key you have, mended.',
    by: 'shop',
    newKey: false,
  },
  shopOpens: {
    name: 'Shop, opening',
    short: 'Opening',
    about: 'Your locked car opened; no key is made.',
    by: 'shop',
    newKey: false,
  },
  shopByHand: {
    name: 'Shop, priced by hand',
    short: 'By hand',
    about: 'What we agreed for your car, line by line.',
    by: 'shop',
    newKey: false,
  },
  customerBuys: {
    name: 'Customer buys, shop cuts and programs',
    short: 'Customer buys',
    about: 'You buy the key; we cut and program it.',
    by: 'customer',
    newKey: true,
  },
  customerPrograms: {
    name: 'Customer programs a cut key',
    short: 'Customer programs',
    about: 'You collect a cut key and program it yourself as we show you.',
    by: 'customer',
    newKey: true,
  },
  dealer: {
    name: 'Dealer',
    short: 'Dealer',
    about: 'A dealer of the make makes it.',
    by: 'dealer',
    newKey: true,
  },
} as const satisfies Record<string, SourcingOption>;

/** A way for the customer to come to a key. */
export type OptionKind = keyof typeof table;
/** Every option, in the order in which they are shown. What a new one takes and costs is told by `drafts/draft-of`. */
export const sourcingOptions: Readonly<Record<OptionKind, SourcingOption>> = table;
export const optionKinds = Object.keys(table) as OptionKind[];

export function optionName(kind: OptionKind): string {
  return sourcingOptions[kind].name;
}

/** The shop's own: the shop brings the key and does the work. */
export function isOwn(kind: OptionKind): boolean {
  return sourcingOptions[kind].by === 'shop';
}

/** Whether the shop sells it, so that a customer can accept it; the dealer stands there for comparison. */
export function isSold(kind: OptionKind): boolean {
  return sourcingOptions[kind].by !== 'dealer';
}
