/** A place of the focus, as far as it can be found again in a page that was shown anew. */
export interface Place {
  readonly element: HTMLElement;
  /** What it is called, where it is a button. */
  readonly words: string | undefined;
  /** What it stood in, from the inside out. */
  readonly around: readonly Element[];
  /** The title of the part of the page it stood in. */
  readonly title: string | undefined;
}

const parts = 'form, section, fieldset, [role=dialog], [role=tabpanel], #page';
/** Titles that are seen: the focus shows where it is. */
const titles = ['h1', 'h2', 'h3', 'legend', '[data-next]'].map((one) => `${one}:not(.sr-only)`).join(', ');

export function placeOf(element: HTMLElement): Place {
  const around: Element[] = [];
  for (let at = element.parentElement; at; at = at.parentElement) if (at.matches(parts)) around.push(at);
  const words = element.matches('button, [role=radio]') ? wordsOf(element) : undefined;
  return { element, around, words, title: around.map(titleOf).find(Boolean) };
}

/** Sets the focus, also on what the keyboard does not stop at. */
export function reach(target: HTMLElement | null): void {
  if (!target) return;
  if (target.tabIndex < 0 && !target.hasAttribute('tabindex')) target.tabIndex = -1;
  target.focus();
}

/** Sets the focus on the first field of a part that is wrong, or on the message, in it or near it. */
export function focusWrong(part: Element): void {
  for (let at: Element | null = part; at; at = at.parentElement) {
    const wrong = at.querySelector<HTMLElement>(wrongs);
    if (wrong) {
      reach(wrong);
      return;
    }
  }
}

const wrongs = '[aria-invalid="true"], [data-wrong], [role="alert"]';

export function wrongIn({ around, element }: Place): HTMLElement | null {
  for (const part of around.filter(({ isConnected }) => isConnected)) {
    const wrong = part.querySelector<HTMLElement>(wrongs);
    if (wrong) return wrong;
  }
  return (
    document.querySelector<HTMLElement>('#page [role="alert"]') ?? (element.isConnected ? element : null)
  );
}

export function nextTo({ element, around, title }: Place): HTMLElement | null {
  if (stands(element)) return document.activeElement === element ? null : element;
  const same = [...document.querySelectorAll(parts)].find(
    (part) => title !== undefined && titleOf(part) === title,
  );
  const part =
    around.find(({ isConnected, id }) => isConnected && id !== 'page') ??
    same ??
    document.querySelector('#page');
  return part?.querySelector<HTMLElement>(titles) ?? null;
}

/** Whether it can hold the focus. */
export function stands(element: HTMLElement): boolean {
  return element.isConnected && element.offsetParent !== null && !element.matches(':disabled');
}

function wordsOf(element: HTMLElement): string {
  const own =
    element.getAttribute('aria-label') ?? element.querySelector('span')?.textContent ?? element.textContent;
  return (own ?? '').trim().slice(0, 60);
}

function titleOf(part: Element): string | undefined {
  return part.querySelector(titles)?.textContent?.trim() || undefined;
}
