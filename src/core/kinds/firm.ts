/** Who the shop is, as its papers say. A text is empty where nobody noted it. */
export interface Firm extends FirmContact {
  readonly name: string;
  /** Licence or registration, as it is shown. */
  readonly licence: string;
  /** The version of its logo; null where it has none. */
  readonly logo: string | null;
}

export interface FirmContact {
  /** May have several lines. */
  readonly address: string;
  readonly phone: string;
  readonly mail: string;
  readonly taxNumber: string;
  /** Where to pay to; may have several lines. */
  readonly bank: string;
}

/** The paper that the shop prints on. */
export const paperSizes = { letter: 'Letter', a4: 'A4' } as const;
export type PaperSize = keyof typeof paperSizes;

/** What the shop says on its papers and with its links beside what the product says, a sentence each. */
export const ownTextKinds = {
  included: 'Included',
  notIncluded: 'Not included',
  terms: 'Terms',
  cautions: 'Take care',
  handover: 'Good to know, with the keys',
  message: 'In the message that a link is sent with',
} as const;
export type OwnTextKind = keyof typeof ownTextKinds;
export type OwnTexts = Readonly<Record<OwnTextKind, readonly string[]>>;

/** Where the firm is and how it is reached, a line each. @example ['4 Kiln Yard, Ondry Harbour', '555-0100, desk@…'] */
export function reachLines({ address, phone, mail }: FirmContact): string[] {
  return [oneLine(address), [phone, mail].filter(Boolean).join(', ')].filter(Boolean);
}

/** What stands at the foot of a paper: licence, tax number, bank. */
export function footLines({ licence, taxNumber, bank }: Firm): string[] {
  return [licence, taxNumber && `Tax number ${taxNumber}`, bank && `Payable to ${oneLine(bank)}`].filter(
    Boolean,
  );
}

function oneLine(text: string): string {
  return text
    .split('\n')
    .map((line) => line.trim().replace(/,$/, ''))
    .filter(Boolean)
    .join(', ');
}
