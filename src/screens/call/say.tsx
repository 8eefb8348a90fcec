import { Fragment } from 'react';
import type { Access } from '@/core/identify/line/reading';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import type { Route } from '@/core/programming/route';
import type { FirstPrices } from '@/core/quote/first-prices';
import { lostSays } from '@/core/quote/lost-functions';
import { isSold } from '@/core/quote/option-kinds';
import { firstOption, wantsPapers } from '@/core/quote/options';
import { formatPriceRange, type PriceRange } from '@/core/quote/price-range';
import type { Quote, QuoteOption } from '@/core/quote/quote';

interface SayProps {
  readonly options: readonly QuoteOption[];
  readonly route: Route | undefined;
  readonly otherTime: Quote['otherTime'];
  /** Over all likely cars; null where only one is. */
  readonly firstPrices: FirstPrices | null;
  /** What it takes where a key works, while nobody said how many do. */
  readonly spare: PriceRange | null;
  readonly why: string | undefined;
  readonly access: Access | null;
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

/** The sentence to say on the phone, why the price is what it is, and what to have ready. */
export function Say({
  options,
  route,
  otherTime,
  firstPrices,
  spare,
  why,
  access,
  currency,
  locale,
  today,
}: SayProps) {
  const first = firstOption(options);
  if (!first || !route) {
    return (
      <div className="flex flex-col gap-3">
        <div data-said>
          <h2 className="font-semibold">Say on the phone</h2>
          <p className="mt-1 text-mute">
            Make and model give a first price; year and how it starts make it sharper.
          </p>
        </div>
      </div>
    );
  }
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const range = firstPrices?.range ?? { fromMinor: first.totalMinor, toMinor: first.totalMinor };
  const papers = wantsPapers(first);
  return (
    <div className="flex flex-col gap-3">
      <div data-said>
        <h2 className="font-semibold">Say on the phone</h2>
        <p className="mt-1">
          “
          {spare !== null && (
            <>
              Does a key still work? With one from <b>{formatPriceRange(spare, show)}</b>, with none{' '}
            </>
          )}
          {openingWords(isSold(first.kind), spare === null)} <b>{formatPriceRange(range, show)}</b> with tax
          {first.visit && !first.trip ? ', plus the trip' : ''}, {formatDay(first.earliestOn, today)}
          {first.visit && first.inTime !== undefined && ` ${first.visit.hour}`}
          {first.furtherKeyMinor !== null && (
            <>
              ; a further key the same visit <b>+{show(first.furtherKeyMinor)}</b>
            </>
          )}
          .{firstPrices?.settledBy && ` ${firstPrices.settledBy.ask}`}
          {otherTime &&
            ` In ordinary hours, ${formatDay(otherTime.visit.day, today)} ${otherTime.visit.hour}: ${show(otherTime.totalMinor)}.`}
          {first.lost && ` ${lostSays(first.lost, [])}`}
          {papers && ' Please have the registration and your photo identity at the car.'}”
        </p>
      </div>
      {firstPrices && <WhatSettles {...firstPrices} show={show} />}
      <div>
        <h3 className="text-small font-semibold text-mute">Why this way</h3>
        <p className="text-mute">{why}</p>
        <p className="text-mute">{route.effect}</p>
      </div>
      {(access === 'locked' || papers) && (
        <div>
          <h3 className="text-small font-semibold text-mute">Before you drive</h3>
          {access === 'locked' && (
            <p className="text-mute">The car is locked: take the opening kit. Nobody in it, no animal?</p>
          )}
          {papers && (
            <p className="text-mute">
              Person, papers and plate together before the memory is touched or a key is handed over.
            </p>
          )}
        </div>
      )}
    </div>
  );
}

function openingWords(sold: boolean, begins: boolean): string {
  const words = sold ? 'From' : 'Only a dealer can do it: about';
  return begins ? words : words.charAt(0).toLowerCase() + words.slice(1);
}

/** What is sure while several cars are likely, and what the price would be after each answer to one question. */
function WhatSettles({ sure, range, settledBy, show }: FirstPrices & { show: (minor: number) => string }) {
  return (
    <div>
      <h3 className="text-small font-semibold text-mute">What is sure, and what one question settles</h3>
      {sure.length > 0 && <p className="text-mute">Sure: {sure.join(', ')}.</p>}
      {settledBy ? (
        <dl className="mt-1 grid grid-cols-[minmax(0,1fr)_auto] gap-x-3">
          <dt className="col-span-2">
            {settledBy.ask} <span className="text-small text-mute">{settledBy.how}</span>
          </dt>
          {settledBy.answers.map(({ label, range: then }) => (
            <Fragment key={label}>
              <dt className="text-mute">{label}</dt>
              <dd className="text-right font-mono">{formatPriceRange(then, show)}</dd>
            </Fragment>
          ))}
        </dl>
      ) : (
        <p className="text-mute">
          {range.fromMinor === range.toMinor
            ? 'All likely cars come to one price.'
            : 'No question from here narrows it; the car will.'}
        </p>
      )}
    </div>
  );
}
