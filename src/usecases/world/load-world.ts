import { localMoment } from '@/core/kinds/local-time';
import { done, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { insertMany } from '@/data/insert-many';
import { insertPerson, type NewPerson } from '@/data/people';
import { findShop, insertShop } from '@/data/shop';
import { PersonRow, ShopRow } from '@/inputs/world/shop-rows';
import { now } from '@/outside/clock';
import { transact } from '../database';
import { hashPasscode } from '../passcodes';
import { systemActor } from '../sessions';
import { readCatalogue } from './read-catalogue';
import { readHistory } from './read-history';
import { readShopLists } from './read-shop-lists';
import { type WorldProblem, WorldReader } from './world-reader';

export interface WorldRefused {
  readonly ok: false;
  readonly problems: readonly WorldProblem[];
}

/**
 * Loads a whole world of files into an empty database, all or nothing.
 * @param readFile the text of a file by its name
 * @returns the number of rows stored, 0 where a shop is there already; or everything that is wrong with the files
 */
export async function loadWorld(readFile: (name: string) => string): Promise<Result<number, WorldRefused>> {
  const at = now();
  const world = new WorldReader(readFile);
  const [shop] = world.read('shop', ShopRow, (row, place) => ({
    ...row,
    id: place.define('shop', row.name, 'name'),
  }));
  if (!shop) return { ok: false, problems: [...world.problems, missingShop] };
  const people = world.read('people', PersonRow, (row, place) => ({
    ...row,
    id: place.define('person', row.name, 'name'),
  }));
  const today = localMoment(at, shop.zone).day;
  const tables = [
    ...readCatalogue(world),
    ...readShopLists(world, shop.currency, today),
    ...readHistory(world, { today, zone: shop.zone }),
  ];
  if (world.problems.length > 0) return { ok: false, problems: world.problems };

  const withPasscodes = await Promise.all(
    people.map(
      async (person): Promise<NewPerson> => ({
        ...person,
        passcodeHash: await hashPasscode(person.demoPasscode),
        createdAt: at,
      }),
    ),
  );
  return transact(async (db) => {
    if (await findShop(db)) return done(0);
    await insertShop(db, { ...shop, isDemo: true, createdAt: at });
    for (const person of withPasscodes) await insertPerson(db, person);
    for (const { table, rows } of tables) await insertMany(db, table, rows);
    const rows = tables.reduce((sum, table) => sum + table.rows.length, 0);
    await appendAudit(db, systemActor('first start'), {
      action: 'world.loaded',
      subjectKind: 'shop',
      subjectId: shop.id,
      details: { rows },
    });
    return done(rows);
  });
}

const missingShop: WorldProblem = {
  file: 'shop.csv',
  line: 2,
  column: undefined,
  reason: 'Expected one row.',
};
