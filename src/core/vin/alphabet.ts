/** The characters of a VIN (ISO 3779): capital letters without I, O and Q, and digits. */
export const vinAlphabet = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789';
export const vinLength = 17;
/** Stands for a place that nobody could read. */
export const unknownPlace = '?';

export function isVinCharacter(character: string): boolean {
  return character.length === 1 && vinAlphabet.includes(character);
}

/** Capitals without what people put between: spaces, dashes, points and line breaks. */
export function cleanVin(text: string): string {
  return text.replace(/[\s\-–—._/]/g, '').toUpperCase();
}
