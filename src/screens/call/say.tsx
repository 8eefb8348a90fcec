import type { Access } from '@/core/identify/line/reading';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import type { Route } from '@/core/programming/route';
import type { QuoteOption } from '@/core/quote/quote';

interface SayProps {
  readonly options: readonly QuoteOption[];
  readonly route: Route | undefined;
  readonly why: string | undefined;
  readonly access: Access | null;
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

/** The sentence to say on the phone, why the price is what it is, and what to have ready. */
export function Say({ options, route, why, access, currency, locale, today }: SayProps) {
  const open = options.flatMap((option) =>
    option.available && option.kind.startsWith('shop') ? [option] : [],
  );
  const [cheapest] = [...open].sort((a, b) => a.totalMinor - b.totalMinor);
  if (!cheapest || !route) {
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
  const papers = route.kind !== 'none' && route.kind !== 'repair';
  return (
    <div className="flex flex-col gap-3">
      <div>
        <h2 className="font-semibold">Say on the phone</h2>
        <p className="mt-1">
          “From <b>{show(cheapest.totalMinor)}</b> with tax, {formatDay(cheapest.earliestOn, today)}
          {cheapest.furtherKeyMinor !== null && (
            <>
              ; a further key the same visit <b>+{show(cheapest.furtherKeyMinor)}</b>
            </>
          )}
          .{papers && ' Please have the registration and your photo identity at the car.'}”
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
            <p className="text-mute">Person, papers and plate together before the memory is touched.</p>
          )}
        </div>
      )}
    </div>
  );
}
