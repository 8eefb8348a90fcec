import type { ReactNode } from 'react';
import { Shell } from '@/screens/shell/shell';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../session';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const { shop } = await readShopNow(await requireActor());
  return <Shell lockMinutes={shop.lockMinutes}>{children}</Shell>;
}
