import { Notice } from './notice';

/** Too many passcodes that did not fit: how long to wait, and what else can be done. */
export function LockedOut({ message }: { readonly message: string | undefined }) {
  if (message === undefined) return null;
  return (
    <Notice tone="oxide" role="alert">
      <p className="font-semibold">{message}</p>
      <p>
        Everybody else can still sign in, and so can this person where they signed in before. A forgotten
        passcode is set anew by the proprietor, under People.
      </p>
    </Notice>
  );
}
