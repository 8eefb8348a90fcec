import type { ReactNode } from 'react';
import { RunOutbox } from '@/screens/program/run-outbox';
import { Shell } from '@/screens/shell/shell';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../session';
import { markNewsReadAction } from './news/actions';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const actor = await requireActor();
  const { shop } = await readShopNow(actor);
  return (
    <Shell lockMinutes={shop.lockMinutes} onNewsRead={markNewsReadAction}>
      {children}
      <RunOutbox personId={actor.personId} />
    </Shell>
  );
}
