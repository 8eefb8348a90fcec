import { notFound } from 'next/navigation';
import { Health } from '@/screens/settings/health';
import { readHealthReport } from '@/usecases/health-report';
import { requireDuty } from '../../../session';
import { checkChainAction } from '../actions';

export const metadata = { title: 'Health' };

export default async function HealthPage() {
  const report = await readHealthReport(await requireDuty('manageShop'));
  return report.ok ? <Health report={report.value} onChain={checkChainAction} /> : notFound();
}
