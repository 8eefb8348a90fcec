import type { ReactNode } from 'react';
import { Shell } from '@/screens/shell/shell';
import { requireActor } from '../session';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  await requireActor();
  return <Shell>{children}</Shell>;
}
