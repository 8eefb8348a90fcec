import type { Db } from './db';

/** Tables and columns with amounts in the shop's currency that hold now; those of the past keep their own. */
const amounts: Readonly<Record<string, readonly string[]>> = {
  shop: ['price_class_minor', 'only_key_harm_minor', 'stolen_live_harm_minor', 'away_key_harm_minor'],
  supplier_price: ['price_minor', 'shipping_minor'],
  franchise_desk: ['labour_minor', 'programming_minor', 'cut_minor'],
  tool_right: ['use_minor'],
  bureau_service: ['fee_minor'],
  coupon: ['amount_minor', 'from_minor'],
};

/**
 * Turns every amount that holds now into another currency, rounded half away from zero to its minor units.
 * @param factor minor units of the new currency for one minor unit of the old
 */
export async function convertAmounts(db: Db, factor: number): Promise<void> {
  for (const [table, columns] of Object.entries(amounts)) {
    const sets = columns.map((column) => `${column} = round(${column} * $1::numeric)`).join(', ');
    await db.query(`UPDATE ${table} SET ${sets}`, [factor]);
  }
  await db.query('UPDATE shop SET price_class_minor = greatest(price_class_minor, 1)');
}

export async function setCurrency(db: Db, currency: string): Promise<void> {
  await db.query('UPDATE shop SET currency = $1', [currency]);
}
