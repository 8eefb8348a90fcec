import { Conflicts } from '@/screens/library/conflicts';
import { readConflicts } from '@/usecases/library/check';
import { requireActor } from '../../../session';
import { settleAction } from '../actions';

export const metadata = { title: 'Facts that jobs contradict' };

export default async function ConflictsPage() {
  return <Conflicts conflicts={await readConflicts(await requireActor())} onSettle={settleAction} />;
}
