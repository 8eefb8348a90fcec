import { randomBytes } from 'node:crypto';
import { afterAll, beforeAll, expect } from 'vitest';
import { closeDatabase } from '@/usecases/database';
import { copyTemplate, databaseUrl, dropDatabase } from './databases';

export { actorOf } from './actor-of';

/** Gives the test file a database of its own, copied from a template, and points the use-cases at it. */
export function testDatabase(template: 'bare' | 'world'): { readonly name: string } {
  const name = `t_${randomBytes(6).toString('hex')}`;
  beforeAll(async () => {
    await copyTemplate(template, name);
    process.env.DATABASE_URL = databaseUrl('serving', name);
  });
  const overlapping: string[] = [];
  const watch = (warning: Error) => {
    if (/already executing a query/.test(warning.message)) overlapping.push(warning.stack ?? warning.message);
  };
  process.on('warning', watch);
  afterAll(async () => {
    await closeDatabase();
    await dropDatabase(name);
    process.off('warning', watch);
    // The one connection of a transaction answers a single question at a time.
    expect(overlapping).toEqual([]);
  });
  return { name };
}
