import { formatMoney } from '@/core/kinds/money';
import { formatProbability } from '@/core/kinds/percent';
import type { AttemptOrder } from '@/core/programming/attempt-order';
import { firstCostMinor, noReturnWords, type Route, routeNames, routeWord } from '@/core/programming/route';
import { classNames } from '@/ui/class-names';
import { Panel } from '@/ui/panel';

interface AttemptPictureProps {
  readonly order: AttemptOrder;
  readonly routes: readonly Route[];
  readonly currency: string;
  readonly locale: string;
}

/** First this, if it fails that: the order with the least expected cost, with what cannot be taken back. */
export function AttemptPicture({ order, routes, currency, locale }: AttemptPictureProps) {
  const money = (minor: number) => formatMoney({ minor, currency }, locale, 'short');
  return (
    <Panel
      title="Order of attempts"
      note={`Least cost on average: ${money(order.expectedMinor)} for the shop, with failures and giving up counted. One of them works in ${formatProbability(order.chance)}.`}
    >
      <ol className="flex flex-wrap items-stretch gap-y-3">
        {order.steps.map(({ kind, costMinor, chance, reached }, at) => {
          const own = routes.find((route) => route.kind === kind);
          const marks = own?.noReturn ?? [];
          const paid = own?.cost && at > 0 && costMinor < firstCostMinor(own.cost) - 1;
          return (
            <li key={kind} className="flex max-w-full min-w-0 items-stretch">
              {at > 0 && (
                <span className="flex w-24 flex-col items-center justify-center px-1 text-center text-small text-mute">
                  <span>if it fails, {formatProbability(reached)}</span>
                  <Arrow />
                </span>
              )}
              <span
                className={classNames(
                  'flex w-48 min-w-0 shrink flex-col gap-1 rounded-lg border-[1.5px] p-3',
                  at === 0 ? 'border-ink' : 'border-line',
                )}
              >
                <span className="font-semibold">
                  {at + 1} {routeNames[kind]}
                </span>
                <span className="font-mono text-small">
                  works {formatProbability(chance)}
                  <span className="shop-only"> · {money(costMinor)}</span>
                </span>
                {paid && <span className="text-small text-mute">PIN or licence paid by then</span>}
                {marks.map((mark) => (
                  <span key={mark} className="flex items-center gap-1.5 text-small text-oxide">
                    <NoReturnSign /> {noReturnWords[mark]}
                  </span>
                ))}
              </span>
            </li>
          );
        })}
      </ol>
      {order.left.length > 0 && (
        <p className="mt-2 text-small text-mute">
          Left out: {order.left.map(({ kind, why }) => `${routeWord(kind)} (${why})`).join(', ')}.
        </p>
      )}
    </Panel>
  );
}

function Arrow() {
  return (
    <svg aria-hidden width="56" height="10" viewBox="0 0 56 10">
      <path d="M0 5h52M47 1l5 4-5 4" fill="none" stroke="currentColor" strokeWidth="1.5" />
    </svg>
  );
}

/** A bar across a way: from here there is no way back. */
function NoReturnSign() {
  return (
    <svg aria-hidden width="14" height="14" viewBox="0 0 14 14" className="flex-none">
      <path d="M1 7h6M11 2v10" fill="none" stroke="currentColor" strokeWidth="2" />
    </svg>
  );
}
