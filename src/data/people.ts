import type { Role } from '@/core/kinds/actor';
import type { Db } from './db';

export interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** Set in a demo shop only, where the sign-in page offers it. */
  readonly demoPasscode: string | null;
}

export interface NewPerson extends PersonRow {
  readonly passcodeHash: string;
  readonly createdAt: Date;
}

export async function insertPerson(db: Db, person: NewPerson): Promise<void> {
  await db.query(
    `INSERT INTO person (id, name, role, passcode_hash, demo_passcode, created_at) VALUES ($1, $2, $3, $4, $5, $6)`,
    [person.id, person.name, person.role, person.passcodeHash, person.demoPasscode, person.createdAt],
  );
}

/** People who may sign in, proprietor first. */
export async function listPeople(db: Db): Promise<PersonRow[]> {
  const result = await db.query<PersonRow>(
    `SELECT id, name, role, demo_passcode AS "demoPasscode" FROM person WHERE left_at IS NULL
     ORDER BY array_position(ARRAY['proprietor', 'locksmith', 'trainee'], role), name`,
  );
  return result.rows;
}

export async function findPasscodeHash(db: Db, personId: string): Promise<string | undefined> {
  const result = await db.query<{ passcode_hash: string }>(
    'SELECT passcode_hash FROM person WHERE id = $1 AND left_at IS NULL',
    [personId],
  );
  return result.rows[0]?.passcode_hash;
}
