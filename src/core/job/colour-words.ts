/** Colours that can be told apart in words; a tag carries two of them. */
const colours = [
  'amber',
  'ash',
  'blue',
  'brick',
  'chalk',
  'copper',
  'green',
  'indigo',
  'lime',
  'olive',
  'pink',
  'plum',
  'rust',
  'sand',
  'teal',
  'violet',
];

/**
 * Two colour words of a tag, from its random id: enough to tell the tags of a bench apart aloud, and nothing more.
 * @example colourWords('00000000-0000-4000-8000-0000000000b0') // 'amber and plum'
 */
export function colourWords(id: string): string {
  const digits = id.replaceAll('-', '');
  const first = Number.parseInt(digits.at(-1) ?? '0', 16);
  const other = Number.parseInt(digits.at(-2) ?? '0', 16);
  const second = other === first ? (other + 1) % colours.length : other;
  return `${colours[first]} and ${colours[second]}`;
}
