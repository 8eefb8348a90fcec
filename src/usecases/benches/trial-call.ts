import type { PersonActor } from '@/core/kinds/actor';
import type { LocalDay } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { optionName } from '@/core/quote/option-kinds';
import { firstOption } from '@/core/quote/options';
import type { Available, QuoteOption } from '@/core/quote/quote';
import { findTrialWords } from '@/data/first-hour';
import type { TrialLineInput } from '@/inputs/firm-inputs';
import { readAs } from '../asking/read-as';
import { readShopNow } from '../shop/shop';
import { quoteCar } from './quote-car';

/** What a caller's line comes to by the shop's own prices. */
export interface TrialPrice {
  readonly car: string;
  readonly currency: string;
  readonly locale: string;
  readonly today: LocalDay;
  readonly withTrip: boolean;
  readonly options: readonly {
    readonly name: string;
    readonly totalMinor: number;
    readonly readyBy: LocalDay;
  }[];
}

/** A line to try the prices with, of what the library and the places have; empty where it has no car. */
export async function trialLine(actor: PersonActor): Promise<string> {
  const { car, place } = await findTrialWords(readAs(actor));
  return car === null ? '' : [car, 'one key works, wants a spare', place].filter(Boolean).join(', ');
}

/** Prices a caller's line as a call would be, the option to say first first; stores nothing. */
export async function tryPrice(actor: PersonActor, { line }: TrialLineInput): Promise<Result<TrialPrice>> {
  const quoted = await quoteCar(actor, { line });
  if (!quoted.ok) return failed(quoted.problems.map(({ message }) => message).join(' '), 'line');
  const { car, quote } = quoted.value;
  const first = firstOption(quote.options);
  if (!first) return failed(`No option can be had for this car. ${whyNone(quote.options)}`, 'line');
  const { shop, now } = await readShopNow(actor);
  const others = quote.options.filter(
    (one): one is Available => one.available && one.kind !== first.kind && one.answers,
  );
  return done({
    car,
    currency: quote.snapshot.currency,
    locale: shop.locale,
    today: now.day,
    withTrip: quote.snapshot.trip !== null,
    options: [first, ...others.sort((a, b) => a.totalMinor - b.totalMinor).slice(0, 2)].map(said),
  });
}

/** What keeps the shop from making a new key of either kind of article. */
function whyNone(options: readonly QuoteOption[]): string {
  const told = options
    .filter((one): one is Exclude<QuoteOption, Available> => !one.available)
    .filter(({ kind }) => kind === 'shopAftermarket' || kind === 'shopOriginal')
    .sort((a) => (a.kind === 'shopAftermarket' ? -1 : 1))
    .map(({ kind, reason }) => `${optionName(kind)}: ${reason}`);
  return told.join(' ');
}

function said({ kind, totalMinor, earliestOn }: Available): TrialPrice['options'][number] {
  return { name: optionName(kind), totalMinor, readyBy: earliestOn };
}
