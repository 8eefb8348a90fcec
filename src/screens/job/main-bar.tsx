'use client';

import { ArrowDown } from 'lucide-react';
import { useEffect, useState } from 'react';
import { buttonClass } from '@/ui/button';

const main = '.station [data-main]';
/** The main button counts as seen where it stands above the bars of the page. */
const barsHigh = 110;

/**
 * On a phone the station's main action stands within the thumb's reach while its own button is out of sight. It presses the button; where
 * that ends a form that is to be read first, it leads to it. For the eye and the thumb alone: the button itself is the one that is read
 * out and reached by keyboard.
 */
export function MainBar() {
  const [shown, setShown] = useState<{ readonly words: string; readonly leads: boolean }>();
  useEffect(() => {
    let asked = 0;
    const look = () => {
      asked = 0;
      const button = document.querySelector<HTMLButtonElement>(main);
      const words = button?.firstElementChild?.textContent ?? '';
      const box = button?.getBoundingClientRect();
      const seen = box && box.bottom > 0 && box.bottom < window.innerHeight - barsHigh;
      const next =
        button && words && !button.disabled && !seen ? { words, leads: leadsTo(button) } : undefined;
      setShown((before) => (before?.words === next?.words && before?.leads === next?.leads ? before : next));
    };
    const soon = () => {
      asked ||= requestAnimationFrame(look);
    };
    const observer = new MutationObserver(soon);
    observer.observe(document.body, {
      subtree: true,
      childList: true,
      attributeFilter: ['disabled', 'open'],
    });
    window.addEventListener('scroll', soon, { passive: true });
    window.addEventListener('resize', soon);
    soon();
    return () => {
      cancelAnimationFrame(asked);
      observer.disconnect();
      window.removeEventListener('scroll', soon);
      window.removeEventListener('resize', soon);
    };
  }, []);
  if (!shown) return null;
  return (
    <div aria-hidden className="border-t border-line bg-biscuit px-4 py-2 sm:hidden">
      <button
        type="button"
        tabIndex={-1}
        className={buttonClass('main', 'w-full')}
        onClick={() => {
          const button = document.querySelector<HTMLButtonElement>(main);
          if (!button) return;
          if (!leadsTo(button)) button.click();
          button.scrollIntoView({ block: 'center' });
          button.focus({ preventScroll: true });
        }}
      >
        <span className="inline-flex items-center gap-2">
          {shown.leads && <ArrowDown size={18} />} {shown.words}
        </span>
      </button>
    </div>
  );
}

/** Whether a button ends a form whose fields are to be seen before it is pressed. */
function leadsTo(button: HTMLButtonElement): boolean {
  return button.form?.querySelector('input:not([type=hidden]), select, textarea') != null;
}
