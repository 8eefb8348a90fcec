import { describe, expect, it } from 'vitest';
import { database } from '@/usecases/database';
import { testDatabase } from '../support/test-database';
import { workedQuotes } from '../support/worked-quotes';

testDatabase('bare');

/** The money of the worked quotes once more, by another route: numeric arithmetic of the database. */
const again = `
  WITH given AS (
    SELECT r.*, option NOT IN ('dealer') AS own,
      option NOT IN ('dealer', 'customerPrograms') AS visits,
      option IN ('shopOriginal', 'shopRefurbished', 'shopAftermarket', 'customerPrograms') AS brings
    FROM jsonb_to_recordset($1::jsonb) AS r (name text, option text, book text, keys numeric, electronics numeric,
      blank numeric, shipping numeric, markup numeric, pass numeric, cut_first numeric, cut_further numeric,
      work_first numeric, work_further numeric, keys_again numeric, rate numeric, session numeric, key_each numeric,
      wait numeric, wait_percent numeric, cut_minutes numeric, credit numeric, pin numeric, band numeric, there numeric,
      back numeric, km numeric, hour_percent numeric, account_goods numeric, account_labour numeric,
      coupon_percent numeric, coupon_amount numeric, flexible numeric, saves numeric, margin_rate numeric,
      minimum numeric, rounding numeric, mode text, goods_tax numeric, labour_tax numeric, included text,
      deposit numeric, ordered text, desk_markup numeric, desk_labour numeric, desk_programming numeric, tow_km numeric,
      tow_base numeric, tow_per_km numeric, lost text, cancellation numeric, no_show numeric, agreed text)
  ), parts AS (
    SELECT *,
      CASE WHEN brings THEN keys * (round(electronics * (100 + markup) / 100) + round(blank * (100 + markup) / 100))
          + round(shipping * (100 + pass) / 100)
        WHEN option = 'shopRepair' THEN round(keys * blank * (100 + markup) / 100) ELSE 0 END AS goods,
      CASE WHEN NOT own OR option = 'shopRepair' THEN 0
        WHEN book = 'flatRates' THEN cut_first + (keys - 1) * cut_further
        ELSE round(rate * keys * cut_minutes / 60) END AS cutting,
      CASE WHEN option IN ('dealer', 'customerPrograms') THEN 0
        WHEN book = 'flatRates' THEN work_first + (keys + keys_again - 1) * work_further
        WHEN option = 'shopRepair' THEN round(rate * keys * key_each / 60)
        ELSE round(rate * (session + (keys + keys_again) * key_each + wait * wait_percent / 100) / 60) END AS programming,
      CASE WHEN visits AND option <> 'shopRepair' THEN round(credit * (100 + pass) / 100) + round(pin * (100 + pass) / 100)
        ELSE 0 END AS rights,
      CASE WHEN book = 'flatRates' THEN band ELSE round(rate * (there + back) / 60) END AS trip,
      CASE WHEN option = 'customerBuys' THEN keys * (electronics + blank) + shipping ELSE 0 END AS seller
    FROM given
  ), worked AS (
    SELECT *, cutting + programming + rights + CASE WHEN visits THEN trip ELSE 0 END AS plain FROM parts
  ), houred AS (
    SELECT *, plain + CASE WHEN visits THEN round(plain * hour_percent / 100) ELSE 0 END AS labour FROM worked
  ), accounted AS (
    SELECT *, goods + labour - round(goods * account_goods / 100) - round(labour * account_labour / 100) AS p1 FROM houred
  ), couponed AS (
    SELECT *, p1 - least(p1, coupon_amount + round(p1 * coupon_percent / 100)) AS p2 FROM accounted
  ), waited AS (
    SELECT *, p2 - CASE WHEN visits THEN least(p2, round(p2 * flexible / 100), round(margin_rate * saves / 60)) ELSE 0 END AS p3
    FROM couponed
  ), rounded AS (
    SELECT *, CASE WHEN NOT own THEN 0 WHEN agreed <> '' THEN agreed::numeric
      WHEN mode = 'up' THEN ceil(greatest(p3, minimum) / rounding) * rounding
      WHEN mode = 'down' THEN floor(greatest(p3, minimum) / rounding) * rounding
      ELSE round(greatest(p3, minimum) / rounding) * rounding END AS price,
      CASE WHEN own THEN 0 ELSE keys * (round(electronics * (100 + desk_markup) / 100)
        + round(blank * (100 + desk_markup) / 100)) END AS desk_goods,
      CASE WHEN own THEN 0 ELSE desk_labour + keys * desk_programming + CASE WHEN lost = 'yes'
        THEN tow_base + round(tow_per_km * tow_km) ELSE 0 END END AS desk_work
    FROM waited
  ), taxed AS (
    SELECT *,
      round(goods * goods_tax / CASE included WHEN 'yes' THEN 10000 + goods_tax ELSE 10000 END)
        + CASE WHEN own THEN round((price - goods) * labour_tax
          / CASE included WHEN 'yes' THEN 10000 + labour_tax ELSE 10000 END) ELSE 0 END AS own_tax,
      round((seller + desk_goods) * goods_tax / CASE included WHEN 'yes' THEN 10000 + goods_tax ELSE 10000 END)
        + round(desk_work * labour_tax / CASE included WHEN 'yes' THEN 10000 + labour_tax ELSE 10000 END) AS other_tax
    FROM rounded
  )
  SELECT name, (price + seller + desk_goods + desk_work
      + CASE included WHEN 'yes' THEN 0 ELSE own_tax + other_tax END)::int AS total,
    (own_tax + other_tax)::int AS tax,
    CASE WHEN own AND ordered = 'yes' AND account_goods + account_labour = 0
      THEN round((price + CASE included WHEN 'yes' THEN 0 ELSE own_tax END) * deposit / 100) ELSE 0 END::int AS due_ahead,
    (cancellation + CASE included WHEN 'yes' THEN 0 ELSE round(cancellation * labour_tax / 10000) END)::int AS cancelled,
    (no_show + trip + CASE included WHEN 'yes' THEN 0 ELSE round((no_show + trip) * labour_tax / 10000) END)::int AS missed
  FROM taxed`;

describe('the worked quotes', () => {
  it('come out the same in numeric arithmetic of the database', async () => {
    const { rows } = await database().query(again, [JSON.stringify(workedQuotes)]);
    const told = workedQuotes.map(({ name, total, tax, due_ahead, cancelled, missed }) => ({
      name,
      total: Number(total),
      tax: Number(tax),
      due_ahead: Number(due_ahead),
      cancelled: Number(cancelled),
      missed: Number(missed),
    }));
    expect(rows).toEqual(told);
  });
});
