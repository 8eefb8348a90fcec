import { describe, expect, it } from 'vitest';
import { tokens, tokensCss } from './tokens';

type Colours = (typeof tokens)['light' | 'dark'];

/** Relative luminance and contrast ratio of WCAG 2.2. */
function luminance(hex: string): number {
  const parts = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255);
  const [red, green, blue] = parts.map((part) =>
    part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4,
  ) as [number, number, number];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(one: string, other: string): number {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

const readable: readonly (readonly [keyof Colours, keyof Colours])[] = [
  ['ink', 'slip'],
  ['ink', 'biscuit'],
  ['ink', 'shelf'],
  ['mute', 'slip'],
  ['mute', 'biscuit'],
  ['mute', 'shelf'],
  ['terra', 'slip'],
  ['terra', 'biscuit'],
  ['onTerra', 'terra'],
  ['glaze', 'glazeWash'],
  ['ochre', 'ochreWash'],
  ['oxide', 'oxideWash'],
  ['smalt', 'smaltWash'],
  ['oxide', 'biscuit'],
  ['ochre', 'slip'],
  ['ink', 'ochreWash'],
  ['ink', 'oxideWash'],
];

describe.each(['light', 'dark'] as const)('the %s theme', (theme) => {
  it.each(readable)('writes %s on %s with at least 4.5 to 1', (text, ground) => {
    expect(contrast(tokens[theme][text], tokens[theme][ground])).toBeGreaterThanOrEqual(4.5);
  });

  it('draws edges of fields with at least 3 to 1', () => {
    for (const ground of ['slip', 'biscuit'] as const) {
      expect(contrast(tokens[theme].edge, tokens[theme][ground])).toBeGreaterThanOrEqual(3);
    }
  });
});

it('gives every token to both themes, and paper the light ones', () => {
  expect(Object.keys(tokens.light)).toEqual(Object.keys(tokens.dark));
  const css = tokensCss();
  expect(css).toContain(':root[data-theme=dark]');
  expect(css).toContain('--glaze-wash:#DCEBE7');
  expect(css.split('@media print')[1]).toContain(tokens.light.slip);
});
