import type { Failed, Problem } from '@/core/kinds/result';

/** Sends a passcode to a handler, and says what is wrong with it, as a server action would. */
export async function sendPasscode(path: string, data: unknown): Promise<{ readonly ok: true } | Failed> {
  const answer = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(data),
  });
  if (answer.ok) return { ok: true };
  const { detail, errors } = (await answer.json().catch(() => ({}))) as {
    readonly detail?: string;
    readonly errors?: readonly Problem[];
  };
  return {
    ok: false,
    problems: errors ?? [{ message: detail ?? 'The server cannot be reached. Try again in a moment.' }],
  };
}
