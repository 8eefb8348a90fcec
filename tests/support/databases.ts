import pg from 'pg';

export type TestRole = 'superuser' | 'migrator' | 'serving';

/** The connection of a role to a database of the test cluster. */
export function databaseUrl(role: TestRole, database: string): string {
  const given = process.env[`TEST_${role.toUpperCase()}_URL`];
  if (!given) throw new Error('run the data tests through `npm test -- data`: they need its database');
  const url = new URL(given);
  url.pathname = `/${database}`;
  return url.toString();
}

export async function withSuperuser<Result>(work: (client: pg.Client) => Promise<Result>): Promise<Result> {
  return withClient(databaseUrl('superuser', 'postgres'), work);
}

export async function withClient<Result>(
  url: string,
  work: (client: pg.Client) => Promise<Result>,
): Promise<Result> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Copies a template into a new database owned by the migrator. */
export async function copyTemplate(template: string, name: string): Promise<void> {
  await withSuperuser(async (client) => {
    // Copies of one template wait for each other: the server refuses to copy a database that is in use.
    await client.query('SELECT pg_advisory_lock(4411)');
    await client.query(
      `CREATE DATABASE ${client.escapeIdentifier(name)} TEMPLATE ${template} OWNER kilnsman_migrator`,
    );
    await client.query('SELECT pg_advisory_unlock(4411)');
  });
}

export async function dropDatabase(name: string): Promise<void> {
  await withSuperuser((client) =>
    client.query(`DROP DATABASE ${client.escapeIdentifier(name)} WITH (FORCE)`),
  );
}
