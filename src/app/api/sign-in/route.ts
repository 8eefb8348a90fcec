import { SignInInput } from '@/inputs/sign-in-input';
import { signIn } from '@/usecases/people/sign-in';
import { keepDevice, keepSession, signInOrigin } from '../../session';
import { answerPasscode, handler } from '../handler';

/** Signs in; 401 where the passcode does not fit, 429 with the seconds to wait after too many that did not. */
export const POST = handler((request) =>
  answerPasscode(request, SignInInput, async (input) => {
    const started = await signIn(await signInOrigin(), input);
    if (!started.ok) return started;
    await keepSession(started.value.token);
    await keepDevice(started.value.deviceToken);
    return started;
  }),
);
