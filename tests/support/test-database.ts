import { randomBytes } from 'node:crypto';
import { afterAll, beforeAll, expect } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { closeDatabase, database } from '@/usecases/database';
import { copyTemplate, databaseUrl, dropDatabase } from './databases';

/** Gives the test file a database of its own, copied from a template, and points the use-cases at it. */
export function testDatabase(template: 'bare' | 'world'): { readonly name: string } {
  const name = `t_${randomBytes(6).toString('hex')}`;
  beforeAll(async () => {
    await copyTemplate(template, name);
    process.env.DATABASE_URL = databaseUrl('serving', name);
  });
  const overlapping: string[] = [];
  const watch = (warning: Error) => {
    if (/already executing a query/.test(warning.message)) overlapping.push(warning.stack ?? warning.message);
  };
  process.on('warning', watch);
  afterAll(async () => {
    await closeDatabase();
    await dropDatabase(name);
    process.off('warning', watch);
    // The one connection of a transaction answers a single question at a time.
    expect(overlapping).toEqual([]);
  });
  return { name };
}

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
