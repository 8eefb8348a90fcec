import { QuoteStation } from '@/screens/quote/quote-station';
import { offerQuoteAction } from '../../actions';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function QuotePage({ params }: JobPageProps) {
  const view = await loadJob((await params).number);
  const { job, quote, quotes, shop, now, advice } = view;
  return (
    <QuoteStation
      job={editable(view)}
      options={quote?.options ?? []}
      route={quote && (job.route ?? advice?.kind)}
      routeChosen={job.route !== null}
      keys={job.keysWanted}
      tripKnown={quote?.snapshot.trip != null}
      currency={shop.currency}
      locale={shop.locale}
      today={now.day}
      quotes={quotes.map(({ frozen: _, madeAt: __, ...rest }) => rest)}
      onOffer={offerQuoteAction}
    />
  );
}
