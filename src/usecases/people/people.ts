import { v7 as uuid } from 'uuid';
import type { PersonActor, Role } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { forgetDevices } from '@/data/known-devices';
import { insertPerson, listPeople, lockPeople, markLeft, updatePerson } from '@/data/people';
import { endSessionsOf } from '@/data/sessions';
import type { ByIdInput, PersonInput } from '@/inputs/people-inputs';
import { database, transact } from '../database';
import { refusedFor } from '../duties';
import { hashPasscode } from './passcodes';

export interface ShopPerson {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

/** The people of the shop, for the proprietor to change and for a trainee to choose a second person from. */
export async function readPeople(_actor: PersonActor): Promise<ShopPerson[]> {
  return (await listPeople(database())).map(({ id, name, role }) => ({ id, name, role }));
}

/** Adds or changes a person. A new role or passcode ends the sessions that were opened with the old one. */
export async function savePerson(actor: PersonActor, input: PersonInput): Promise<Result<{ id: string }>> {
  const refused = refusedFor(actor, 'managePeople');
  if (refused) return refused;
  if (input.id === null && input.passcode === null)
    return failed('A new person needs a passcode.', 'passcode');
  const passcodeHash = input.passcode === null ? null : await hashPasscode(input.passcode);
  return transact(async (db) => {
    await lockPeople(db);
    const people = await listPeople(db);
    if (people.some(({ id, name }) => id !== input.id && signsInAs(name) === signsInAs(input.name)))
      return failed('There is somebody of this name.', 'name');
    const before = people.find(({ id }) => id === input.id);
    if (input.id !== null && !before) return failed('There is no such person.');
    if (before?.role === 'proprietor' && input.role !== 'proprietor' && isLast(people, before.id))
      return failed('The shop needs one proprietor at least.', 'role');
    const id = input.id ?? uuid();
    const person = { id, name: input.name.trim(), role: input.role };
    if (before) await updatePerson(db, { ...person, passcodeHash });
    else
      await insertPerson(db, {
        ...person,
        passcodeHash: passcodeHash ?? '',
        demoPasscode: null,
        createdAt: actor.at,
      });
    if (before && (passcodeHash !== null || before.role !== input.role))
      await endSessionsOf(db, id, actor.at);
    if (before && passcodeHash !== null) await forgetDevices(db, id);
    await appendAudit(db, actor, {
      action: before ? 'person.changed' : 'person.added',
      subjectKind: 'person',
      subjectId: id,
      details: { role: input.role, passcode: passcodeHash !== null },
    });
    return done({ id });
  });
}

/** Somebody leaves the shop: no sign-in, no sessions, no tokens any more. What they did stays. */
export async function removePerson(actor: PersonActor, { id }: ByIdInput): Promise<Result<null>> {
  const refused = refusedFor(actor, 'managePeople');
  if (refused) return refused;
  return transact(async (db) => {
    await lockPeople(db);
    const people = await listPeople(db);
    if (isLast(people, id)) return failed('The shop needs one proprietor at least.');
    if (!(await markLeft(db, id, actor.at))) return failed('There is no such person.');
    await endSessionsOf(db, id, actor.at);
    await forgetDevices(db, id);
    await appendAudit(db, actor, { action: 'person.left', subjectKind: 'person', subjectId: id });
    return done(null);
  });
}

/** People sign in by their name, whatever its capitals and spaces. */
function signsInAs(name: string): string {
  return name.trim().replace(/\s+/g, ' ').toLowerCase();
}

function isLast(people: readonly ShopPerson[], id: string): boolean {
  const proprietors = people.filter(({ role }) => role === 'proprietor');
  return proprietors.length === 1 && proprietors[0]?.id === id;
}
