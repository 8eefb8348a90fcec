import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

/** One word for one thing: what is said on screens, papers and messages, and what is not said any more. */
const words: readonly (readonly [said: string, not: RegExp])[] = [
  [
    'Export, Import, Remove',
    /Take (it |this row )?(away|out|off)\b|>\s*Bring|'Bring |"Bring |Write a movement/,
  ],
  ['Open the job', /Hang(ing)? the tag/],
  ['dealer', /franchise desk|\bthe desk\b|of the desk|desk of the make/i],
  ['by the OBD socket', /by the socket/i],
  ['comeback', /\bredo\b(?!\w)|made again|said to be \d/i],
  ['refurbished original', /reset original/i],
  ['flat rates', /'Menu'|"Menu"|>Menu</],
  ['no programming', /None needed/],
  ['ready by, four in five by', /\bP80\b|8 in 10|4 in 5|four of five|>Drives<|"Drives"|car drives/i],
  ['worse than', /beaten by/i],
  ['code service', /\bthe bureau\b|'Bureau'/i],
  ['Shortcuts', /Keys \?/],
];

const source = join(import.meta.dirname, '../../src');
const files = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.tsx?$/.test(file) && !/\.test\./.test(file),
);

/** What may be shown of a source: its texts in quotes of two words and more, and what stands between tags. */
function texts(code: string): string[] {
  const bare = code.replace(/\/\*[\s\S]*?\*\//g, '').replace(/^\s*\/\/.*$/gm, '');
  return [...bare.matchAll(/'[^'\n]* [^'\n]*'|`[^`]*`|"[^"\n]*"|>[^<>{}]+</g)].map(([text]) =>
    text.replace(/\$\{[^}]*\}/g, ''),
  );
}

describe('words on screen', () => {
  it.each(words)('%s, and no other word for it', (_said, not) => {
    const found = files.flatMap((file) =>
      texts(readFileSync(join(source, file), 'utf8'))
        .filter((text) => not.test(text) && !/^`\s*(SELECT|INSERT|UPDATE|WITH|DELETE)/i.test(text))
        .map((text) => `${file}: ${text.slice(0, 90)}`),
    );
    expect(found).toEqual([]);
  });
});
