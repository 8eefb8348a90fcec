-- Chips that can be set to be one of several kinds; what is publicly known of their comebacks, in hundredths of a percent.
CREATE TABLE multi_type_chip (
  article text PRIMARY KEY,
  families text[] NOT NULL,
  setting text NOT NULL,
  redo_basis_points integer NOT NULL CHECK (redo_basis_points BETWEEN 0 AND 10000)
);

-- What a licence costs to buy or renew, or a pack of credits; null where nobody noted it.
ALTER TABLE tool_right ADD buy_minor integer CHECK (buy_minor >= 0);

-- Days on which the shop does not drive out and nothing is brought: [{"day": "2027-12-27", "name": "…"}].
ALTER TABLE shop ADD holidays jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(holidays) = 'array');

-- Articles and lines that somebody priced by hand, for a car that the library does not know.
ALTER TABLE quote_terms ADD hand jsonb CHECK (jsonb_typeof(hand) = 'object');

-- One word for one thing, in what programs are answered too: dealer, comeback, flat rates, code service, refurbished,
-- equivalents, no programming. What stands is said anew; the checks of kinds are applied after the migrations.
ALTER TABLE equal_article RENAME COLUMN equal TO equivalent;

ALTER TABLE platform DROP CONSTRAINT IF EXISTS platform_pin_sources_check;
UPDATE platform SET pin_sources = array_replace(array_replace(array_replace(pin_sources,
  'bureau', 'codeService'), 'socket', 'obdSocket'), 'desk', 'dealer');
ALTER TABLE platform ADD CHECK (pin_sources <@ '{customer,codeService,obdSocket,dealer}');
UPDATE envelope SET source = CASE source WHEN 'bureau' THEN 'codeService' WHEN 'socket' THEN 'obdSocket'
  WHEN 'desk' THEN 'dealer' ELSE source END;

ALTER TABLE job DROP CONSTRAINT IF EXISTS job_route_check, DROP CONSTRAINT IF EXISTS job_route_check1,
  DROP CONSTRAINT IF EXISTS job_route_kinds;
UPDATE job SET route = CASE route WHEN 'none' THEN 'noProgramming' WHEN 'desk' THEN 'dealer' ELSE route END
  WHERE route IN ('none', 'desk');
UPDATE job_event SET content = replace(replace(replace(replace(replace(replace(content::text,
    '"route": "none"', '"route": "noProgramming"'), '"route": "desk"', '"route": "dealer"'),
    '"pinFrom": "bureau"', '"pinFrom": "codeService"'), '"pinFrom": "socket"', '"pinFrom": "obdSocket"'),
    '"pinFrom": "desk"', '"pinFrom": "dealer"'), '"deskPaper":', '"dealerPaper":')::jsonb
  WHERE kind = 'attemptRecorded';

ALTER TABLE price_book ALTER style DROP DEFAULT, DROP CONSTRAINT IF EXISTS price_book_style_check;
UPDATE price_book SET style = CASE style WHEN 'menu' THEN 'flatRates' ELSE 'timeAndParts' END;
ALTER TABLE price_book ALTER style SET DEFAULT 'flatRates', ADD CHECK (style IN ('flatRates', 'timeAndParts'));
ALTER TABLE quote_terms DROP CONSTRAINT IF EXISTS quote_terms_book_check,
  DROP CONSTRAINT IF EXISTS quote_terms_agreed_option_kinds, DROP CONSTRAINT IF EXISTS quote_terms_agreed_option_check;
UPDATE quote_terms SET
  book = CASE book WHEN 'menu' THEN 'flatRates' WHEN 'time' THEN 'timeAndParts' END,
  agreed_option = CASE agreed_option WHEN 'shopReset' THEN 'shopRefurbished' WHEN 'franchiseDesk' THEN 'dealer'
    ELSE agreed_option END;
ALTER TABLE quote_terms ADD CHECK (book IN ('flatRates', 'timeAndParts'));
ALTER TABLE price_menu DROP CONSTRAINT IF EXISTS price_menu_work_kinds, DROP CONSTRAINT IF EXISTS price_menu_work_check;
UPDATE price_menu SET work = CASE work WHEN 'none' THEN 'noProgramming' WHEN 'desk' THEN 'dealer' ELSE work END;
ALTER TABLE shop_warranty DROP CONSTRAINT IF EXISTS shop_warranty_option_kinds,
  DROP CONSTRAINT IF EXISTS shop_warranty_option_check;
UPDATE shop_warranty SET option = CASE option WHEN 'shopReset' THEN 'shopRefurbished' WHEN 'franchiseDesk' THEN 'dealer'
  ELSE option END;
ALTER TABLE quote_acceptance DROP CONSTRAINT IF EXISTS quote_acceptance_option_kinds,
  DROP CONSTRAINT IF EXISTS quote_acceptance_option_check;
UPDATE quote_acceptance SET option = CASE option WHEN 'shopReset' THEN 'shopRefurbished' ELSE option END;

ALTER TABLE supplier_price DROP CONSTRAINT IF EXISTS supplier_price_condition_check;
UPDATE supplier_price SET condition = 'refurbished' WHERE condition = 'reset';
ALTER TABLE supplier_price ADD CHECK (condition IN ('new', 'refurbished', 'used'));

-- Quotes that were frozen say the same things; no amount and no text of a paper changes.
UPDATE quote SET
  offered = CASE offered WHEN 'shopReset' THEN 'shopRefurbished' WHEN 'franchiseDesk' THEN 'dealer' ELSE offered END,
  frozen = (SELECT said FROM (SELECT frozen::text AS text) t, LATERAL (SELECT
    replace(replace(replace(replace(replace(replace(replace(replace(replace(replace(replace(replace(replace(replace(text,
      '"franchiseDesk"', '"dealer"'), '"shopReset"', '"shopRefurbished"'), '"desk"', '"dealer"'),
      '"none"', '"noProgramming"'), '"redo":', '"comeback":'), '"redoPercent":', '"comebackPercent":'),
      '"redone":', '"comebacks":'), '"menu":', '"flatRates":'), '"menu"', '"flatRates"'),
      '"book": "time"', '"book": "timeAndParts"'), '"style": "time"', '"style": "timeAndParts"'),
      '"beatenBy":', '"worseThan":'), '"equals":', '"equivalents":'), '"part": "rights"', '"part": "licences"')::jsonb
      AS said) s);
UPDATE quote SET frozen = replace(frozen::text, '"condition": "reset"', '"condition": "refurbished"')::jsonb
  WHERE frozen::text LIKE '%"condition": "reset"%';

-- By which words letters are spelled.
ALTER TABLE shop ADD spelling text NOT NULL DEFAULT 'icao' CHECK (spelling IN ('icao', 'household'));
