import Link from 'next/link';
import { formatDay } from '@/core/kinds/local-time';
import { formatMoney } from '@/core/kinds/money';
import { type PaperChange, paperChanges } from '@/core/quote/paper';
import { ButtonWords, buttonClass } from '@/ui/button';
import { Badge } from '@/ui/notice';
import { Panel } from '@/ui/panel';
import type { JobView } from '@/usecases/view/job-view';

export type OfferedQuote = Omit<JobView['quotes'][number], 'madeAt' | 'id' | 'offered'>;

interface OfferedQuotesProps {
  readonly jobNumber: number;
  readonly quotes: readonly OfferedQuote[];
  readonly locale: string;
  readonly today: string;
}

/** The quotes of a job: the newest stands, each later one with what it changed. */
export function OfferedQuotes({ jobNumber, quotes, locale, today }: OfferedQuotesProps) {
  return (
    <Panel title="Offered" note="The newest stands; the earlier ones stay as they were.">
      <ul className="flex flex-col divide-y divide-line">
        {quotes.map((quote, at) => {
          const before = quotes[at + 1];
          const changes = before ? paperChanges(before.paper, quote.paper) : [];
          return (
            <li key={quote.number} className="py-2">
              <div className="flex flex-wrap items-center gap-3">
                <span className="font-mono font-bold">Q-{quote.number}</span>
                <span className="min-w-40 flex-1">
                  {quote.paper.chosen.name}, valid until {formatDay(quote.validUntil, today)}
                  <span className="block text-small text-mute">by {quote.madeBy}</span>
                </span>
                {quote.validUntil < today && <Badge tone="oxide">expired</Badge>}
                {at > 0 && <Badge tone="plain">superseded</Badge>}
                <span className="font-mono font-bold">
                  {formatMoney({ minor: quote.totalMinor, currency: quote.currency }, locale)}
                </span>
                <Link
                  href={`/jobs/${jobNumber}/quote/${quote.number}`}
                  prefetch={false}
                  className={buttonClass('plain')}
                >
                  <ButtonWords>Print</ButtonWords>
                </Link>
                <a href={`/api/v1/quotes/${quote.number}/pdf`} className={buttonClass('quiet')}>
                  <ButtonWords>PDF</ButtonWords>
                </a>
              </div>
              {before && (
                <p className="text-small text-mute">
                  {changes.length === 0
                    ? `Nothing differs from Q-${before.number}.`
                    : `Changed from Q-${before.number}: ${changes
                        .map((change) => changeWords(change, quote.currency, locale))
                        .join('; ')}.`}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}

function changeWords({ what, from, to }: PaperChange, currency: string, locale: string): string {
  const show = (value: string | number | null) =>
    value === null
      ? 'none'
      : typeof value === 'number'
        ? formatMoney({ minor: value, currency }, locale)
        : value;
  return `${what} ${show(from)} → ${show(to)}`;
}
