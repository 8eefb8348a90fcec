import { UnlockInput } from '@/inputs/people-inputs';
import { provePresence } from '@/usecases/people/sign-in';
import { answerPasscode, signedIn } from '../handler';

/** Whether whoever is at the screen has its passcode: the way back from what a customer is shown. */
export const POST = signedIn(async (actor, request) =>
  answerPasscode(request, UnlockInput, ({ passcode }) => provePresence(actor, passcode)),
);
