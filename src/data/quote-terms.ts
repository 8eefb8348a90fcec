import { type JobTerms, usualTerms } from '@/core/job/terms';
import type { LocalDay } from '@/core/kinds/local-time';
import type { Coupon, TradeAccount } from '@/core/quote/price-rules';
import type { Db } from './db';

export async function readJobTerms(db: Db, jobId: string): Promise<JobTerms> {
  const result = await db.query<JobTerms>(
    `SELECT book, prefer, flexible, waits_filled AS "waitsFilled", agreed_option AS "agreedOption",
       agreed_minor AS "agreedMinor", account_id AS "accountId", coupon_id AS "couponId", hand, works
     FROM quote_terms WHERE job_id = $1`,
    [jobId],
  );
  return result.rows[0] ?? usualTerms;
}

export async function storeJobTerms(db: Db, jobId: string, terms: JobTerms): Promise<void> {
  await db.query(
    `INSERT INTO quote_terms (job_id, book, prefer, flexible, waits_filled, agreed_option, agreed_minor, account_id,
       coupon_id, hand, works)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
     ON CONFLICT (job_id) DO UPDATE SET book = excluded.book, prefer = excluded.prefer, flexible = excluded.flexible,
       waits_filled = excluded.waits_filled, agreed_option = excluded.agreed_option, agreed_minor = excluded.agreed_minor,
       account_id = excluded.account_id, coupon_id = excluded.coupon_id, hand = excluded.hand, works = excluded.works`,
    [
      jobId,
      terms.book,
      terms.prefer,
      terms.flexible,
      terms.waitsFilled,
      terms.agreedOption,
      terms.agreedMinor,
      terms.accountId,
      terms.couponId,
      terms.hand && JSON.stringify(terms.hand),
      JSON.stringify(terms.works),
    ],
  );
}

export interface AccountRow extends TradeAccount {
  readonly id: string;
}

/** Trade accounts that have not ended on a day. */
export async function listAccounts(db: Db, day: LocalDay): Promise<AccountRow[]> {
  const result = await db.query<AccountRow>(
    `SELECT id, name, goods_percent AS "goodsPercent", labour_percent AS "labourPercent", pays_in_days AS "paysInDays"
     FROM trade_account WHERE ended_on IS NULL OR ended_on > $1::date ORDER BY name`,
    [day],
  );
  return result.rows;
}

export interface CouponRow extends Coupon {
  readonly id: string;
}

/** The coupons that hold on a day. */
export async function listCoupons(db: Db, day: LocalDay): Promise<CouponRow[]> {
  const result = await db.query<CouponRow>(
    `SELECT id, code, percent, amount_minor AS "amountMinor", from_minor AS "fromMinor", with_account AS "withAccount"
     FROM coupon WHERE valid @> $1::date ORDER BY code`,
    [day],
  );
  return result.rows;
}

/** Adds an account, or changes the terms of the one of this name. */
export async function upsertAccount(db: Db, account: AccountRow): Promise<void> {
  await db.query(
    `INSERT INTO trade_account (id, name, goods_percent, labour_percent, pays_in_days) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (name) DO UPDATE SET goods_percent = excluded.goods_percent, labour_percent = excluded.labour_percent,
       pays_in_days = excluded.pays_in_days, ended_on = NULL`,
    [account.id, account.name, account.goodsPercent, account.labourPercent, account.paysInDays],
  );
}

export async function endAccount(db: Db, id: string, day: LocalDay): Promise<boolean> {
  const result = await db.query(
    'UPDATE trade_account SET ended_on = $2 WHERE id = $1 AND (ended_on IS NULL OR ended_on > $2::date)',
    [id, day],
  );
  return result.rowCount === 1;
}

/** Adds a coupon; false where there is one of this code. */
export async function insertCoupon(
  db: Db,
  coupon: CouponRow,
  valid: { readonly from: LocalDay; readonly to: LocalDay },
): Promise<boolean> {
  const result = await db.query(
    `INSERT INTO coupon (id, code, percent, amount_minor, from_minor, with_account, valid)
     VALUES ($1, $2, $3, $4, $5, $6, daterange($7::date, $8::date)) ON CONFLICT (code) DO NOTHING`,
    [
      coupon.id,
      coupon.code,
      coupon.percent,
      coupon.amountMinor,
      coupon.fromMinor,
      coupon.withAccount,
      valid.from,
      valid.to,
    ],
  );
  return result.rowCount === 1;
}

export async function endCoupon(db: Db, id: string, day: LocalDay): Promise<boolean> {
  const result = await db.query(
    `UPDATE coupon SET valid = daterange(lower(valid), greatest(lower(valid), $2::date))
     WHERE id = $1 AND valid @> $2::date`,
    [id, day],
  );
  return result.rowCount === 1;
}
