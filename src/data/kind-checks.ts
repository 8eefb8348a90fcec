import type { ClientBase } from 'pg';
import { secretKinds } from '@/core/authority/secrets';
import { lockNames } from '@/core/catalogue/locks';
import { methodKinds } from '@/core/catalogue/methods';
import { whys } from '@/core/identify/line/reading';
import { eventKinds } from '@/core/job/events/events';
import { errandKinds } from '@/core/kinds/errand';
import { presences } from '@/core/programming/keys';
import { routeKinds } from '@/core/programming/route';
import { toolFunctions } from '@/core/programming/van-kit';
import { optionKinds } from '@/core/quote/option-kinds';
import { flatWorks } from '@/core/quote/price-rules';
import { runEventNames } from '@/core/run/events/run-events';

/** Columns that hold a kind of a registry: a new kind needs no migration of its own. */
export const kindColumns: Readonly<Record<string, readonly string[]>> = {
  'car_lock.lock': lockNames,
  'platform_method.kind': methodKinds,
  'tool_cover.method': toolFunctions,
  'job.route': routeKinds,
  'job.why': whys,
  'job_key.presence': presences,
  'job_event.kind': eventKinds,
  'run_event.kind': runEventNames,
  'envelope.kind': secretKinds,
  'errand.kind': errandKinds,
  'price_menu.work': flatWorks,
  'shop_warranty.option': optionKinds,
  'quote_terms.agreed_option': optionKinds,
  'quote_acceptance.option': optionKinds,
};

/**
 * Lets each of these columns hold exactly the kinds of its registry, for use after the migrations by the role that owns
 * the schema. What stands already is left alone; a row of a kind that no longer exists stops it.
 */
export async function applyKindChecks(client: ClientBase): Promise<void> {
  for (const [place, kinds] of Object.entries(kindColumns)) {
    const [table = '', column = ''] = place.split('.');
    const name = `${table}_${column}_kinds`;
    const stands = await client.query<{ kinds: string | null }>(
      `SELECT obj_description(oid, 'pg_constraint') AS kinds FROM pg_constraint
       WHERE conname = $1 AND conrelid = $2::regclass`,
      [name, table],
    );
    if (stands.rows[0]?.kinds === kinds.join(', ')) continue;
    const list = kinds.map((kind) => client.escapeLiteral(kind)).join(', ');
    await client.query('BEGIN');
    try {
      await client.query(`ALTER TABLE ${table} DROP CONSTRAINT IF EXISTS ${name}`);
      await client.query(`ALTER TABLE ${table} ADD CONSTRAINT ${name} CHECK (${column} IN (${list}))`);
      await client.query(
        `COMMENT ON CONSTRAINT ${name} ON ${table} IS ${client.escapeLiteral(kinds.join(', '))}`,
      );
      await client.query('COMMIT');
    } catch (error) {
      await client.query('ROLLBACK');
      throw error;
    }
  }
}
