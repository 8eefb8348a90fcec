import { UnlockInput } from '@/inputs/people-inputs';
import { unlock } from '@/usecases/people/sign-in';
import { findSession } from '../../session';
import { answerPasscode, handler, problem } from '../handler';

/** Opens the locked session of this browser with the passcode of its person. */
export const POST = handler(async (request) => {
  const session = await findSession();
  if (session.kind === 'none') return problem(401, 'The session has ended. Sign in again.');
  return answerPasscode(request, UnlockInput, ({ passcode }) =>
    session.kind === 'live'
      ? Promise.resolve({ ok: true as const, value: null })
      : unlock(session.actor, passcode),
  );
});
