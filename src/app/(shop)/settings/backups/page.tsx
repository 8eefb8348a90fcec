import { Backups } from '@/screens/settings/backups';
import { readBackups } from '@/usecases/archive/backups';
import { requireDuty } from '../../../session';
import { backUpNowAction, checkBackupAction, setBackupPlanAction } from '../actions';

export const metadata = { title: 'Backups' };

export default async function BackupsPage() {
  const view = await readBackups(await requireDuty('manageShop'));
  return (
    <Backups view={view} onPlan={setBackupPlanAction} onNow={backUpNowAction} onCheck={checkBackupAction} />
  );
}
