import { formatDay, type LocalDay } from '../kinds/local-time';

/** What a link is sent with: where the address goes is between the two. */
export interface LinkMessage {
  readonly before: string;
  readonly after: readonly string[];
}

/** What a customer is written with a link to a quote, or to the note that goes with the keys. */
export function linkMessage(
  shop: { readonly name: string; readonly phone: string; readonly own: readonly string[] },
  of: { readonly quote: number; readonly validUntil: LocalDay; readonly today: LocalDay } | 'handover',
): LinkMessage {
  const what =
    of === 'handover'
      ? 'what was done, and what to know of your keys'
      : `your quote Q-${of.quote}, valid until ${formatDay(of.validUntil, of.today)}`;
  return {
    before: `${shop.name}: ${what}:`,
    after: ['It opens on one device only.', ...shop.own, ...(shop.phone ? [`Questions: ${shop.phone}`] : [])],
  };
}

/** The message as it is sent. */
export function messageWith({ before, after }: LinkMessage, address: string): string {
  return [`${before} ${address}`, ...after].join('\n');
}
