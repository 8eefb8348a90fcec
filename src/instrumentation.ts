/** Runs once when a server starts: checks the vault key, and applies the retention periods now and every hour. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { startHousekeeping } = await import('@/services/housekeeping');
  await startHousekeeping();
}
