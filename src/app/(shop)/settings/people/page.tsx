import { People } from '@/screens/settings/people';
import { readPeople } from '@/usecases/people/people';
import { requireDuty } from '../../../session';
import { removePersonAction, savePersonAction } from '../actions';

export const metadata = { title: 'People' };

export default async function PeoplePage() {
  const people = await readPeople(await requireDuty('managePeople'));
  return <People people={people} onSave={savePersonAction} onLeave={removePersonAction} />;
}
