import { join } from 'node:path';
import { Font } from '@react-pdf/renderer';

const folder = join(process.cwd(), 'node_modules', '@fontsource');
const face = (name: string, file: string) => join(folder, name, 'files', file);

/** The words of a paper, with a face behind it for signs that the first one lacks. */
export const wordFaces = ['Next', 'NextExt', 'Signs'];
/** Codes and amounts. */
export const monoFaces = ['Mono', 'MonoExt', 'Signs'];

let registered = false;

/** Makes the shipped faces known once; static files, since variable ones fail in the renderer. */
export function registerFonts(): void {
  if (registered) return;
  registered = true;
  const next = (subset: string) =>
    ([400, 700] as const).map((weight) => ({
      src: face('atkinson-hyperlegible-next', `atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`),
      fontWeight: weight,
    }));
  const mono = (subset: string) =>
    ([400, 700] as const).map((weight) => ({
      src: face('atkinson-hyperlegible-mono', `atkinson-hyperlegible-mono-${subset}-${weight}-normal.woff`),
      fontWeight: weight,
    }));
  Font.register({ family: 'Next', fonts: next('latin') });
  Font.register({ family: 'NextExt', fonts: next('latin-ext') });
  Font.register({ family: 'Mono', fonts: mono('latin') });
  Font.register({ family: 'MonoExt', fonts: mono('latin-ext') });
  const signs = face('noto-sans-math', 'noto-sans-math-latin-400-normal.woff');
  Font.register({
    family: 'Signs',
    fonts: [
      { src: signs, fontWeight: 400 },
      { src: signs, fontWeight: 700 },
    ],
  });
  // Words are never cut in two.
  Font.registerHyphenationCallback((word) => [word]);
}
