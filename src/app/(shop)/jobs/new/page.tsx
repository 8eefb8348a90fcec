import { NewCall } from '@/screens/call/new-call';
import { readShopNow } from '@/usecases/shop/shop';
import { readNames } from '@/usecases/view/names';
import { requireActor } from '../../../session';
import { correctWordsAction, openJobAction, previewCallAction } from '../actions';

export const metadata = { title: 'New call' };

export default async function NewCallPage() {
  const actor = await requireActor();
  const [lexicon, { shop, now }] = await Promise.all([readNames(actor), readShopNow(actor)]);
  return (
    <NewCall
      lexicon={lexicon}
      unit={shop.distanceUnit}
      now={now}
      onWords={correctWordsAction}
      onPreview={previewCallAction}
      onOpen={openJobAction}
    />
  );
}
