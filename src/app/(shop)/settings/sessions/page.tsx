import { Sessions } from '@/screens/settings/sessions';
import { readSessions } from '@/usecases/people/sessions';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../../../session';
import { endSessionAction } from '../actions';

export const metadata = { title: 'Sessions' };

export default async function SessionsPage() {
  const actor = await requireActor();
  const [sessions, { shop }] = await Promise.all([readSessions(actor), readShopNow(actor)]);
  return (
    <Sessions
      sessions={sessions}
      ownId={actor.sessionId}
      zone={shop.zone}
      lockMinutes={shop.lockMinutes}
      onEnd={endSessionAction}
    />
  );
}
