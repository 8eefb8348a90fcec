/** The project's colours, once. Plain values, so that paper can use them as well as the screen. */
export const tokens = {
  light: {
    slip: '#F3EEE6',
    biscuit: '#FFFDF9',
    shelf: '#E7DED1',
    line: '#D8CEC0',
    edge: '#8C7F73',
    ink: '#29221F',
    mute: '#685C53',
    terra: '#A8431F',
    onTerra: '#FFFDF9',
    glaze: '#155E5A',
    glazeWash: '#DCEBE7',
    ochre: '#7A5200',
    ochreWash: '#F5E3B8',
    oxide: '#98211C',
    oxideWash: '#F6DAD5',
    smalt: '#2C4877',
    smaltWash: '#DEE5F0',
  },
  dark: {
    slip: '#1A1615',
    biscuit: '#252020',
    shelf: '#302928',
    line: '#443A36',
    edge: '#8F8177',
    ink: '#F2E9DF',
    mute: '#B9AA9C',
    terra: '#E58A61',
    onTerra: '#241511',
    glaze: '#6CC7B9',
    glazeWash: '#173532',
    ochre: '#EBBE62',
    ochreWash: '#3B2D10',
    oxide: '#F29A8F',
    oxideWash: '#43201D',
    smalt: '#A6BEEA',
    smaltWash: '#212C40',
  },
} as const;

export type Theme = 'auto' | 'light' | 'dark';

/** The tokens as CSS variables for both themes; `auto` follows the device. */
export function tokensCss(): string {
  const light = variables(tokens.light, 'light');
  const dark = variables(tokens.dark, 'dark');
  return [
    `:root{${light}}`,
    `:root[data-theme=dark]{${dark}}`,
    `@media (prefers-color-scheme:dark){:root[data-theme=auto]{${dark}}}`,
    `@media print{:root,:root[data-theme]{${light}}}`,
  ].join('\n');
}

function variables(values: Record<string, string>, scheme: string): string {
  const lines = Object.entries(values).map(([name, value]) => `--${kebab(name)}:${value}`);
  return [...lines, `color-scheme:${scheme}`].join(';');
}

function kebab(name: string): string {
  return name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
}
