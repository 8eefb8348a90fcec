import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const folder = join(process.cwd(), 'src/inputs');
const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
  (name) => name.endsWith('.ts') && !name.endsWith('.test.ts'),
);
const nested = files.filter((name) => /@(Type|listOf)\(/.test(readFileSync(join(folder, name), 'utf8')));

it('finds the inputs that hold others', () => {
  expect(nested).toContain('blade-inputs.ts');
});

it.each(nested)('reads %s first of all: what its decorators need comes with it', (name) => {
  expect(readFileSync(join(folder, name), 'utf8')).toMatch(/from '\.{1,2}\/fields'|'reflect-metadata\/lite'/);
});
