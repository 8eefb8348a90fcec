/** The one polite region of a page, in its frame. */
export const saidId = 'said';
/** How long words are gathered, so that what belongs together is said together. */
const gatherMs = 250;
/** How long they stand in the region: they are said at once, and nothing of a page is kept where it is not seen. */
const standMs = 10_000;

/** Words that wait to be said, each with the part of the page they stand in. */
const waiting = new Map<string, Element | undefined>();
let timer: number | undefined;
let fading: number | undefined;

/**
 * Says a word of what was done or has changed to those who do not see it, with what else is said at the moment. What stands in
 * a part of the page to which the focus went is read by that, and not said as well.
 */
export function say(words: string, part?: Element): void {
  if (words === '') return;
  waiting.set(words, part);
  window.clearTimeout(timer);
  timer = window.setTimeout(() => {
    const focused = document.activeElement;
    const text = [...waiting]
      .filter(([, where]) => !where?.contains(focused))
      .map(([one]) => one)
      .join(' ');
    waiting.clear();
    const region = document.getElementById(saidId);
    if (!region || text === '') return;
    // The same words again are said again.
    region.textContent = '';
    window.clearTimeout(fading);
    window.setTimeout(() => {
      region.textContent = text;
    }, 50);
    fading = window.setTimeout(() => {
      region.textContent = '';
    }, standMs);
  }, gatherMs);
}

/** Another page stands: what was said of the one before is not kept on it. */
export function forgetSaid(): void {
  const region = document.getElementById(saidId);
  if (region) region.textContent = '';
}
