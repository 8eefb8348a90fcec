/** The one polite region of a page, in its frame. */
export const saidId = 'said';

/** Says a word of what was done to those who do not see it. */
export function say(words: string): void {
  const region = document.getElementById(saidId);
  if (!region) return;
  // The same words again are said again.
  region.textContent = '';
  window.setTimeout(() => {
    region.textContent = words;
  }, 50);
}
