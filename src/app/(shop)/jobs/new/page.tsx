import { lineLimit } from '@/core/identify/line/reading';
import { NewCall } from '@/screens/call/new-call';
import { readNames } from '@/usecases/identify/names';
import { readShopNow } from '@/usecases/shop';
import { requireActor } from '../../../session';
import { correctWordsAction, openJobAction, previewCallAction } from '../actions';

export const metadata = { title: 'New call' };

interface NewCallPageProps {
  readonly searchParams: Promise<{ readonly line?: string | string[] }>;
}

export default async function NewCallPage({ searchParams }: NewCallPageProps) {
  const actor = await requireActor();
  const [lexicon, { shop, now }] = await Promise.all([readNames(actor), readShopNow(actor)]);
  const { line } = await searchParams;
  return (
    <NewCall
      line={typeof line === 'string' ? line.slice(0, lineLimit) : ''}
      lexicon={lexicon}
      unit={shop.distanceUnit}
      now={now}
      onWords={correctWordsAction}
      onPreview={previewCallAction}
      onOpen={openJobAction}
    />
  );
}
