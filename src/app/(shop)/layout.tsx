import type { ReactNode } from 'react';
import { RunOutbox } from '@/screens/program/run-outbox';
import { Shell } from '@/screens/shell/shell';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../session';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const actor = await requireActor();
  const { shop } = await readShopNow(actor);
  return (
    <Shell lockMinutes={shop.lockMinutes}>
      {children}
      <RunOutbox personId={actor.personId} />
    </Shell>
  );
}
