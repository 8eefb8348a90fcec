import { v7 as uuid } from 'uuid';
import { listNames } from '@/core/catalogue/lists/lists';
import { addDays, localMoment } from '@/core/kinds/local-time';
import { done, type Result } from '@/core/kinds/result';
import { usualPriceClassMinor } from '@/core/quote/price-class';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { insertMany } from '@/data/insert-many';
import { dropStaged, refreshNameWords, type StagedRow, stageRows, storeStaged } from '@/data/library/staged';
import { insertPerson, type NewPerson } from '@/data/people';
import { findShop, getShopOrThrow, insertShop, updateFirm, updateOpenHours, updateRules } from '@/data/shop';
import { HolidayRow, PersonRow, ShopRow } from '@/inputs/world/shop-rows';
import { now } from '@/outside/clock';
import { transact } from '../database';
import { hashPasscode } from '../people/passcodes';
import { systemActor } from '../people/sessions';
import { readHistory } from './read-history';
import { readLibrary } from './read-library';
import { readPrices } from './read-prices';
import { readShopLists } from './read-shop-lists';
import { readToday } from './read-today';
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
  const holidays = world.read('holidays', HolidayRow, ({ inDays, name }) => ({
    day: addDays(today, inDays),
    name,
  }));
  const library = readLibrary(world);
  const tables = [
    ...library.tables,
    ...readShopLists(world, shop.currency, today),
    ...readPrices(world, shop.currency, today),
    ...readHistory(world, { today, zone: shop.zone, currency: shop.currency }),
    ...readToday(world, { today, zone: shop.zone, at }),
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
    const priceClassMinor = usualPriceClassMinor(shop.currency);
    await insertShop(db, { ...shop, priceClassMinor, isDemo: true, createdAt: at, backupAt: null });
    const { rules } = await getShopOrThrow(db);
    await updateOpenHours(db, {
      days: shop.openDays.split(' ').map(Number),
      from: shop.openFrom,
      to: shop.openTo,
      holidays,
    });
    await updateRules(db, { ...rules, forms: shop.forms ?? '' });
    const { name, licence = '', address = '', phone = '', mail = '', taxNumber = '', bank = '' } = shop;
    await updateFirm(db, { name, licence, address, phone, mail, taxNumber, bank });
    for (const person of withPasscodes) await insertPerson(db, person);
    await storeLibrary(db, library.staged);
    for (const { table, rows } of tables) await insertMany(db, table, rows);
    const rows = tables.reduce((sum, table) => sum + table.rows.length, library.staged.length);
    await appendAudit(db, systemActor('first start'), {
      action: 'world.loaded',
      subjectKind: 'shop',
      subjectId: shop.id,
      details: { rows },
    });
    return done(rows);
  });
}

/** Stores the lists of the library by the same statements as an import. */
async function storeLibrary(db: Db, staged: readonly StagedRow[]): Promise<void> {
  const importId = uuid();
  await stageRows(db, importId, staged);
  for (const list of listNames) await storeStaged(db, { importId, list, allNew: true });
  await dropStaged(db, importId);
  await refreshNameWords(db, 'make');
  await refreshNameWords(db, 'model');
}

const missingShop: WorldProblem = {
  file: 'shop.csv',
  line: 2,
  column: undefined,
  reason: 'Expected one row.',
};
