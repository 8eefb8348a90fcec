import type { Access } from '@/core/identify/line/reading';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import type { Route } from '@/core/programming/route';
import { isSold } from '@/core/quote/option-kinds';
import { firstOption, wantsPapers } from '@/core/quote/options';
import type { Quote, QuoteOption } from '@/core/quote/quote';

interface SayProps {
  readonly options: readonly QuoteOption[];
  readonly route: Route | undefined;
  readonly otherTime: Quote['otherTime'];
  /** What it takes where a key works, while nobody said how many do. */
  readonly spareMinor: number | null;
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
  spareMinor,
  why,
  access,
  currency,
  locale,
  today,
}: SayProps) {
  const first = firstOption(options);
  if (!first || !route) {
    return (
      <div>
        <h2 className="font-semibold">Say on the phone</h2>
        <p className="mt-1 text-mute">
          Make and model give a first price; year and how it starts make it sharper.
        </p>
      </div>
    );
  }
  const show = (minor: number) => formatMoney({ minor, currency }, locale);
  const papers = wantsPapers(first);
  return (
    <div className="flex flex-col gap-3">
      <div>
        <h2 className="font-semibold">Say on the phone</h2>
        <p className="mt-1">
          “
          {spareMinor !== null && (
            <>
              Does a key still work? With one from <b>{show(spareMinor)}</b>, with none{' '}
            </>
          )}
          {isSold(first.kind)
            ? spareMinor === null
              ? 'From'
              : 'from'
            : `${spareMinor === null ? 'Only' : 'only'} a dealer can do it: about`}{' '}
          <b>{show(first.totalMinor)}</b> with tax{first.visit && !first.trip ? ', plus the trip' : ''},{' '}
          {formatDay(first.earliestOn, today)}
          {first.visit && first.inTime !== undefined && ` ${first.visit.hour}`}
          {first.furtherKeyMinor !== null && (
            <>
              ; a further key the same visit <b>+{show(first.furtherKeyMinor)}</b>
            </>
          )}
          .
          {otherTime &&
            ` In ordinary hours, ${formatDay(otherTime.visit.day, today)} ${otherTime.visit.hour}: ${show(otherTime.totalMinor)}.`}
          {papers && ' Please have the registration and your photo identity at the car.'}”
        </p>
      </div>
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
