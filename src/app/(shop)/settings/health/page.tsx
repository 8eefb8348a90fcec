import { Health } from '@/screens/settings/health';
import { readHealthReport } from '@/usecases/health-report';
import { requireDuty } from '../../../session';
import { checkChainAction } from '../actions';

export const metadata = { title: 'Health' };

export default async function HealthPage() {
  await requireDuty('manageShop');
  return <Health report={await readHealthReport()} onChain={checkChainAction} />;
}
