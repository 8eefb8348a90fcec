import { lockNow } from '@/usecases/people/sessions';
import { signedIn } from '../handler';

/** Somebody is at the screen: being read keeps the session from being locked. */
export const POST = signedIn(async () => new Response(null, { status: 204 }));

/** Locks the session of this browser now. */
export const DELETE = signedIn(async (actor) => {
  await lockNow(actor);
  return new Response(null, { status: 204 });
});
