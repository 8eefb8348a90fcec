import { NewCall } from '@/screens/call/new-call';
import { readShopNow } from '@/usecases/shop/shop';
import { readMetNames } from '@/usecases/view/names';
import { requireActor } from '../../../session';
import {
  correctWordsAction,
  knownCarsAction,
  namesAction,
  openJobAction,
  previewCallAction,
} from '../actions';

export const metadata = { title: 'New call' };

export default async function NewCallPage() {
  const actor = await requireActor();
  const [met, { shop, now }] = await Promise.all([readMetNames(actor), readShopNow(actor)]);
  return (
    <NewCall
      met={met}
      unit={shop.distanceUnit}
      now={now}
      personId={actor.personId}
      onNames={namesAction}
      onWords={correctWordsAction}
      onPreview={previewCallAction}
      onKnown={knownCarsAction}
      onOpen={openJobAction}
    />
  );
}
