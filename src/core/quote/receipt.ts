import { addMonths, type LocalDay } from '@/core/kinds/local-time';
import type { PaperLine, PaperOption, QuotePaper } from './paper';

/** How an amount is paid; on account nothing is paid yet. */
export const payWays = {
  cash: 'Cash',
  card: 'Card',
  transfer: 'Transfer',
  account: 'On account',
} as const;
export type PayWay = keyof typeof payWays;

/** An amount that was taken, or with a minus one that was noted by mistake and taken back. */
export interface Payment {
  readonly how: PayWay;
  readonly amountMinor: number;
  readonly on: LocalDay;
}

/** What a job costs and what of it is settled, in minor units; everything of the total is in one of the other three. */
export interface Bill {
  readonly totalMinor: number;
  readonly paidMinor: number;
  readonly onAccountMinor: number;
  readonly dueMinor: number;
}

/** What the shop itself is paid of an option; what a seller or the dealer gets stands on no receipt of ours. */
export function ownLines({ lines }: Pick<PaperOption, 'lines'>): readonly PaperLine[] {
  return lines.filter(({ payee }) => payee === 'shop');
}

export function billOf(
  option: Pick<PaperOption, 'lines'>,
  payments: readonly Pick<Payment, 'how' | 'amountMinor'>[],
): Bill {
  const sum = (amounts: readonly number[]) => amounts.reduce((all, one) => all + one, 0);
  const totalMinor = sum(ownLines(option).map(({ netMinor, taxMinor }) => netMinor + taxMinor));
  const of = (onAccount: boolean) =>
    sum(
      payments.filter(({ how }) => (how === 'account') === onAccount).map(({ amountMinor }) => amountMinor),
    );
  const [paidMinor, onAccountMinor] = [of(false), of(true)];
  return { totalMinor, paidMinor, onAccountMinor, dueMinor: totalMinor - paidMinor - onAccountMinor };
}

/** The last day of the shop's warranty on what is handed over today; null where it gives none. */
export function warrantyDay(
  { warrantyMonths }: Pick<PaperOption, 'warrantyMonths'>,
  today: LocalDay,
): LocalDay | null {
  return warrantyMonths ? addMonths(today, warrantyMonths) : null;
}

/** What a customer has in hand of what he paid: frozen when it is made; a later one takes its place. */
export interface Receipt extends Bill {
  readonly quoteNumber: number;
  readonly car: string;
  readonly work: string;
  readonly option: string;
  readonly currency: string;
  readonly lines: readonly PaperLine[];
  readonly netMinor: number;
  readonly taxMinor: number;
  readonly payments: readonly (Payment & { readonly words: string })[];
  /** Months of the shop's warranty from the hand-over; 0 where it gives none. */
  readonly warrantyMonths: number;
  /** Its last day, once the work was done. */
  readonly warrantyUntil: LocalDay | null;
  /** Days within which what is on account is paid; null where nothing is. */
  readonly paysInDays: number | null;
  /** The number of the receipt that it takes the place of. */
  readonly replaces: number | null;
}

export function receiptOf({
  quoteNumber,
  paper,
  option,
  payments,
  madeOn,
  warrantyUntil,
  paysInDays,
  replaces,
}: {
  readonly quoteNumber: number;
  readonly paper: Pick<QuotePaper, 'car' | 'work' | 'currency'>;
  readonly option: PaperOption;
  readonly payments: readonly Payment[];
  readonly madeOn: LocalDay;
  readonly warrantyUntil: LocalDay | null;
  readonly paysInDays: number | null;
  readonly replaces: number | null;
}): Receipt {
  const lines = ownLines(option);
  const bill = billOf(option, payments);
  return {
    ...bill,
    quoteNumber,
    car: paper.car,
    work: paper.work,
    option: option.name,
    currency: paper.currency,
    lines,
    netMinor: lines.reduce((all, { netMinor }) => all + netMinor, 0),
    taxMinor: lines.reduce((all, { taxMinor }) => all + taxMinor, 0),
    payments: payments.map((payment) => ({ ...payment, words: paymentWords(payment, madeOn) })),
    warrantyMonths: option.warrantyMonths ?? 0,
    warrantyUntil,
    paysInDays: bill.onAccountMinor > 0 ? paysInDays : null,
    replaces,
  };
}

/** @example paymentWords({ how: 'card', amountMinor: 6000, on: '2027-03-01' }, '2027-03-03') // 'Paid ahead, card' */
function paymentWords({ how, amountMinor, on }: Payment, madeOn: LocalDay): string {
  const way = how === 'account' ? 'on account' : payWays[how].toLowerCase();
  if (amountMinor < 0) return `Taken back, ${way}`;
  if (how === 'account') return 'On account';
  return `${on < madeOn ? 'Paid ahead' : 'Paid'}, ${way}`;
}

/** A receipt's number as it is written. @example receiptName(12) // 'R-12' */
export function receiptName(number: number): string {
  return `R-${number}`;
}
