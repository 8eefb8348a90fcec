// What every command shares: a word instead of a stack, and connections closed at the end.
import { closeDatabase } from '@/usecases/database';
import { isDatabaseAway } from '@/usecases/failures';

/** Runs a command; what it returns is said, and false or a failure is an exit code of 1. */
export async function runCommand(work: () => Promise<boolean>): Promise<void> {
  try {
    process.exitCode = (await work()) ? 0 : 1;
  } catch (error) {
    console.error(`kilnsman: ${wordOf(error)}`);
    process.exitCode = 1;
  } finally {
    await closeDatabase();
  }
}

function wordOf(error: unknown): string {
  const { code, message } = error as { code?: string; message?: string };
  if (isDatabaseAway(error))
    return 'the database cannot be reached. Is DATABASE_URL the right one, and does it run?';
  if (code === '42P01' || code === '42883')
    return 'this database has no schema, or an older one. Start the program on it once.';
  if (code === '28P01' || code === '28000' || code === '3D000')
    return `the database refused the connection (${code}). Is DATABASE_URL the right one?`;
  return message ?? 'something unexpected happened.';
}
