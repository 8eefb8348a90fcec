import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';

/** A person of the demo world by role, as an actor at the demo's instant. */
export async function actorOf(role: PersonActor['role']): Promise<PersonActor> {
  const found = await database().query<{ id: string; name: string }>(
    'SELECT id, name FROM person WHERE role = $1',
    [role],
  );
  const person = found.rows[0];
  if (!person) throw new Error(`no ${role} in this database`);
  return {
    kind: 'person',
    personId: person.id,
    role,
    name: person.name,
    sessionId: '00000000-0000-4000-8000-000000000000',
    device: 'test',
    at: new Date('2027-03-03T15:20:00Z'),
  };
}
