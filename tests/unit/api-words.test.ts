import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { listNames } from '@/core/catalogue/lists/lists';
import { openApiDocument } from '@/formats/api/openapi';

/** Words that screens do not use, as names, values and parts of addresses. */
const gone =
  /^(franchiseDesk|shopReset|desk|deskPaper|redo|redoPercent|redone|bureau|socket|beatenBy|equals|equal|rights|reset|takeAway|hang)$/;

/** All names and whole values of a document. */
function wordsOf(value: unknown, found = new Set<string>()): Set<string> {
  if (typeof value === 'string') found.add(value);
  if (Array.isArray(value)) for (const one of value) wordsOf(one, found);
  else if (typeof value === 'object' && value !== null)
    for (const [name, one] of Object.entries(value)) {
      found.add(name);
      wordsOf(one, found);
    }
  return found;
}

const folders = (path: string): string[] =>
  readdirSync(path, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name);

describe('one word for one thing', () => {
  it('in names and values of the API', () => {
    expect([...wordsOf(openApiDocument())].filter((word) => gone.test(word))).toEqual([]);
  });

  it('in lists, their files and addresses', () => {
    const root = join(import.meta.dirname, '../..');
    const files = readdirSync(join(root, 'world')).map((file) => file.replace('.csv', ''));
    const words = [...listNames, ...files, ...folders(join(root, 'src/app'))];
    expect(words.filter((word) => gone.test(word) || /desk|bureau|menu|rights|cover$/.test(word))).toEqual(
      [],
    );
  });
});
