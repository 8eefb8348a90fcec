import { Overview } from '@/screens/library/overview';
import { readLibrary } from '@/usecases/library/browse';
import { readConflicts } from '@/usecases/library/check';
import { requireActor } from '../../session';

export const metadata = { title: 'Library' };

export default async function LibraryPage() {
  const actor = await requireActor();
  const { lists, changes, zone } = await readLibrary(actor);
  const conflicts = await readConflicts(actor);
  return <Overview lists={lists} conflicts={conflicts.length} changes={changes} zone={zone} />;
}
