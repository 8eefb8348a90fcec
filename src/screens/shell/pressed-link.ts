/** Where a plain press of a link of this program leads, another page, and what it is called; undefined for any other press. */
export function pressedLink(
  event: MouseEvent,
): { readonly href: string; readonly label: string } | undefined {
  if (event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey)
    return undefined;
  const link = event.target instanceof Element ? event.target.closest('a[href]') : null;
  if (!(link instanceof HTMLAnchorElement) || link.target === '_blank' || link.hasAttribute('download'))
    return undefined;
  const { origin, pathname, search } = new URL(link.href);
  if (origin !== window.location.origin || pathname.startsWith('/api/')) return undefined;
  if (pathname === window.location.pathname) return undefined;
  return { href: pathname + search, label: link.ariaLabel ?? link.textContent?.trim() ?? '' };
}
