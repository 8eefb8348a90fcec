import { notFound } from 'next/navigation';
import { Audit } from '@/screens/settings/audit';
import { readAudit } from '@/usecases/audit/audit';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';

export const metadata = { title: 'Audit' };

interface AuditPageProps {
  readonly searchParams: Promise<{ readonly before?: string; readonly action?: string }>;
}

export default async function AuditPage({ searchParams }: AuditPageProps) {
  const actor = await requireDuty('readAudit');
  const { before, action = '' } = await searchParams;
  if (typeof action !== 'string' || action.length > 40) notFound();
  const from = typeof before === 'string' && /^\d{1,15}$/.test(before) ? Number(before) : null;
  const [page, { shop }] = await Promise.all([
    readAudit(actor, { before: from, action }),
    readShopNow(actor),
  ]);
  if (!page.ok) notFound();
  return <Audit rows={page.value.rows} next={page.value.next} action={action} zone={shop.zone} />;
}
