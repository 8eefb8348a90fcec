import { Conflicts } from '@/screens/library/conflicts';
import { readConflicts } from '@/usecases/library/check';
import { readOpenMarks } from '@/usecases/library/run-marks';
import { requireActor } from '../../../session';
import { settleAction, settleMarkAction } from '../actions';

export const metadata = { title: 'Facts that jobs contradict' };

export default async function ConflictsPage() {
  const actor = await requireActor();
  const [conflicts, marks] = await Promise.all([readConflicts(actor), readOpenMarks(actor)]);
  return (
    <Conflicts conflicts={conflicts} marks={marks} onSettle={settleAction} onSettleMark={settleMarkAction} />
  );
}
