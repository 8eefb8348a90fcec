import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const root = join(import.meta.dirname, '../../src');
const css = readFileSync(join(root, 'ui/skin.css'), 'utf8');

/** The ranges of a face as they stand in the skin, by its file. */
function rangesOf(file: string): [number, number][] {
  const face = css.split('@font-face').find((part) => part.includes(file)) ?? '';
  const list = /unicode-range:([^;]*);/.exec(face)?.[1] ?? '';
  return list.split(',').map((range) => {
    const [from = '', to = from] = range.trim().replace('U+', '').split('-');
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
  });
}

const within = (ranges: readonly [number, number][], code: number) =>
  ranges.some(([from, to]) => code >= from && code <= to);

it('every sign that the product writes is in the small face, so that no page fetches the whole one for it', () => {
  const [whole, small] = [rangesOf('noto-sans-math'), rangesOf('signs.woff2')];
  expect(small.length).toBeGreaterThan(20);
  expect(small.every(([code]) => within(whole, code))).toBe(true);
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
    (name) => /\.tsx?$/.test(name) && !/\.test\./.test(name),
  );
  const missing = files.flatMap((name) =>
    [...new Set(readFileSync(join(root, name), 'utf8'))]
      .filter((sign) => within(whole, sign.codePointAt(0) ?? 0) && !within(small, sign.codePointAt(0) ?? 0))
      .map((sign) => `${name}: ${sign}`),
  );
  expect(missing).toEqual([]);
});
