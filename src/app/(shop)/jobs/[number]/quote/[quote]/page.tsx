import { notFound } from 'next/navigation';
import { formatJobNumber } from '@/core/job/job';
import { localMoment } from '@/core/kinds/local-time';
import { QuotePaper } from '@/screens/quote/quote-paper';
import { firmOf } from '@/usecases/shop/firm';
import { loadJob } from '../../job-page';

interface PaperPageProps {
  readonly params: Promise<{ readonly number: string; readonly quote: string }>;
}

export default async function PaperPage({ params }: PaperPageProps) {
  const { number, quote: asked } = await params;
  const { job, quotes, shop } = await loadJob(number);
  const quote = quotes.find((one) => String(one.number) === asked);
  if (!quote) notFound();
  return (
    <QuotePaper
      quoteNumber={quote.number}
      jobName={formatJobNumber(job.number)}
      firm={firmOf(shop)}
      customer={job.call.name}
      madeOn={localMoment(quote.madeAt, shop.zone).day}
      validUntil={quote.validUntil}
      paper={quote.paper}
      locale={shop.locale}
    />
  );
}
