const files = /\/_next\/static\/[^"'\\ )]+/g;

/** The program's own files that a page names, each once. */
export function namedFiles(page: string): string[] {
  return [...new Set([...page.matchAll(files)].map(([file]) => file))];
}
