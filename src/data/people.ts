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

/** Changes a person; a passcode hash of null keeps the passcode there is. */
export async function updatePerson(
  db: Db,
  person: {
    readonly id: string;
    readonly name: string;
    readonly role: Role;
    readonly passcodeHash: string | null;
  },
): Promise<boolean> {
  const result = await db.query(
    `UPDATE person SET name = $2, role = $3, passcode_hash = coalesce($4, passcode_hash),
       demo_passcode = CASE WHEN $4::text IS NULL THEN demo_passcode END, version = version + 1
     WHERE id = $1 AND left_at IS NULL`,
    [person.id, person.name, person.role, person.passcodeHash],
  );
  return result.rowCount === 1;
}

/** Notes that a person has left; they cannot sign in any more. */
export async function markLeft(db: Db, id: string, at: Date): Promise<boolean> {
  return (
    (await db.query('UPDATE person SET left_at = $2 WHERE id = $1 AND left_at IS NULL', [id, at]))
      .rowCount === 1
  );
}

/** Takes a lock that everybody who changes people waits for, until the transaction ends. */
export async function lockPeople(db: Db): Promise<void> {
  await db.query(`SELECT pg_advisory_xact_lock(hashtext('people'))`);
}

/** People who may sign in, proprietor first. */
export async function listPeople(db: Db): Promise<PersonRow[]> {
  const result = await db.query<PersonRow>(
    `SELECT id, name, role, demo_passcode AS "demoPasscode" FROM person WHERE left_at IS NULL
     ORDER BY array_position(ARRAY['proprietor', 'locksmith', 'trainee'], role), name`,
  );
  return result.rows;
}

/** The person of a name, as people type it; undefined where nobody or more than one has it. */
export async function findPersonByName(db: Db, name: string): Promise<string | undefined> {
  const result = await db.query<{ id: string }>(
    `SELECT id FROM person WHERE left_at IS NULL
       AND lower(regexp_replace(name, '\\s+', ' ', 'g')) = lower(regexp_replace($1, '\\s+', ' ', 'g'))`,
    [name],
  );
  return result.rows.length === 1 ? result.rows[0]?.id : undefined;
}

export async function findPasscodeHash(db: Db, personId: string): Promise<string | undefined> {
  const result = await db.query<{ passcode_hash: string }>(
    'SELECT passcode_hash FROM person WHERE id = $1 AND left_at IS NULL',
    [personId],
  );
  return result.rows[0]?.passcode_hash;
}
