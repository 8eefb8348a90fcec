/**
 * A number as a device dials it.
 * @example dialled('+1 (555) 014-7733') // '+15550147733'
 */
export function dialled(phone: string): string {
  return phone.replace(/[^+\d]/g, '');
}
