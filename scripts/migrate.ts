// Brings the schema up to date as the migrator and grants the serving role what it needs.
import { migrate } from '@/data/migrate';

const { MIGRATE_DATABASE_URL, DATABASE_URL } = process.env;
if (!MIGRATE_DATABASE_URL || !DATABASE_URL)
  throw new Error('MIGRATE_DATABASE_URL and DATABASE_URL are needed');

await migrate(MIGRATE_DATABASE_URL, decodeURIComponent(new URL(DATABASE_URL).username));
