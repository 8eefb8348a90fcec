import { RunShell } from '@/screens/program/run-shell';
import { IdleLock } from '@/screens/shell/idle-lock';

export const metadata = { title: 'A run, without the server' };

/** Without the server nobody says how long a screen may stay open: it is locked soon. */
const lockMinutes = 5;

/** What the service worker opens in the place of a run's page where the server does not answer. It holds nothing of any job. */
export default function RunShellPage() {
  return (
    <>
      <RunShell />
      <IdleLock minutes={lockMinutes} isServed={false} />
    </>
  );
}
