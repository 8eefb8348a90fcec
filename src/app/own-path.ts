/** A path of this program to go back to; anything else goes to the jobs. */
export function ownPath(path: unknown): string {
  return typeof path === 'string' && /^\/[a-z][\w/?=&.%-]*$/i.test(path) && !path.startsWith('/locked')
    ? path
    : '/jobs';
}
