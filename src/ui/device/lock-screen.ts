import { forgetUnsaved } from '../unsaved';
import { markLocked } from './device-store';

/** Said in the page where the server cannot be told that it is locked. */
export const coverEvent = 'kilnsman:cover';

/** Locks the session and leaves nothing of the page on the screen. */
export async function lockScreen(): Promise<void> {
  const { pathname, search } = window.location;
  await markLocked(true).catch(() => {});
  try {
    await fetch('/api/session', { method: 'DELETE' });
  } catch {
    window.dispatchEvent(new Event(coverEvent));
    return;
  }
  // A locked screen shows nothing and asks nothing.
  forgetUnsaved();
  window.location.assign(`/locked?to=${encodeURIComponent(pathname + search)}`);
}
